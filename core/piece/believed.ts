import { stageSpan } from '../clay/stage.ts';
import { drySolidsPerArea } from '../clay/body.ts';
import { isSign } from '../coat/sign.ts';
import type { Cover } from '../drying/face.ts';
import { ensembleOf, MEMBERS, type Ensemble, type WallCase, type WallOfPiece } from '../forecast/ensemble.ts';
import type { Observation } from '../forecast/observe.ts';
import { measuredAir, usualPrior, type Prior } from '../forecast/prior.ts';
import {
  plainSetting,
  startRun,
  type Surroundings,
  type WallEvent,
  type WallSetting,
} from '../drying/run.ts';
import { zoneOffset } from '../plan/hours.ts';
import { carryTogether, type Joined, type Walls } from '../drying/together.ts';
import { emptyTrajectory, since } from '../drying/trajectory.ts';
import { clayShares, joinsOf, outsideArea, placesOf, type PlaceName, type Stand } from '../form/form.ts';
import { entriesOf, type Entry, type PieceBegun } from '../log/entry.ts';
import { instantOf, type PieceState } from '../log/piece.ts';
import type { Instant } from '../units/quantity.ts';
import { deedOf, laidBy, wallEventsOf } from './deed.ts';
import { withoutLongPast } from './longPast.ts';
import { weighedWater } from './weighing.ts';
import { roomClimate, roomSettingAt, type PieceFacts, type RoomFacts } from './facts.ts';

/** The walls of a piece as they are believed to be now, by its log and its checks. */
export interface Believed extends Ensemble {
  at: Instant;
  observations: Observation[];
  /** Weighings that could not be used, with the reason. */
  unread: { at: Instant; reason: string }[];
  /** Water put back by coats, kg per kg of dry wall. */
  waterAdded: number;
  joined: Joined;
}

