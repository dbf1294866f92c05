import type { Cover } from '../drying/face.ts';
import type { Surroundings, WallEvent } from '../drying/run.ts';
import { exposure, placesOf, type Exposure, type Stand } from '../form/places.ts';
import { entriesOf, type Entry } from '../log/entry.ts';
import type { PartState, PieceState } from '../log/piece.ts';
import { instantOf } from '../time/moment.ts';
import type { Zone } from '../technique/layer.ts';
import type { Instant } from '../units/quantity.ts';
import { operationOf, wallEventsOf } from './operation.ts';
import { roomClimate, roomSettingAt, type PlanInput, type RoomInput } from './planInput.ts';
import type { OwnWall } from './walls.ts';

/** What befell each wall of a piece: covers, moves, deeds, and what was changed about the room it stood in. */

/** A wall of a piece as its log knows it. */
export interface LoggedWall extends OwnWall {
  /** The part that it is; null for what was there from the beginning. */
  part: PartState | null;
}

export function roomOf(facts: PlanInput, roomId: string): RoomInput {
  const room = facts.rooms.find((r) => r.id === roomId);
  if (!room) throw new Error(`the case has no room ${roomId}`);
  return room;
}

export function surroundingsIn(
  facts: PlanInput,
  roomId: string,
  at: Instant,
): Pick<Surroundings, 'climate' | 'heatTransfer'> {
  const room = roomOf(facts, roomId);
  return { climate: roomClimate(room, facts.studio), heatTransfer: roomSettingAt(room, at).heatTransfer };
}

/** When a wall was made. */
export const begunAt = (piece: PieceState, { part }: LoggedWall): Instant =>
  Math.max(piece.madeAt, part?.madeAt ?? piece.madeAt);

/** A part stands free of everything. */
const freely: Exposure = { outside: 'free', inside: 'free' };

/** How a wall of a piece meets the air when the piece stands as it does. */
export function exposureOf(
  { made }: PieceState,
  { name, stretches, part }: LoggedWall,
  stand: Stand,
): Exposure {
  if (part) return freely;
  if (stretches.length > 0) return exposure(made.form, stand);
  return placesOf(made.form, stand, made.attachmentM).find(({ place }) => place === name)!.exposure;
}

/**
 * The log of a piece as events of one of its walls. What was logged before the wall was made counts from then; a part
 * has its own covers until it is joined on.
 */
export function eventsOf(
  piece: PieceState,
  facts: PlanInput,
  wall: LoggedWall,
  zones: readonly Zone[],
): WallEvent[] {
  const begun = begunAt(piece, wall);
  const logged = facts.entries.flatMap((entry) =>
    eventsOfEntry(piece, facts, wall, zones, entry).map((event) => ({
      ...event,
      at: Math.max(event.at, begun),
    })),
  );
  const fired = firedAt(facts.entries);
  return [...logged, ...joinedOn(piece, facts, wall), ...roomChanges(piece, facts)]
    .filter(({ at }) => at <= fired && at >= begun)
    .sort((a, b) => a.at - b.at);
}

/** When a piece was first fired: what is done to it afterwards is done to no drying wall. At once where it came fired. */
export const firedAt = (entries: readonly Entry[]): Instant =>
  Math.min(
    Number.POSITIVE_INFINITY,
    ...entries.flatMap((entry) =>
      (entry.kind === 'piece.made' || entry.kind === 'piece.corrected') && entry.body.fired
        ? [Number.NEGATIVE_INFINITY]
        : [],
    ),
    ...entriesOf(entries, 'piece.done').flatMap((entry) =>
      entry.body.effects.some(({ does }) => does === 'fire') ? [instantOf(entry)] : [],
    ),
  );

/** Where a piece stood, from when on. */
const movesOf = (piece: PieceState, entries: readonly Entry[]): { from: Instant; roomId: string }[] => [
  { from: piece.madeAt, roomId: piece.made.roomId },
  ...entriesOf(entries, 'piece.moved').map((e) => ({ from: instantOf(e), roomId: e.body.roomId })),
];

/** The room that a piece stood in at an instant. */
export const roomAt = (piece: PieceState, entries: readonly Entry[], at: Instant): string =>
  (movesOf(piece, entries).findLast(({ from }) => from <= at) ?? { roomId: piece.made.roomId }).roomId;

function roomChanges(piece: PieceState, facts: PlanInput): WallEvent[] {
  const moves = movesOf(piece, facts.entries);
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

/** Whether what is done to the piece is done to this wall as well: a part is by itself until it is joined on. */
const isOnPiece = ({ part }: LoggedWall, at: Instant): boolean =>
  part === null || (part.joinedAt !== null && part.joinedAt <= at);

function eventsOfEntry(
  piece: PieceState,
  facts: PlanInput,
  wall: LoggedWall,
  zones: readonly Zone[],
  entry: Entry,
): WallEvent[] {
  const at = instantOf(entry);
  const onPiece = isOnPiece(wall, at);
  switch (entry.kind) {
    case 'piece.covered': {
      const { part, cover, stand } = entry.body;
      if (part === undefined ? !onPiece : onPiece || part !== wall.part?.part) return [];
      return [stood(piece, wall, at, { cover, stand })];
    }
    case 'piece.moved':
      return [{ at, kind: 'surroundings', change: surroundingsIn(facts, entry.body.roomId, at) }];
    case 'piece.done':
      return onPiece ? wallEventsOf(operationOf(entry, piece.layers), wall, zones) : [];
    default:
      return [];
  }
}

/** From when it is joined on, a part is covered as the piece is. */
function joinedOn(piece: PieceState, facts: PlanInput, wall: LoggedWall): WallEvent[] {
  const at = wall.part?.joinedAt ?? null;
  if (at === null) return [];
  const covered = entriesOf(facts.entries, 'piece.covered').findLast(
    (e) => e.body.part === undefined && instantOf(e) <= at,
  );
  return [stood(piece, wall, at, covered?.body ?? piece.made)];
}

/** How a cover and a stand surround a wall. */
const stood = (
  piece: PieceState,
  wall: LoggedWall,
  at: Instant,
  { cover, stand }: { cover: Cover; stand: Stand },
): WallEvent => ({ at, kind: 'surroundings', change: { cover, ...exposureOf(piece, wall, stand) } });

/** The walls of a piece that are parts not joined on yet. */
export const apart = (walls: readonly LoggedWall[]): (LoggedWall & { part: PartState })[] =>
  walls.flatMap((wall) => (wall.part && wall.part.joinedAt === null ? [{ ...wall, part: wall.part }] : []));
