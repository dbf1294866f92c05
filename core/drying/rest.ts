import { DAY, type Instant } from '../units/quantity.ts';
import { coverNamed } from './face.ts';
import { recorded, WEATHERPROOF, type WallRun } from './wallRun.ts';

/** A wall whose mean changes less than this from one day to the next is in balance, kg/kg. */
export const STEADY = 2e-4;
/** So long a wall in balance is still carried on before something happens to it. */
export const BEFORE_EVENTS = 2 * DAY;

/** Nothing but the room's air acts on it: no plaster beneath, no paper or damp cloth over it. */
export const isFree = ({ surroundings }: WallRun): boolean =>
  coverNamed(surroundings.cover).holds === undefined &&
  coverNamed(surroundings.cover).resistance < WEATHERPROOF &&
  surroundings.inside !== 'plaster';

/** A wall in balance is not carried on: whole days pass it by, up to an instant. */
export function restTo(run: WallRun, to: Instant): void {
  const days = Math.floor((to - run.at) / DAY);
  if (days <= 0) return;
  const still = new Float64Array(run.state.x.length);
  recorded(run, run.at, run.state.x, still);
  run.at += days * DAY;
  recorded(run, run.at, run.state.x, still);
}