/** Carries the walls of a piece from when it was made to `now`, with as many members as the case asks for. */
export function believedNow(piece: PieceState, facts: PieceFacts, now: Instant, members = MEMBERS): Believed {
  const { observations, unread } = observationsOf(piece, facts, now);
  const recent = withoutLongPast(piece, facts, now, () => ownWall(piece, facts));
  const looked = observations.filter(({ at }) => at > recent.piece.madeAt);
  const solids = drySolidsPerArea(facts.body, piece.made.form.wallM);
  const waterAdded = entriesOf(facts.entries, 'piece.done').reduce(
    (sum, entry) => sum + laidBy(deedOf(entry)).water / solids,
    0,
  );
  const ensemble = ensembleOf({
    ...wallCase(recent.piece, recent.facts, now),
    observations: looked,
    members,
  });
  forgetPast(ensemble.members, piece);
  const joined = joinsOf(piece.made.form, piece.made.attachmentM);
  return { ...ensemble, at: now, observations: looked, unread, waterAdded, joined };
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

/** The same walls at a later moment, if nothing was logged of the piece since. */
export function believedLater(
  before: Believed,
  piece: PieceState,
  facts: PieceFacts,
  now: Instant,
): Believed {
  const coming = wallsOf(piece, facts).map(({ place, events }) => ({
    place,
    events: events.filter((event) => event.at > before.at && event.at <= now),
  }));
  for (const walls of [before.best, ...before.members])
    carryTogether(walls, before.joined, Object.fromEntries(coming.map((of) => [of.place, of.events])), now);
  return { ...before, at: now };
}

/** What is known of a piece's walls until an instant, before anything was found of them. */
export function wallCase(
  piece: PieceState,
  facts: PieceFacts,
  now: Instant,
): Omit<WallCase, 'observations' | 'members'> {
  return {
    given: begunSetting(piece, facts),
    prior: priorOf(piece, facts),
    walls: wallsOf(piece, facts).map((wall) => ({
      ...wall,
      events: wall.events.filter((event) => event.at <= now),
    })),
    joined: joinsOf(piece.made.form, piece.made.attachmentM),
    now,
    lookedBack: lastDone(piece),
    // members are drawn alike for all pieces of a clay in a room: equal pieces have equal forecasts
    seed: seedOf(`${piece.made.clayId} ${piece.made.roomId}`),
  };
}

/** Each place of a piece as a wall of its own: what is believed of the wall holds for it in its thickness. */
function wallsOf(piece: PieceState, facts: PieceFacts): WallOfPiece[] {
  const { made, madeAt } = piece;
  return placesOf(made.form, made.stand, made.attachmentM).map(({ place, thicknessM, exposure }) => {
    const share = thicknessM / made.form.wallM;
    const first = { ...surroundingsIn(facts, made.roomId, madeAt), cover: made.cover, ...exposure };
    return {
      place,
      begin: (setting, fineness) =>
        startRun({ ...setting, thicknessM: setting.thicknessM * share }, first, madeAt, fineness),
      events: wallEvents(piece, facts, place),
    };
  });
}

/** The wall of a piece before anything is believed of it: in the studio's own hours, its air known until it was last measured. */
function begunSetting({ made, madeAt }: PieceState, facts: PieceFacts): WallSetting {
  const plain = plainSetting(facts.body, made.form.wallM, startingX({ made }, facts));
  const { at: measured } = roomOf(facts, made.roomId).series;
  return {
    ...plain,
    airShift: {
      ...plain.airShift,
      offsetMs: zoneOffset(facts.studio.zone, madeAt),
      wanderFrom: measured.length > 1 ? measured.at(-1) : undefined,
    },
  };
}

/** A piece's own wall as the defaults have it. */
function ownWall(piece: PieceState, facts: PieceFacts) {
  const begun = begunSetting(piece, facts);
  return { ...wallsOf(piece, facts).find(({ place }) => place === 'wall')!, begun };
}

function priorOf({ made }: PieceState, facts: PieceFacts): Prior {
  const measured = roomOf(facts, made.roomId).series.at.length > 1 ? measuredAir : {};
  const start =
    made.stage === null && facts.startX === undefined
      ? {}
      : { start: { mean: 0, sigma: 3 * usualPrior.start.sigma } };
  return { ...usualPrior, ...measured, ...start, ...facts.learned };
}

/** A number from 0 to below 1 that a name always gives. */
function seedOf(name: string): number {
  let hash = 0;
  for (let i = 0; i < name.length; i++) hash = (hash * 31 + name.charCodeAt(i)) % 1_000_003;
  return hash / 1_000_003;
}

function startingX(piece: Pick<PieceState, 'made'>, { body, startX }: PieceFacts): number {
  if (startX !== undefined) return startX;
  if (piece.made.stage === null || piece.made.stage === 'plastic') return body.plasticX;
  const span = stageSpan(body, piece.made.stage);
  return (span.fromX + span.toX) / 2;
}

function roomOf(facts: PieceFacts, roomId: string): RoomFacts {
  const room = facts.rooms.find((r) => r.id === roomId);
  if (!room) throw new Error(`the case has no room ${roomId}`);
  return room;
}

function surroundingsIn(
  facts: PieceFacts,
  roomId: string,
  at: Instant,
): Pick<Surroundings, 'climate' | 'heatTransfer'> {
  const room = roomOf(facts, roomId);
  return { climate: roomClimate(room, facts.studio), heatTransfer: roomSettingAt(room, at).heatTransfer };
}

/**
 * The log of a piece as events of one of its walls, and what was changed about the room it stood in. What was logged
 * before the piece was made counts from then.
 */
function wallEvents(piece: PieceState, facts: PieceFacts, place: PlaceName): WallEvent[] {
  const logged = facts.entries.flatMap((entry) =>
    eventsOfEntry(piece, facts, place, entry).map((event) => ({
      ...event,
      at: Math.max(event.at, piece.madeAt),
    })),
  );
  const fired = firedAt(facts.entries);
  return [...logged, ...roomChanges(piece, facts)]
    .filter(({ at }) => at <= fired)
    .sort((a, b) => a.at - b.at);
}

/** When a piece was first fired: what is done to it afterwards is done to no drying wall. */
const firedAt = (entries: readonly Entry[]): Instant =>
  Math.min(
    Number.POSITIVE_INFINITY,
    ...entriesOf(entries, 'piece.done').flatMap((entry) =>
      entry.body.effects.some(({ does }) => does === 'fire') ? [instantOf(entry)] : [],
    ),
  );

function roomChanges(piece: PieceState, facts: PieceFacts): WallEvent[] {
  const moves = [
    { from: piece.madeAt, roomId: piece.made.roomId },
    ...entriesOf(facts.entries, 'piece.moved').map((e) => ({ from: instantOf(e), roomId: e.body.roomId })),
  ];
  return moves.flatMap(({ from, roomId }, i) => {
    const to = moves[i + 1]?.from ?? Number.POSITIVE_INFINITY;
    return roomOf(facts, roomId)
      .settings.filter((setting) => setting.from > from && setting.from < to)
      .map(({ from: at, heatTransfer }): WallEvent => ({
        at,
        kind: 'surroundings',
        change: { heatTransfer },
      }));
  });
}

function eventsOfEntry({ made }: PieceState, facts: PieceFacts, place: PlaceName, entry: Entry): WallEvent[] {
  const at = instantOf(entry);
  switch (entry.kind) {
    case 'piece.covered':
      return [stood(made, place, at, entry.body)];
    case 'piece.moved':
      return [{ at, kind: 'surroundings', change: surroundingsIn(facts, entry.body.roomId, at) }];
    case 'piece.done':
      return wallEventsOf(deedOf(entry), place);
    default:
      return [];
  }
}

/** How a cover and a stand surround a place. */
function stood(
  made: PieceBegun,
  place: PlaceName,
  at: Instant,
  { cover, stand }: { cover: Cover; stand: Stand },
): WallEvent {
  const { exposure } = placesOf(made.form, stand, made.attachmentM).find((p) => p.place === place)!;
  return { at, kind: 'surroundings', change: { cover, ...exposure } };
}

/** What was found of a piece until an instant, oldest first, and the weighings that could not be used. */
export function observationsOf(piece: PieceState, facts: PieceFacts, now: Instant) {
  const area = outsideArea(piece.made.form);
  const over = clayShares(piece.made.form);
  const weighings = weighedWater(facts.entries, (entry) => laidBy(deedOf(entry)).dry * area);
  const fired = firedAt(facts.entries);
  const checks = facts.entries.flatMap((entry) => checkOf(entry));
  const weighed = weighings.flatMap((w): Observation[] =>
    w.x === null ? [] : [{ at: w.at, place: 'wall', kind: 'water', x: w.x, over }],
  );
  const places = placesOf(piece.made.form, piece.stand, piece.made.attachmentM).map(({ place }) => place);
  const observations = [...checks, ...weighed]
    .filter((o) => o.at > piece.madeAt && o.at <= Math.min(now, fired) && places.includes(o.place))
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
      return isSign(entry.body.what) ? [{ ...found, kind: 'sign', sign: entry.body.what }] : [];
    default:
      return [];
  }
}
