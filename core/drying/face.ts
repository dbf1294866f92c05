import type { LawCurve } from '../clay/law.ts';
import { KELVIN, saturationDensity, saturationDensitySlope, type Air, type Climate } from './air.ts';

/** What a face law reports for a surface water content: positive is water leaving. */
export interface FaceFlux {
  /** kg/(m²·s) */
  flux: number;
  /** d flux / d X_surface */
  slope: number;
}

/** How one face of the wall exchanges water with what lies before it. Time in seconds of the run. */
export interface FaceLaw {
  (surfaceX: number, timeS: number, out: FaceFlux): void;
}

export const sealedFace: FaceLaw = (_x, _t, out) => {
  out.flux = 0;
  out.slope = 0;
};

/** A face of which a share is closed. */
export const closedFace = (law: FaceLaw, share: number): FaceLaw =>
  share <= 0
    ? law
    : (x, timeS, out) => {
        law(x, timeS, out);
        out.flux *= 1 - share;
        out.slope *= 1 - share;
      };

/** A face that loses water in proportion to its excess: for comparison with analytic solutions. */
export const linearFace =
  (coefficient: number, ambientX: number): FaceLaw =>
  (x, _t, out) => {
    out.flux = coefficient * (x - ambientX);
    out.slope = coefficient;
  };

export type Cover = 'open' | 'fan' | 'draped' | 'paper-bag' | 'tight' | 'damp-cloth' | 'damp-box';

export interface CoverDescription {
  cover: Cover;
  name: string;
  /** What a maker does to bring it about. */
  verb: string;
  /** Resistance to vapour, s/m, beside the still air's own. From memory, editable by learning. */
  resistance: number;
  effect: string;
  /** h_c under it where that is not the room's, W/(m²·K). */
  heatTransfer?: number;
  /** Relative humidity that what lies under it holds; for paper, it rises as the paper fills. */
  holds?: { humidity: number } | { paperKg: number };
}

/** Water that the dry paper in a closed bag takes up, kg per m² of face. From memory. */
const PAPER_HOLDS = 0.25;

export const covers: CoverDescription[] = [
  { cover: 'open', name: 'Uncovered', verb: 'Uncover', resistance: 0, effect: 'dries freely' },
  {
    cover: 'fan',
    name: 'Under a fan',
    verb: 'Put the fan on',
    resistance: 0,
    heatTransfer: 15,
    effect: 'dries three to four times as fast as open: only for even, thin work',
  },
  {
    cover: 'draped',
    name: 'Covered loosely',
    verb: 'Cover loosely',
    resistance: 1_000,
    effect: 'dries about a third as fast as open',
  },
  {
    cover: 'paper-bag',
    name: 'Bagged with dry paper',
    verb: 'Bag with dry paper',
    resistance: 500,
    holds: { paperKg: PAPER_HOLDS },
    effect: 'gives its water to the paper, slowly and evenly, until that is full',
  },
  {
    cover: 'tight',
    name: 'Covered tightly',
    verb: 'Cover tightly',
    resistance: 2e4,
    effect: 'dries at a few percent of the pace of open',
  },
  {
    cover: 'damp-cloth',
    name: 'Covered with damp cloth',
    verb: 'Cover with damp cloth',
    resistance: 500,
    holds: { humidity: 0.995 },
    effect: 'hardly dries, and what has gone too dry slowly comes back to leather-hard',
  },
  {
    cover: 'damp-box',
    name: 'In the damp box',
    verb: 'Put in the damp box',
    resistance: 2e5,
    effect: 'holds for weeks',
  },
];

/** What is still too wet for its task as hands leave waits under this for the next time. Common practice. */
export const WAITS_UNDER: Cover = 'tight';

const byName = new Map(covers.map((of) => [of.cover, of]));
export const coverNamed = (cover: Cover): CoverDescription => byName.get(cover)!;

