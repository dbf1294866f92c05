import { signChange } from '../units/root.ts';

/** Gas constant of water vapour, J/(kg·K). */
const VAPOUR_GAS_CONSTANT = 461.5;
export const KELVIN = 273.15;

/**
 * Saturation pressure of water, Pa: Magnus form, 611.2·exp(17.62·T/(243.12+T)).
 * WMO Guide to Instruments and Methods of Observation (WMO-No. 8), annex 4.B.
 * @param celsius −45 to 60 °C
 */
export function saturationPressure(celsius: number): number {
  return 611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius));
}

/** Density of water vapour in saturated air, kg/m³. */
export function saturationDensity(celsius: number): number {
  return saturationPressure(celsius) / (VAPOUR_GAS_CONSTANT * (celsius + KELVIN));
}

/** Slope of `saturationDensity` (given) with temperature, kg/(m³·K). */
export function saturationDensitySlope(celsius: number, density: number): number {
  const shifted = 243.12 + celsius;
  return density * ((17.62 * 243.12) / (shifted * shifted) - 1 / (celsius + KELVIN));
}

/**
 * Thermodynamic wet-bulb temperature, °C, at 101 325 Pa.
 * ASHRAE Handbook Fundamentals 2017, ch. 1, eq. 33, solved for t*.
 * @param celsius dry-bulb temperature, 0 to 60 °C
 * @param relativeHumidity fraction, 0 to 1
 * @example wetBulb(20, 0.5) // 13.8
 */
export function wetBulb(celsius: number, relativeHumidity: number): number {
  const pressure = 101_325;
  const ratio = (vapour: number) => (0.621945 * vapour) / (pressure - vapour);
  const actual = ratio(relativeHumidity * saturationPressure(celsius));
  const excess = (wet: number) => {
    const saturated = ratio(saturationPressure(wet));
    const numerator = (2501 - 2.326 * wet) * saturated - 1.006 * (celsius - wet);
    return numerator / (2501 + 1.86 * celsius - 4.186 * wet) - actual;
  };
  return signChange(excess, -5, celsius + 0.01, 1e-4);
}

/** The room's air at one moment. */
export interface Air {
  celsius: number;
  /** Relative humidity as a fraction. */
  humidity: number;
  /** How much faster it moves than is usual for the room; 1 where it is not said. */
  stir?: number;
}

/** Air over time: fills `out` with the air at an instant (ms). */
export type Climate = (at: number, out: Air) => void;

export const steadyClimate =
  (celsius: number, humidity: number): Climate =>
  (_at, out) => {
    out.celsius = celsius;
    out.humidity = humidity;
  };

/** How far the air of a room is from what is known of it. */
export interface AirShift {
  /** K, at all times. */
  celsius: number;
  /** Relative humidity as a fraction, at all times. */
  humidity: number;
  /** How its humidity wanders besides, one standard deviation each: cosine and sine of a quick and of a slow wave. */
  wander?: readonly [number, number, number, number];
  /** From when on it wanders: until then it was measured. */
  wanderFrom?: number | undefined;
  /** ln of how much more it moves by day than by night. */
  draught?: number;
  /** How far the studio's clock is ahead of UTC, ms. */
  offsetMs?: number | undefined;
}

const DAY_MS = 86_400_000;
/** Weather comes and goes in some days, ms. From memory. */
const WAVES = [2.3 * DAY_MS, 5.1 * DAY_MS];
/** It has wandered from what was measured within about so long, ms. From memory. */
const WANDERS_IN = 1.5 * DAY_MS;
/** Damper air is cooler in the same room, K for the whole of relative humidity. From memory. */
export const COOLER = 10;
/** People are about most at this hour of the day. */
export const ABOUT = 13;

