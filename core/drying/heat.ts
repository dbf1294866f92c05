import { activityLaw } from '../clay/body.ts';
import type { Instant } from '../units/quantity.ts';
import type { Air } from './air.ts';
import { KELVIN } from './air.ts';
import {
  heldFace,
  heldFluxPerKelvin,
  LATENT_HEAT,
  RADIATION,
  sealedFace,
  surfaceState,
  type FaceLaw,
} from './face.ts';
import { waterIn, type FaceName } from './mesh.ts';
import { recorded, type WallRun } from './wallRun.ts';

export type HeatTool = 'heat-gun' | 'torch';

/** Air at the clay, °C, and its h_c, W/(m²·K), from the distance such tools are held at. From memory. */
export const heatTools: Record<HeatTool, { name: string; celsius: number; heatTransfer: number }> = {
  'heat-gun': { name: 'Heat gun', celsius: 250, heatTransfer: 40 },
  torch: { name: 'Torch', celsius: 600, heatTransfer: 50 },
};

/** Specific heats of dry clay and of water, J/(kg·K). Handbook values, from memory. */
const HEATS = { clay: 900, water: 4186 };
/** Steps are as long as the wall's temperature changes by about so much, within bounds, s. */
const STEP = { kelvin: 2, shortest: 2, longest: 60 };
const LONGEST_COOLING_S = 1_200;
const SETTLED_K = 1;

export interface HeatPass {
  at: Instant;
  tool: HeatTool;
  face: FaceName;
  seconds: number;
  /** Share of the time the tool points there. */
  duty: number;
}

/**
 * A hot tool over one face, then cooling: the wall's temperature, one for its whole thickness, is carried in short
 * steps by its heat balance, and water leaves at that temperature. It ends where the room's own balance holds again.
 */
export function heatPass(run: WallRun, { tool, face, seconds, duty }: HeatPass): void {
  const { celsius, heatTransfer } = heatTools[tool];
  const hot = heatedFor(run, face, quasiSteady(run), { celsius, heatTransfer, duty }, seconds);
  heatedFor(run, face, hot, { celsius, heatTransfer, duty: 0 }, LONGEST_COOLING_S);
}

interface Blown {
  celsius: number;
  heatTransfer: number;
  duty: number;
}

/** Steps for some seconds, or without a tool until the wall has cooled; returns its temperature then. */
function heatedFor(run: WallRun, face: FaceName, from: number, blown: Blown, seconds: number): number {
  let celsius = from;
  let span = STEP.shortest;
  let kelvinPerS = 0;
  for (let done = 0; done < seconds;) {
    if (blown.duty === 0 && Math.abs(celsius - quasiSteady(run)) < SETTLED_K) break;
    const now = Math.min(span, seconds - done);
    const after = heated(run, face, { celsius, kelvinPerS }, now, blown);
    kelvinPerS = (after - celsius) / now;
    const wanted = STEP.kelvin / Math.max(1e-4, Math.abs(kelvinPerS));
    span = Math.min(STEP.longest, 2 * span, Math.max(STEP.shortest, wanted));
    celsius = after;
    done += now;
  }
  return celsius;
}

/**
 * One short step, held at the temperature T + r·Δt/2 that the step before, r its K/s, promises for its middle; returns
 * the wall's temperature after it. The midpoint rule, implicit in how far the promise was wrong:
 * ΔT = (q·Δt − λ·lost + s·r·Δt²/2)/(C + s·Δt/2), s how much more heat goes for each kelvin more.
 */
function heated(
  run: WallRun,
  face: FaceName,
  { celsius, kelvinPerS }: { celsius: number; kelvinPerS: number },
  spanS: number,
  blown: Blown,
): number {
  const { surroundings, setting, state, wall } = run;
  const wallCelsius = celsius + (kelvinPerS * spanS) / 2;
  const air: Air = { celsius: 20, humidity: 0.5 };
  surroundings.climate(run.at, air);
  const room = surroundings.heatTransfer * setting.airFactor;
  const activity = activityLaw(setting.body);
  const towards = (f: FaceName) =>
    f === face ? blown.duty * blown.heatTransfer + (1 - blown.duty) * room : room;
  const isOpen = (f: FaceName) => surroundings[f] === 'free' || surroundings[f] === 'narrow';
  const law = (f: FaceName): FaceLaw =>
    isOpen(f) ? heldFace(wallCelsius, air, activity, towards(f)) : sealedFace;
  const perKelvin = (f: FaceName) =>
    isOpen(f)
      ? heldFluxPerKelvin(
          wallCelsius,
          activity,
          towards(f),
          state.x[f === 'inside' ? 0 : state.x.length - 1]!,
        )
      : 0;
  const moreLost = LATENT_HEAT * (perKelvin('inside') + perKelvin('outside'));
  const before = state.left.inside + state.left.outside;
  const capacity = heatCapacity(run);
  const startAt = run.at;
  wall.advance(
    state,
    0,
    spanS,
    { inside: law('inside'), outside: law('outside') },
    {
      tolerance: run.tolerance,
      record: (timeS, x, rate) => {
        if (timeS > 0) recorded(run, startAt + timeS * 1000, x, rate);
      },
    },
  );
  run.at = startAt + spanS * 1000;
  const lost = state.left.inside + state.left.outside - before;
  const kelvin = wallCelsius + KELVIN;
  const radiated = 2 * RADIATION * ((air.celsius + KELVIN) ** 4 - kelvin ** 4);
  const blownAt = blown.duty * blown.heatTransfer;
  const roomAt = (2 - blown.duty) * room;
  const brought = blownAt * (blown.celsius - wallCelsius) + roomAt * (air.celsius - wallCelsius) + radiated;
  const half = ((blownAt + roomAt + 8 * RADIATION * kelvin ** 3 + moreLost) * spanS) / 2;
  const after =
    celsius + (brought * spanS - LATENT_HEAT * lost + half * kelvinPerS * spanS) / (capacity + half);
  // no loss cools it below the room's own balance and no tool heats it beyond itself, however long the step
  const coldest = Math.min(celsius, quasiSteady(run));
  const hottest = Math.max(celsius, air.celsius, blown.celsius);
  return Math.min(hottest, Math.max(coldest, after));
}

/** J/(m²·K) of the whole wall: about 15 000 for 6 mm of leather-hard clay. */
export function heatCapacity({ wall, state }: WallRun): number {
  const dry = wall.mesh.widths.reduce((sum, width) => sum + width, 0);
  return dry * HEATS.clay + waterIn(wall.mesh, state.x) * HEATS.water;
}

/** The temperature of the outside face in the room's own balance. */
export function quasiSteady(run: WallRun): number {
  const { surroundings, setting, state } = run;
  const open = {
    climate: surroundings.climate,
    startAt: 0,
    activity: activityLaw(setting.body),
    heatTransfer: surroundings.heatTransfer * setting.airFactor,
    resistance: 0,
  };
  return surfaceState(open, run.at, Math.max(1e-4, state.x[state.x.length - 1]!)).celsius;
}