/** Emissivity 0.95 times the Stefan–Boltzmann constant, W/(m²·K⁴). */
export const RADIATION = 0.95 * 5.670374e-8;
/** Latent heat of evaporation, J/kg. */
export const LATENT_HEAT = 2.45e6;
/** ρ·c_p of air times Le^(2/3): h_m = h_c / this (Chilton–Colburn analogy). */
export const LEWIS = 1.2 * 1006 * 0.9;

export interface EvaporatingFace {
  climate: Climate;
  /** Instant (ms) at which the run's seconds begin. */
  startAt: number;
  activity: LawCurve;
  /** Convective heat transfer coefficient h_c, W/(m²·K): 4 still, 6–8 draughty, 15 with a fan. */
  heatTransfer: number;
  /** Resistance of covers and narrow mouths, s/m. */
  resistance: number;
  /** Relative humidity held before the face at the room's temperature, in place of the room's own. */
  held?: () => number;
}

interface Surface extends FaceFlux {
  celsius: number;
}

/** A change of surface temperature under this leaves the flux exact to about 10⁻⁹ after its linear correction, K. */
const SETTLED_K = 1e-3;

/** What a room brings to a face at a moment. */
interface RoomAt {
  /** °C, the first guess of a surface. */
  celsius: number;
  /** Vapour before the face, kg/m³. */
  vapour: number;
  /** Heat by air and radiation, W/m², with what the face gives back left out. */
  heat: number;
  /** h_c, W/(m²·K). */
  heatTransfer: number;
}

const fourth = (kelvin: number): number => kelvin * kelvin * kelvin * kelvin;

function roomAt(face: EvaporatingFace, air: Air, out: RoomAt): void {
  out.celsius = air.celsius;
  out.vapour = (face.held?.() ?? air.humidity) * saturationDensity(air.celsius);
  out.heatTransfer = face.heatTransfer * (air.stir ?? 1);
  out.heat = out.heatTransfer * air.celsius + RADIATION * fourth(air.celsius + KELVIN);
}

/**
 * Quasi-steady evaporation: j = (a_w·ρ_sat(T_s) − ρ_air)/(1/h_m + R), with T_s from
 * h_c·(T_air − T_s) + ε·σ·(T_air⁴ − T_s⁴) = λ·j. Newton from the last surface temperature.
 */
function solveSurface(face: EvaporatingFace, room: RoomAt, surfaceX: number, out: Surface): void {
  const h = room.heatTransfer;
  const resistance = LEWIS / h + face.resistance;
  const activity = face.activity.value(surfaceX);
  let t = Number.isFinite(out.celsius) ? out.celsius : room.celsius;
  for (let round = 0; round < 20; round++) {
    const kelvin = t + KELVIN;
    const saturated = saturationDensity(t);
    const flux = (activity * saturated - room.vapour) / resistance;
    const fluxPerKelvin = (activity * saturationDensitySlope(t, saturated)) / resistance;
    const balance = room.heat - h * t - RADIATION * fourth(kelvin) - LATENT_HEAT * flux;
    const slope = -h - 4 * RADIATION * kelvin * kelvin * kelvin - LATENT_HEAT * fluxPerKelvin;
    const change = -balance / slope;
    t += change;
    if (Math.abs(change) > SETTLED_K) continue;
    const perActivity = saturated / resistance;
    out.celsius = t;
    out.flux = flux + fluxPerKelvin * change;
    out.slope =
      (perActivity + (fluxPerKelvin * LATENT_HEAT * perActivity) / slope) *
      face.activity.slope(surfaceX, activity);
    return;
  }
  throw new Error(`surface temperature did not settle at X ${surfaceX}, air ${room.celsius} °C`);
}

