import { stageSpan } from '../clay/stage.ts';
import { drySolidsPerArea } from '../clay/body.ts';
import { settingAfter, takenAsFound, type Observation } from '../drying/found.ts';
import {
  carry,
  startRun,
  type Surroundings,
  type WallEvent,
  type WallRun,
  type WallSetting,
} from '../drying/run.ts';
import { exposure, outsideArea } from '../form/form.ts';
import { entriesOf, type Entry, type EntryOf } from '../log/entry.ts';
import { instantOf, weighedWater, type PieceState } from '../log/piece.ts';
import { coatLoad } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';
import { roomClimate, roomSettingAt, type PieceCase, type RoomCase } from './case.ts';

/** The wall of a piece from when it was made until now, as its log and its checks have it. */
export interface Course {
  run: WallRun;
  setting: WallSetting;
  observations: Observation[];
  /** Weighings that could not be used, with the reason. */
  unread: { at: Instant; reason: string }[];
  /** Water put back by coats, kg per kg of dry wall. */
  waterAdded: number;
}

/** Carries a piece's wall from when it was made to `now`. */
export function courseOf(piece: PieceState, given: PieceCase, now: Instant): Course {
  const { body } = given;
  const thicknessM = piece.made.form.wallM;
  const begun: WallSetting = {
    body,
    thicknessM,
    startX: startingX(piece, given),
    airFactor: 1,
    coverFactor: 1,
  };
  const events = wallEvents(piece, given).filter((event) => event.at <= now);
  const { observations, unread } = observationsOf(piece, given, now);
  const first = firstSurroundings(piece, given);
  const begin = (setting: WallSetting, tolerance?: number) =>
    startRun(setting, first, piece.madeAt, tolerance);
  const setting = settingAfter(begun, observations, begin, events);
  const found = observations.map((observation) => takenAsFound(body, observation));
  const run = carry(
    begin(setting),
    now,
    [...events, ...found].sort((a, b) => a.at - b.at),
  );
  const solids = drySolidsPerArea(body, thicknessM);
  const waterAdded = events.reduce(
    (sum, event) => sum + (event.kind === 'coat' ? event.water / solids : 0),
    0,
  );
  return { run, setting, observations, unread, waterAdded };
}

function startingX(piece: PieceState, { body }: PieceCase): number {
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

function firstSurroundings(piece: PieceState, given: PieceCase): Surroundings {
  const { made, madeAt } = piece;
  return {
    ...surroundingsIn(given, made.roomId, madeAt),
    cover: made.cover,
    ...exposure(made.form, made.onRack),
  };
}

/**
 * The log of a piece as events of its wall, and what was changed about the room it stood in. What was logged
 * before the piece was made counts from then.
 */
function wallEvents(piece: PieceState, given: PieceCase): WallEvent[] {
  const logged = given.entries.flatMap((entry) => {
    const event = wallEvent(piece, given, entry);
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

function wallEvent(piece: PieceState, given: PieceCase, entry: Entry): WallEvent | null {
  const at = instantOf(entry);
  switch (entry.kind) {
    case 'piece.covered': {
      const { cover, onRack } = entry.body;
      return { at, kind: 'surroundings', change: { cover, ...exposure(piece.made.form, onRack) } };
    }
    case 'piece.moved':
      return { at, kind: 'surroundings', change: surroundingsIn(given, entry.body.roomId, at) };
    case 'piece.coated':
      return { at, kind: 'coat', face: entry.face ?? 'outside', water: loadOf(entry).water };
    default:
      return null;
  }
}

const loadOf = ({ body }: EntryOf<'piece.coated'>) =>
  coatLoad(body.thicknessM, body.specificGravity, body.grainDensity);

function observationsOf(piece: PieceState, given: PieceCase, now: Instant) {
  const area = outsideArea(piece.made.form);
  const weighings = weighedWater(given.entries, (coat) => loadOf(coat).dry * area);
  const checks = given.entries.flatMap((entry): Observation[] =>
    entry.kind === 'piece.checked' ? [{ at: instantOf(entry), kind: 'stage', stage: entry.body.stage }] : [],
  );
  const weighed = weighings.flatMap((w): Observation[] =>
    w.x === null ? [] : [{ at: w.at, kind: 'water', x: w.x }],
  );
  const observations = [...checks, ...weighed]
    .filter((o) => o.at > piece.madeAt && o.at <= now)
    .sort((a, b) => a.at - b.at);
  const unread = weighings.flatMap((w) => (w.reason === null ? [] : [{ at: w.at, reason: w.reason }]));
  return { observations, unread };
}
