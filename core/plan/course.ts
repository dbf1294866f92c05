import { stageSpan } from '../clay/stage.ts';
import { drySolidsPerArea } from '../clay/body.ts';
import {
  ensembleOf,
  MEMBERS,
  type Ensemble,
  type WallCase,
  type Walls,
  type WallOfPiece,
} from '../forecast/ensemble.ts';
import type { Observation } from '../forecast/observe.ts';
import { measuredAir, usualPrior, type Prior } from '../forecast/prior.ts';
import { carry, plainSetting, startRun, type Surroundings, type WallEvent } from '../drying/run.ts';
import { emptyTrajectory, since } from '../drying/trajectory.ts';
import { clayShares, outsideArea, placesOf, takesCoats, type PlaceName } from '../form/form.ts';
import { entriesOf, type Entry, type EntryOf } from '../log/entry.ts';
import { instantOf, weighedWater, type PieceState } from '../log/piece.ts';
import { coatLoad } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';
import { withoutLongPast } from './longPast.ts';
import { roomClimate, roomSettingAt, type PieceCase, type RoomCase } from './case.ts';

/** The walls of a piece from when it was made until now, as its log and its checks have them. */
export interface Course extends Ensemble {
  at: Instant;
  observations: Observation[];
  /** Weighings that could not be used, with the reason. */
  unread: { at: Instant; reason: string }[];
  /** Water put back by coats, kg per kg of dry wall. */
  waterAdded: number;
}

/** Carries the walls of a piece from when it was made to `now`, with as many members as the case asks for. */
export function courseOf(piece: PieceState, given: PieceCase, now: Instant, members = MEMBERS): Course {
  const { observations, unread } = observationsOf(piece, given, now);
  const recent = withoutLongPast(piece, given, now, () => ownWall(piece, given));
  const looked = observations.filter(({ at }) => at > recent.piece.madeAt);
  const solids = drySolidsPerArea(given.body, piece.made.form.wallM);
  const waterAdded = entriesOf(given.entries, 'piece.coated').reduce(
    (sum, coat) => sum + loadOf(coat).water / solids,
    0,
  );
  const ensemble = ensembleOf({
    ...wallCase(recent.piece, recent.given, now),
    observations: looked,
    members,
  });
  forgetPast(ensemble.members, piece);
  return { ...ensemble, at: now, observations: looked, unread, waterAdded };
}

const lastDone = ({ madeAt, done }: PieceState): Instant =>
  Math.max(madeAt, ...Object.values(done).map(({ at }) => at));

/** Members keep on record only what a plan looks back on: the wall since its last step was done. */
function forgetPast(members: Walls[], piece: PieceState): void {
  const last = lastDone(piece);
  for (const walls of members)
    for (const run of Object.values(walls))
      run.trajectory = run === walls.wall ? since(run.trajectory, last) : emptyTrajectory();
}

/** The same course at a later moment, if nothing was logged of the piece since. */
export function courseLater(course: Course, piece: PieceState, given: PieceCase, now: Instant): Course {
  const coming = wallsOf(piece, given).map(({ place, events }) => ({
    place,
    events: events.filter((event) => event.at > course.at && event.at <= now),
  }));
  for (const walls of [course.best, ...course.members])
    for (const { place, events } of coming) carry(walls[place]!, now, events);
  return { ...course, at: now };
}

/** What is known of a piece's walls until an instant, before anything was found of them. */
export function wallCase(
  piece: PieceState,
  given: PieceCase,
  now: Instant,
): Omit<WallCase, 'observations' | 'members'> {
  return {
    given: plainSetting(given.body, piece.made.form.wallM, startingX(piece, given)),
    prior: priorOf(piece, given),
    walls: wallsOf(piece, given).map((wall) => ({
      ...wall,
      events: wall.events.filter((event) => event.at <= now),
    })),
    now,
    lookedBack: lastDone(piece),
    // members are drawn alike for all pieces of a clay in a room: equal pieces have equal forecasts
    seed: seedOf(`${piece.made.clayId} ${piece.made.roomId}`),
  };
}

/** Each place of a piece as a wall of its own: what is believed of the wall holds for it in its thickness. */
function wallsOf(piece: PieceState, given: PieceCase): WallOfPiece[] {
  const { made, madeAt } = piece;
  return placesOf(made.form, made.stand, made.attachmentM).map(({ place, thicknessM, exposure }) => {
    const share = thicknessM / made.form.wallM;
    const first = { ...surroundingsIn(given, made.roomId, madeAt), cover: made.cover, ...exposure };
    return {
      place,
      begin: (setting, fineness) =>
        startRun({ ...setting, thicknessM: setting.thicknessM * share }, first, madeAt, fineness),
      events: wallEvents(piece, given, place),
    };
  });
}

/** A piece's own wall as the defaults have it. */
function ownWall(piece: PieceState, given: PieceCase) {
  const begun = plainSetting(given.body, piece.made.form.wallM, startingX(piece, given));
  return { ...wallsOf(piece, given).find(({ place }) => place === 'wall')!, begun };
}

function priorOf({ made }: PieceState, given: PieceCase): Prior {
  const measured = roomOf(given, made.roomId).series.at.length > 1 ? measuredAir : {};
  const start =
    made.stage === null && given.startX === undefined
      ? {}
      : { start: { mean: 0, sigma: 3 * usualPrior.start.sigma } };
  return { ...usualPrior, ...measured, ...start, ...given.learned };
}

