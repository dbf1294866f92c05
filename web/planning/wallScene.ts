import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Spell } from '../../core/time/hours.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import { meanReading } from '../../core/drying/readings.ts';
import { endOf, readAt } from '../../core/drying/trajectory.ts';
import type { PlaceName, WallName } from '../../core/form/places.ts';
import { entriesOf } from '../../core/log/entry.ts';
import { instantOf } from '../../core/time/moment.ts';
import type { Role } from '../../core/technique/technique.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import type { StripScene } from '../draw/scene.ts';
import type { Trial } from './useWhatIf.ts';

export type Zoom = 'near' | 'all';

/** Places that at some time differ by this much water from the wall are shown with it, kg/kg. */
const APART = 0.012;

const placeNames: Record<PlaceName, string> = {
  wall: 'Wall',
  rim: 'Rim',
  foot: 'Foot',
  floor: 'Floor',
  attachment: 'Handle or spout',
};

/** A wall of a piece in words. */
export function wallWords(name: WallName, role: Role | null = null): string {
  if (role) return roleWords(role);
  return name in placeNames ? placeNames[name as PlaceName] : `${name.replace('band ', '')} % up`;
}

/** What a part is, as a heading. */
export const roleWords = (role: Role): string =>
  role === 'foot' ? 'Foot ring' : role.charAt(0).toUpperCase() + role.slice(1);

/**
 * What the strip shows, near now or over the piece's whole time: the plan as it is, or as it would be under a trial.
 */
export function sceneOf(
  real: PiecePlan,
  trial: Trial | null,
  given: PlanInput,
  nights: Spell[],
  now: Instant,
  zoom: Zoom,
  zone: string,
): StripScene {
  const plan = trial?.plan ?? real;
  const { piece, trajectory, gates } = plan;
  const end = endOf(trajectory);
  // what is looked forward to: when the last step that dries away closes
  const lastClose = Math.max(0, ...gates.map(({ closes }) => closes ?? 0));
  const near = {
    from: Math.max(piece.madeAt, now - 14 * HOUR),
    to: Math.min(end, Math.max(now + 26 * HOUR, Math.min(lastClose + 4 * HOUR, now + 48 * HOUR))),
  };
  const range = zoom === 'near' ? near : { from: piece.madeAt, to: end };
  const to = Math.max(range.to, now + 2 * HOUR);
  return {
    ...range,
    to,
    body: given.body,
    thicknessM: piece.form.wallM,
    trajectory,
    now,
    // what opens later stands in the table of steps
    gates: gates.filter(({ doneAt, opens }) => doneAt !== null || (opens !== null && opens <= to)),
    covers: coverSpells(plan, given, trial),
    places: placesApart(plan),
    nights,
    pictured: entriesOf(given.entries, 'piece.pictured').map(instantOf),
    zone,
  };
}

const placesApart = ({ places, trajectory, shown }: PiecePlan): StripScene['places'] =>
  places.places
    .filter(
      ({ place, over }) =>
        place !== shown &&
        over.at.some((at, k) => Math.abs(over.meanX[k]! - readAt(trajectory, at, meanReading)) > APART),
    )
    .map(({ place, role, over }) => ({ name: wallWords(place, role).toLowerCase(), ...over }));

function coverSpells(
  { piece, trajectory }: PiecePlan,
  given: PlanInput,
  trial: Trial | null,
): StripScene['covers'] {
  const changes = [
    { at: piece.madeAt, cover: piece.made.cover },
    ...entriesOf(given.entries, 'piece.covered').flatMap((e) =>
      e.body.part === undefined ? [{ at: Math.max(piece.madeAt, instantOf(e)), cover: e.body.cover }] : [],
    ),
    ...(trial?.tried.does === 'cover' ? [{ at: trial.at, cover: trial.tried.cover }] : []),
  ];
  return changes.map(({ at, cover }, i) => ({
    cover,
    from: at,
    to: changes[i + 1]?.at ?? endOf(trajectory),
  }));
}
