import { drySolidsPerArea } from '../clay/body.ts';
import { signAt } from '../coat/sign.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { heatPass, type HeatTool } from './heat.ts';
import {
  stretched,
  takenOff,
  withCoat,
  withSettledCoats,
  type CoatLaid,
  type FaceName,
  type MeshState,
  type Layer,
} from './mesh.ts';
import { meanReading, signWater } from './readings.ts';
import { setMesh, type Surroundings, type WallRun } from './wallRun.ts';

/** What happens to a wall. */
export type WallEvent = { at: Instant } & (
  | { kind: 'surroundings'; change: Partial<Surroundings> }
  | { kind: 'coat'; coat: Omit<CoatLaid, 'at'> }
  /** A film of water on a face, kg/m². */
  | { kind: 'mist'; face: FaceName; water: number }
  /** A hot tool over a face, pointing there for a share of the time. */
  | { kind: 'heat'; tool: HeatTool; face: FaceName; seconds: number; duty: number }
  /** The clay is stretched to so many times its face. */
  | { kind: 'stretch'; ratio: number }
  /** A tool or a sponge takes off so much of a face, m of plastic clay; a sponge coats only. */
  | { kind: 'taken-off'; face: FaceName; depthM: number; share: number; wiped?: boolean }
  /** Wax closes a share of a face. */
  | { kind: 'wax'; face: FaceName; share: number }
  /** The clay was found to lie between two mean water contents, whatever was computed. */
  | { kind: 'found'; fromX: number; toX: number }
);

/** No cell of a misted wall holds more than this; the rest soaks into the next. */
const SATURATED_X = 0.45;
const COAT_SETTLES = 30 * MINUTE;
/** Other air, another cover or another place: steps begin no longer than this, s. */
const AFTER_CHANGE_S = 120;

/** Does to a run what happens to it at this moment. */
export function applyEvent(run: WallRun, event: WallEvent): void {
  const { state, wall } = run;
  if (event.kind !== 'surroundings') state.lastStepS = undefined;
  switch (event.kind) {
    case 'surroundings':
      if (event.change.cover === 'paper-bag') run.taken = { ...run.taken, paper: 0 };
      if (event.change.cover === 'damp-cloth') run.taken = { ...run.taken, cloth: 0 };
      run.surroundings = { ...run.surroundings, ...event.change };
      if (state.lastStepS) run.state = { ...state, lastStepS: Math.min(AFTER_CHANGE_S, state.lastStepS) };
      return;
    case 'coat': {
      const settled = withSettledCoats({ mesh: wall.mesh, x: state.x });
      setMesh(run, withCoat(settled, { ...event.coat, at: event.at }, run.coatCells));
      run.settlesAt = event.at + COAT_SETTLES;
      return;
    }
    case 'mist':
      soakIn(run, event.face, event.water);
      return;
    case 'heat':
      heatPass(run, event);
      state.lastStepS = undefined;
      return;
    case 'stretch':
      stretch(run, event.ratio);
      return;
    case 'taken-off': {
      const drySolids = drySolidsPerArea(run.setting.body, event.depthM);
      const before = bodySolids(wall.mesh);
      setMesh(run, takenOff({ mesh: wall.mesh, x: state.x }, event.face, { ...event, drySolids }));
      const left = bodySolids(run.wall.mesh) / before;
      run.setting = { ...run.setting, thicknessM: run.setting.thicknessM * left };
      return;
    }
    case 'wax':
      run.waxed = { ...run.waxed, [event.face]: 1 - (1 - run.waxed[event.face]) * (1 - event.share) };
      return;
    case 'found': {
      const mean = meanReading(state.x, wall.mesh);
      const shift = Math.min(event.toX, Math.max(event.fromX, mean)) - mean;
      const { from, to } = wall.mesh.body;
      for (let i = from; i < to; i++) state.x[i] = Math.max(1e-4, state.x[i]! + shift);
    }
  }
}

/** Dry solids of the wall's own clay, kg/m². */
function bodySolids({ widths, body }: MeshState['mesh']): number {
  let sum = 0;
  for (let i = body.from; i < body.to; i++) sum += widths[i]!;
  return sum;
}

/** From then on all that is of an area is of the new one. */
function stretch(run: WallRun, ratio: number): void {
  const { state, wall, setting, taken } = run;
  setMesh(
    run,
    stretched({ mesh: wall.mesh, x: state.x }, ratio, (layer) => isSkin(layer, state.x)),
  );
  run.setting = { ...setting, thicknessM: setting.thicknessM / ratio };
  state.left.inside /= ratio;
  state.left.outside /= ratio;
  run.taken = { paper: taken.paper / ratio, plaster: taken.plaster / ratio, cloth: taken.cloth / ratio };
}

/** A coat at touch-dry, or a film that has its skin, breaks where wet slip spreads. */
function isSkin({ coat, from, to }: Layer, x: Float64Array): boolean {
  if (coat === null) return false;
  const surface = x[coat.face === 'outside' ? to - 1 : from]!;
  return signWater(surface, coat) <= signAt[coat.silicateSolids === undefined ? 'touch-dry' : 'matte'];
}

/** Adds water to the cells at a face, outermost first, kg/m². */
function soakIn(run: WallRun, face: FaceName, water: number): void {
  const { x } = run.state;
  const { widths } = run.wall.mesh;
  let rest = water;
  const n = x.length;
  for (let k = 0; k < n && rest > 0; k++) {
    const i = face === 'outside' ? n - 1 - k : k;
    const room = Math.max(0, SATURATED_X - x[i]!) * widths[i]!;
    const taken = k === n - 1 ? rest : Math.min(rest, room);
    x[i] = x[i]! + taken / widths[i]!;
    rest -= taken;
  }
}