/** A number from 0 to below 1 that a name always gives. */
function seedOf(name: string): number {
  let hash = 0;
  for (let i = 0; i < name.length; i++) hash = (hash * 31 + name.charCodeAt(i)) % 1_000_003;
  return hash / 1_000_003;
}

function startingX(piece: PieceState, { body, startX }: PieceCase): number {
  if (startX !== undefined) return startX;
  if (piece.made.stage === null || piece.made.stage === 'plastic') return body.plasticX;
  const span = stageSpan(body, piece.made.stage);
  return (span.fromX + span.toX) / 2;
}

function roomOf(given: PieceCase, roomId: string): RoomCase {
  const room = given.rooms.find((r) => r.id === roomId);
  if (!room) throw new Error(`the case has no room ${roomId}`);
  return room;
}

function surroundingsIn(
  given: PieceCase,
  roomId: string,
  at: Instant,
): Pick<Surroundings, 'climate' | 'heatTransfer'> {
  const room = roomOf(given, roomId);
  return { climate: roomClimate(room, given.studio), heatTransfer: roomSettingAt(room, at).heatTransfer };
}

/**
 * The log of a piece as events of one of its walls, and what was changed about the room it stood in. What was logged
 * before the piece was made counts from then.
 */
function wallEvents(piece: PieceState, given: PieceCase, place: PlaceName): WallEvent[] {
  const logged = given.entries.flatMap((entry) => {
    const event = wallEvent(piece, given, place, entry);
    return event ? [{ ...event, at: Math.max(event.at, piece.madeAt) }] : [];
  });
  return [...logged, ...roomChanges(piece, given)].sort((a, b) => a.at - b.at);
}

function roomChanges(piece: PieceState, given: PieceCase): WallEvent[] {
  const moves = [
    { from: piece.madeAt, roomId: piece.made.roomId },
    ...entriesOf(given.entries, 'piece.moved').map((e) => ({ from: instantOf(e), roomId: e.body.roomId })),
  ];
  return moves.flatMap(({ from, roomId }, i) => {
    const to = moves[i + 1]?.from ?? Number.POSITIVE_INFINITY;
    return roomOf(given, roomId)
      .settings.filter((setting) => setting.from > from && setting.from < to)
      .map(({ from: at, heatTransfer }): WallEvent => ({
        at,
        kind: 'surroundings',
        change: { heatTransfer },
      }));
  });
}

function wallEvent({ made }: PieceState, given: PieceCase, place: PlaceName, entry: Entry): WallEvent | null {
  const at = instantOf(entry);
  const face = entry.face ?? 'outside';
  switch (entry.kind) {
    case 'piece.covered': {
      const { cover, stand } = entry.body;
      const { exposure } = placesOf(made.form, stand, made.attachmentM).find((p) => p.place === place)!;
      return { at, kind: 'surroundings', change: { cover, ...exposure } };
    }
    case 'piece.moved':
      return { at, kind: 'surroundings', change: surroundingsIn(given, entry.body.roomId, at) };
    case 'piece.coated': {
      if (!takesCoats(place)) return null;
      const { thicknessM, specificGravity, grainDensity, adjusted = 'none' } = entry.body;
      return { at, kind: 'coat', coat: { face, thicknessM, specificGravity, grainDensity, adjusted } };
    }
    case 'piece.misted':
      return { at, kind: 'mist', face, water: entry.body.waterKgM2 };
    case 'piece.heated':
      return { at, kind: 'heat', face, ...entry.body };
    default:
      return null;
  }
}

const loadOf = ({ body }: EntryOf<'piece.coated'>) =>
  coatLoad(body.thicknessM, body.specificGravity, body.grainDensity);

/** What was found of a piece until an instant, oldest first, and the weighings that could not be used. */
export function observationsOf(piece: PieceState, given: PieceCase, now: Instant) {
  const area = outsideArea(piece.made.form);
  const over = clayShares(piece.made.form);
  const weighings = weighedWater(given.entries, (coat) => loadOf(coat).dry * area);
  const checks = given.entries.flatMap((entry) => checkOf(entry));
  const weighed = weighings.flatMap((w): Observation[] =>
    w.x === null ? [] : [{ at: w.at, place: 'wall', kind: 'water', x: w.x, over }],
  );
  const places = placesOf(piece.made.form, piece.stand, piece.made.attachmentM).map(({ place }) => place);
  const observations = [...checks, ...weighed]
    .filter((o) => o.at > piece.madeAt && o.at <= now && places.includes(o.place))
    .sort((a, b) => a.at - b.at);
  const unread = weighings.flatMap((w) => (w.reason === null ? [] : [{ at: w.at, reason: w.reason }]));
  return { observations, unread };
}

function checkOf(entry: Entry): Observation[] {
  const found = { at: instantOf(entry), place: entry.place ?? ('wall' as const) };
  switch (entry.kind) {
    case 'piece.checked':
      return [{ ...found, kind: 'stage', stage: entry.body.stage }];
    case 'piece.felt':
      return [{ ...found, kind: 'answers', answers: entry.body }];
    case 'piece.seen':
      return [{ ...found, kind: 'sign', sign: entry.body.sign }];
    default:
      return [];
  }
}