/** A climate somewhat other than it is known to be; within what air can be. */
export function shiftedClimate(climate: Climate, shift: AirShift): Climate {
  const {
    celsius,
    humidity,
    wander,
    wanderFrom = Number.NEGATIVE_INFINITY,
    draught = 0,
    offsetMs = 0,
  } = shift;
  if (celsius === 0 && humidity === 0 && !wander && draught === 0) return climate;
  return (at, out) => {
    climate(at, out);
    const wandered = wander ? wanderedTo(wander, at, wanderFrom) : 0;
    out.celsius += celsius - COOLER * wandered;
    out.humidity = Math.min(0.99, Math.max(0.02, out.humidity + humidity + wandered));
    if (draught === 0) return;
    const hour = ((at + offsetMs) / 3_600_000) % 24;
    out.stir = Math.exp((draught / 2) * Math.cos((2 * Math.PI * (hour - ABOUT)) / 24));
  };
}

/** A climate that both faces of a wall ask at the same moments. */
export function askedOnce(climate: Climate): Climate {
  const last: Air = { celsius: 20, humidity: 0.5 };
  let asked = Number.NaN;
  return (at, out) => {
    if (at !== asked) {
      climate(at, last);
      asked = at;
    }
    out.celsius = last.celsius;
    out.humidity = last.humidity;
    if (last.stir !== undefined) out.stir = last.stir;
  };
}

function wanderedTo(wander: readonly [number, number, number, number], at: number, from: number): number {
  const waves = wavesAt(at, from);
  return wander.reduce((sum, amplitude, i) => sum + amplitude * waves[i]!, 0);
}

/** Cosine and sine of a quick and of a slow wave of weather, as far as the air has wandered from what was measured. */
export function wavesAt(
  at: number,
  from = Number.NEGATIVE_INFINITY,
): readonly [number, number, number, number] {
  const far =
    at <= from ? 0 : Number.isFinite(from) ? Math.sqrt(1 - Math.exp((-2 * (at - from)) / WANDERS_IN)) : 1;
  const share = far / Math.SQRT2;
  const quick = (2 * Math.PI * at) / WAVES[0]!;
  const slow = (2 * Math.PI * at) / WAVES[1]!;
  return [share * Math.cos(quick), share * Math.sin(quick), share * Math.cos(slow), share * Math.sin(slow)];
}

/** A day in a room nobody measures: a cosine about the mean, driest when warmest. */
export interface DailyCycle {
  meanCelsius: number;
  /** Half the difference between the warmest and the coolest moment, K. */
  swingCelsius: number;
  /** Fraction. */
  meanHumidity: number;
  swingHumidity: number;
  /** Hour of the studio's day when it is warmest. */
  warmestHour: number;
}

/**
 * The climate of a daily cycle.
 * @param offsetMs how far the studio's clock is ahead of UTC, ms
 */
export function cycleClimate(cycle: DailyCycle, offsetMs: number): Climate {
  return (at, out) => {
    const hour = ((at + offsetMs) / 3_600_000) % 24;
    const phase = Math.cos(((hour - cycle.warmestHour) / 24) * 2 * Math.PI);
    out.celsius = cycle.meanCelsius + cycle.swingCelsius * phase;
    out.humidity = Math.min(0.99, Math.max(0.02, cycle.meanHumidity - cycle.swingHumidity * phase));
  };
}

/** Measured air: knots joined by straight lines. Times ascending, ms; humidity as a fraction. */
export interface AirSeries {
  at: number[];
  celsius: number[];
  humidity: number[];
}

/** A gap between readings longer than this is not bridged. */
const LONGEST_GAP_MS = 3 * 3_600_000;
/**
 * The climate of a series of readings. Inside it: straight lines between knots. After it: its last day
 * repeated. Before it, in gaps of over three hours, or when it is shorter than a day: the fallback.
 */