/** The face law of a surface evaporating into a room. The room is asked once for each moment. */
export function evaporatingFace(face: EvaporatingFace): FaceLaw {
  const air: Air = { celsius: 20, humidity: 0.5 };
  const room: RoomAt = { celsius: 20, vapour: 0, heat: 0, heatTransfer: 4 };
  const surface: Surface = { celsius: 16, flux: 0, slope: 0 };
  let asked = Number.NaN;
  return (surfaceX, timeS, out) => {
    if (timeS !== asked || face.held) {
      face.climate(face.startAt + timeS * 1000, air);
      roomAt(face, air, room);
      asked = timeS;
    }
    solveSurface(face, room, surfaceX, surface);
    out.flux = surface.flux;
    out.slope = surface.slope;
  };
}

/**
 * Surface temperature (°C) and rate of water loss (kg/m²s) of a face in steady air.
 * @param surfaceX water content at the surface, kg/kg
 */
export function surfaceState(
  face: EvaporatingFace,
  at: number,
  surfaceX: number,
): { celsius: number; flux: number } {
  const air: Air = { celsius: 20, humidity: 0.5 };
  const room: RoomAt = { celsius: 20, vapour: 0, heat: 0, heatTransfer: 4 };
  face.climate(at, air);
  roomAt(face, air, room);
  const surface: Surface = { celsius: air.celsius, flux: 0, slope: 0 };
  solveSurface(face, room, surfaceX, surface);
  return { celsius: surface.celsius, flux: surface.flux };
}

/** Draws water with a suction that fades as the plaster fills. All three from memory. */
export const PLASTER = { pull: 3e-3, downToX: 0.14, holdsKg: 2 };

/**
 * A face on a plaster bat: j = pull·(X − 0.14)·(1 − taken/capacity), never back.
 * @param taken water it holds so far, kg/m²
 */
export const plasterFace =
  (taken: () => number): FaceLaw =>
  (x, _t, out) => {
    const left = PLASTER.pull * Math.max(0, 1 - taken() / PLASTER.holdsKg);
    out.flux = left * Math.max(0, x - PLASTER.downToX);
    out.slope = x > PLASTER.downToX ? left : 0;
  };

/** A wrung-out cloth gives water to clay that is drier than soft leather-hard, until little is left in it. From memory. */
export const CLOTH = { pull: 8e-4, upToX: 0.2, holdsKg: 0.5 };

/**
 * A face that a damp cloth lies on: beside what passes through the air beneath it, the clay draws in
 * pull·(0.2 − X)·(1 − given/holds) where it is drier than that.
 * @param given water that the cloth gave so far, kg/m²
 */
export const clothFace =
  (air: FaceLaw, given: () => number): FaceLaw =>
  (x, timeS, out) => {
    air(x, timeS, out);
    if (x >= CLOTH.upToX) return;
    const pull = CLOTH.pull * Math.max(0, 1 - given() / CLOTH.holdsKg);
    out.flux -= pull * (CLOTH.upToX - x);
    out.slope += pull;
  };

/** Water boils at this, °C, at sea level: its vapour is no denser than then, and more heat only boils it faster. */
const BOILS = 100;

/** A face held at a temperature, as a hot tool brings it: j = (a_w·ρ_sat(T) − ρ_air)·h_m. */
export const heldFace =
  (celsius: number, air: Air, activity: LawCurve, heatTransfer: number): FaceLaw =>
  (x, _t, out) => {
    const passes = heatTransfer / LEWIS;
    const a = activity.value(x);
    const saturated = saturationDensity(Math.min(BOILS, celsius));
    out.flux = (a * saturated - air.humidity * saturationDensity(air.celsius)) * passes;
    out.slope = activity.slope(x, a) * saturated * passes;
  };

/** How much more of j of a held face, kg/(m²·s), for each kelvin more. */
export const heldFluxPerKelvin = (
  celsius: number,
  activity: LawCurve,
  heatTransfer: number,
  surfaceX: number,
): number =>
  celsius < BOILS
    ? (activity.value(surfaceX) *
        saturationDensitySlope(celsius, saturationDensity(celsius)) *
        heatTransfer) /
      LEWIS
    : 0;
