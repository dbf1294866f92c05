import { activityLaw } from '../clay/body.ts';
import type { Instant } from '../units/quantity.ts';
import type { Air } from './air.ts';
import { KELVIN } from './air.ts';
import { heldFace, LATENT_HEAT, RADIATION, sealedFace, surfaceState, type FaceLaw } from './face.ts';
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
const STEP_S = 2;
const COOLING_STEP_S = 15;
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
  const { celsius: blown, heatTransfer } = heatTools[tool];
  let wall = quasiSteady(run);
  for (let done = 0; done < seconds; done += STEP_S) {
    const span = Math.min(STEP_S, seconds - done);
    wall = heated(run, face, wall, span, { celsius: blown, heatTransfer, duty });
  }
  for (let done = 0; done < LONGEST_COOLING_S; done += COOLING_STEP_S) {
    if (Math.abs(wall - quasiSteady(run)) < SETTLED_K) return;
    wall = heated(run, face, wall, COOLING_STEP_S, { celsius: blown, heatTransfer, duty: 0 });
  }
}

interface Blown {
  celsius: number;
  heatTransfer: number;
  duty: number;
}

/** One short step at a held temperature; returns the wall's temperature after it. */
function heated(run: WallRun, face: FaceName, wallCelsius: number, spanS: number, blown: Blown): number {
  const { surroundings, setting, state, wall } = run;
  const air: Air = { celsius: 20, humidity: 0.5 };
  surroundings.climate(run.at, air);
  const room = surroundings.heatTransfer * setting.airFactor;
  const activity = activityLaw(setting.body);
  const towards = (f: FaceName) =>
    f === face ? blown.duty * blown.heatTransfer + (1 - blown.duty) * room : room;
  const law = (f: FaceName): FaceLaw =>
    surroundings[f] === 'free' || surroundings[f] === 'narrow'
      ? heldFace(wallCelsius, air, activity, towards(f))
      : sealedFace;
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
      record: (timeS, x, rate) => recorded(run, startAt + timeS * 1000, x, rate),
    },
  );
  run.at = startAt + spanS * 1000;
  const lost = state.left.inside + state.left.outside - before;
  const kelvin = wallCelsius + KELVIN;
  const radiated = 2 * RADIATION * ((air.celsius + KELVIN) ** 4 - kelvin ** 4);
  const brought =
    blown.duty * blown.heatTransfer * (blown.celsius - wallCelsius) +
    (2 - blown.duty) * room * (air.celsius - wallCelsius) +
    radiated;
  const after = wallCelsius + (brought * spanS - LATENT_HEAT * lost) / capacity;
  // no loss cools it below the room's own balance and no tool heats it beyond itself, however long the step
  const coldest = Math.min(wallCelsius, quasiSteady(run));
  const hottest = Math.max(wallCelsius, air.celsius, blown.celsius);
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