export function seriesClimate(series: AirSeries, fallback: Climate): Climate {
  const { at: times, celsius, humidity } = series;
  const count = times.length;
  if (count < 2) return fallback;
  const first = times[0]!;
  const last = times[count - 1]!;
  let k = 0;
  return (at, out) => {
    let t = at;
    if (t > last) {
      if (last - first < DAY_MS) return fallback(at, out);
      t -= Math.ceil((t - last) / DAY_MS) * DAY_MS;
    }
    if (t < first) return fallback(at, out);
    k = knotBefore(times, t, k);
    const width = times[k + 1]! - times[k]!;
    if (width > LONGEST_GAP_MS) return fallback(at, out);
    const share = (t - times[k]!) / width;
    out.celsius = celsius[k]! + share * (celsius[k + 1]! - celsius[k]!);
    out.humidity = humidity[k]! + share * (humidity[k + 1]! - humidity[k]!);
  };
}

/** Whether the air was measured at an instant: within a series, and not in a gap of it that is not bridged. */
export function isMeasured({ at: times }: AirSeries, t: number): boolean {
  const count = times.length;
  if (count < 2 || t < times[0]! || t > times[count - 1]!) return false;
  const k = knotBefore(times, t, 0);
  return times[k + 1]! - times[k]! <= LONGEST_GAP_MS;
}

/** The air of a room as somebody read it off an instrument. */
export interface AirRead {
  at: number;
  celsius: number;
  /** Fraction. */
  humidity: number;
}

/**
 * A climate that passes through what was read now and then, and comes back to what it is otherwise within some days.
 * How far the air is from the climate is told as the posterior mean of a process whose covariance falls as exp(−|Δt|/τ),
 * τ as for weather: Rasmussen and Williams 2006, eq. 2.23, which for that covariance comes to
 * (d₁·sinh((t₂−t)/τ) + d₂·sinh((t−t₁)/τ)) / sinh((t₂−t₁)/τ) between two readings, and to d·exp(−|t−tᵢ|/τ) beyond them.
 * @param reads ascending
 */
export function readClimate(climate: Climate, reads: readonly AirRead[]): Climate {
  if (reads.length === 0) return climate;
  const known: Air = { celsius: 20, humidity: 0.5 };
  const apart = reads.map(({ at, celsius, humidity }) => {
    climate(at, known);
    return { at, celsius: celsius - known.celsius, humidity: humidity - known.humidity };
  });
  return (at, out) => {
    climate(at, out);
    const next = apart.findIndex((read) => read.at >= at);
    const [before, after] = next < 0 ? [apart.at(-1), undefined] : [apart[next - 1], apart[next]];
    const [b, a] = bridgeShares(
      before && (at - before.at) / WANDERS_IN,
      after && (after.at - at) / WANDERS_IN,
    );
    out.celsius += b * (before?.celsius ?? 0) + a * (after?.celsius ?? 0);
    const humidity = out.humidity + b * (before?.humidity ?? 0) + a * (after?.humidity ?? 0);
    out.humidity = Math.min(0.99, Math.max(0.02, humidity));
  };
}

/** How much of what was read before, and after, still holds so long after the one and before the other, in relaxation times. */
function bridgeShares(since: number | undefined, until: number | undefined): [number, number] {
  if (since === undefined) return [0, until === undefined ? 0 : Math.exp(-until)];
  if (until === undefined) return [Math.exp(-since), 0];
  // sinh(u)/sinh(s+u) without large numbers: e^-s·(1−e^-2u)/(1−e^-2(s+u))
  const whole = -Math.expm1(-2 * (since + until));
  if (whole === 0) return [1, 0];
  return [
    (Math.exp(-since) * -Math.expm1(-2 * until)) / whole,
    (Math.exp(-until) * -Math.expm1(-2 * since)) / whole,
  ];
}

/** Index k with times[k] ≤ t ≤ times[k+1]; tries the last answer first, since time mostly runs on. */
function knotBefore(times: number[], t: number, guess: number): number {
  const end = times.length - 2;
  for (let k = guess; k <= Math.min(guess + 2, end); k++) if (times[k]! <= t && t <= times[k + 1]!) return k;
  let low = 0;
  let high = end;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (times[middle]! <= t) low = middle;
    else high = middle - 1;
  }
  return low;
}
