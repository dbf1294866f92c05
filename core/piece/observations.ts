import { isSign } from '../coat/sign.ts';
import type { Observation } from '../forecast/observe.ts';
import { outsideArea } from '../form/form.ts';
import { clayShares, placesOf, type ClayShare, type WallName } from '../form/places.ts';
import type { Entry, EntryOf } from '../log/entry.ts';
import { routeOf, type PieceState } from '../log/piece.ts';
import { instantOf } from '../time/moment.ts';
import { refKey, type StepRef, type Zone } from '../technique/layer.ts';
import type { Face } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
import { operationOf, laidBy, type Operation } from './operation.ts';
import { firedAt } from './events.ts';
import type { PlanInput } from './planInput.ts';
import { judgedOn, shareIn, sharesOf, type OwnWall } from './walls.ts';
import { weighedWater } from './weighing.ts';

/** What was found of a piece until an instant, oldest first, and the weighings that could not be used. */
export function observationsOf(
  piece: PieceState,
  facts: PlanInput,
  now: Instant,
  { own: walls, zones }: { own: OwnWall[]; zones: readonly Zone[] },
) {
  const area = outsideArea(piece.made.form);
  const over = clayShares(piece.made.form).flatMap(({ place, share }): ClayShare[] =>
    place === 'wall'
      ? sharesOf(walls).map((own) => ({ place: own.name, share: share * own.share }))
      : [{ place, share }],
  );
  const laid = (entry: EntryOf<'piece.done'>) => {
    const deed = operationOf(entry, piece.layers);
    return laidBy(deed).dry * area * shareOfPiece(deed, walls, zones);
  };
  const weighings = weighedWater(facts.entries, laid);
  const fired = firedAt(facts.entries);
  const checks = facts.entries.flatMap((entry) =>
    checkOf(entry, (refs) => seenOn(piece, refs, walls, zones)),
  );
  const weighed = weighings.flatMap((w): Observation[] =>
    w.x === null ? [] : [{ at: w.at, place: 'wall', kind: 'water', x: w.x, over }],
  );
  const names: WallName[] = [
    ...placesOf(piece.made.form, piece.stand, piece.made.attachmentM).map(({ place }) => place),
    ...walls.map(({ name }) => name),
  ];
  const observations = [...checks, ...weighed]
    .filter((o) => o.at > piece.madeAt && o.at <= Math.min(now, fired) && names.includes(o.place))
    .sort((a, b) => a.at - b.at);
  const unread = weighings.flatMap((w) => (w.reason === null ? [] : [{ at: w.at, reason: w.reason }]));
  return { observations, unread };
}

/** Which share of the piece's outside the zones of a deed take in. */
export const shareOfPiece = (
  { zones: done }: Operation,
  walls: OwnWall[],
  zones: readonly Zone[],
): number => {
  const all = [...done, ...zones];
  return sharesOf(walls).reduce((sum, { share }, i) => {
    const within = done.reduce((part, zone) => part + shareIn(zone, walls[i]!, all), 0);
    return sum + share * Math.min(1, within);
  }, 0);
};

/** The wall and the face on which a sign of a step is seen. */
function seenOn(
  piece: PieceState,
  refs: StepRef[],
  walls: OwnWall[],
  zones: readonly Zone[],
): { place: WallName; face: Face } {
  const names = refs.map(refKey);
  const planned = routeOf(piece).planned.find((of) => of.refs.some((ref) => names.includes(refKey(ref))));
  return planned
    ? { place: judgedOn(walls, planned.zones, zones), face: planned.face }
    : { place: 'wall', face: 'outside' };
}

function checkOf(entry: Entry, seen: (refs: StepRef[]) => { place: WallName; face: Face }): Observation[] {
  const found = { at: instantOf(entry), place: entry.place ?? ('wall' as const) };
  switch (entry.kind) {
    case 'piece.checked':
      return [{ ...found, kind: 'stage', stage: entry.body.stage }];
    case 'piece.felt':
      return [{ ...found, kind: 'answers', answers: entry.body }];
    case 'piece.sampled': {
      const { stage, answers } = entry.body;
      const sister = { ...found, sister: true as const };
      return [
        ...(stage ? [{ ...sister, kind: 'stage' as const, stage }] : []),
        ...(answers ? [{ ...sister, kind: 'answers' as const, answers }] : []),
      ];
    }
    case 'piece.seen':
      return isSign(entry.body.what)
        ? [{ at: found.at, ...seen(entry.body.refs), kind: 'sign', sign: entry.body.what }]
        : [];
    default:
      return [];
  }
}
