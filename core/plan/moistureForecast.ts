import { DAY, HOUR, type Instant } from '../units/quantity.ts';

/** How wet a piece looks over the coming time: 0 dry, 1 wet. */
export interface MoistureForecast {
  at: Instant[];
  /** Its outer wall. */
  moisture: number[];
  /** Its edges, which run ahead and lag behind; empty where it has none of its own. */
  rim: number[];
  foot: number[];
}

export const RIBBON_STEP = HOUR / 2;
const RIBBON_SHOWN = DAY;
/** A kept answer may be shown for hours after it was made: its ribbon reaches further than a day. */
export const RIBBON_LASTS = 2 * DAY;

/** The part of a ribbon shown at a moment. */
export function forecastFrom({ at, moisture, rim, foot }: MoistureForecast, now: Instant): MoistureForecast {
  const shown = at.flatMap((t, i) => (t > now - RIBBON_STEP && t <= now + RIBBON_SHOWN ? [i] : []));
  const of = (values: number[]) => (values.length === 0 ? [] : shown.map((i) => values[i]!));
  return { at: of(at), moisture: of(moisture), rim: of(rim), foot: of(foot) };
}

/** Clay goes pale here; see `wetness`. */
const PALE = 0.5;

/**
 * When a wall is done being stiff leather-hard: from then on it is carried about wrapped, or not at all.
 * @returns null where that does not come within what was looked ahead; a moment gone by where it is so already
 */
export function carriedUntil({ at, moisture }: MoistureForecast): Instant | null {
  const k = moisture.findIndex((wet) => wet < PALE);
  return k < 0 ? null : at[k]!;
}

/** How wet each part of a piece looks: 0 dry, 1 wet. */
export interface Wet {
  wall: number;
  rim: number;
  foot: number;
}

/** How a piece looks at a moment by its ribbon, between its moments; held at its ends. */
export function wetAt({ at, moisture, rim, foot }: MoistureForecast, t: Instant): Wet {
  const place = (t - at[0]!) / RIBBON_STEP;
  const k = Math.min(at.length - 1, Math.max(0, Math.floor(place)));
  const share = Math.min(1, Math.max(0, place - k));
  const of = (values: number[]) => values[k]! + share * ((values[k + 1] ?? values[k]!) - values[k]!);
  const wall = of(moisture);
  return { wall, rim: rim.length > 0 ? of(rim) : wall, foot: foot.length > 0 ? of(foot) : wall };
}
