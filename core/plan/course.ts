import { stageSpan } from '../clay/stage.ts';
import { drySolidsPerArea } from '../clay/body.ts';
import { ensembleOf, MEMBERS, type Ensemble } from '../forecast/ensemble.ts';
import type { Observation } from '../forecast/observe.ts';
import { measuredAir, usualPrior, type Prior } from '../forecast/prior.ts';
import {
  plainSetting,
  startRun,
  type Fineness,
  type Surroundings,
  type WallEvent,
  type WallSetting,
} from '../drying/run.ts';
import { exposure, outsideArea, type PlaceOnPiece } from '../form/form.ts';
import { entriesOf, type Entry, type EntryOf } from '../log/entry.ts';
import { instantOf, weighedWater, type PieceState } from '../log/piece.ts';
import { coatLoad } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';
import { roomClimate, roomSettingAt, type PieceCase, type RoomCase } from './case.ts';

/** The wall of a piece from when it was made until now, as its log and its checks have it. */
export interface Course extends Ensemble {
  observations: Observation[];
  /** Weighings that could not be used, with the reason. */
  unread: { at: Instant; reason: string }[];
  /** Water put back by coats, kg per kg of dry wall. */
  waterAdded: number;
}

/** Carries a piece's wall from when it was made to `now`, with as many members as the case asks for. */
export function courseOf(piece: PieceState, given: PieceCase, now: Instant, members = MEMBERS): Course {
  const { body } = given;
  const events = wallEvents(piece, given).filter((event) => event.at <= now);
  const { observations, unread } = observationsOf(piece, given, now);
  const first = firstSurroundings(piece, given);
  const ensemble = ensembleOf({
    given: plainSetting(body, piece.made.form.wallM, startingX(piece, given)),
    prior: priorOf(piece, given),
    observations,
    events,
    begin: (setting, fineness?: Partial<Fineness>) => startRun(setting, first, piece.madeAt, fineness),
    now,
    members,
    seed: seedOf(piece.id),
  });
  const solids = drySolidsPerArea(body, piece.made.form.wallM);
  const waterAdded = entriesOf(given.entries, 'piece.coated').reduce(
    (sum, coat) => sum + loadOf(coat).water / solids,
    0,
  );
  return { ...ensemble, observations, unread, waterAdded };
}

/** Where another place of the piece stands now, if what was learned of its wall holds there too. */
export function placeRun(place: PlaceOnPiece, piece: PieceState, given: PieceCase, course: Course) {
  const { best } = course;
  const setting: WallSetting = { ...best.setting, thicknessM: place.thicknessM };
  const events = wallEvents(piece, given)
    .filter((event) => event.at <= best.at)
    .map((event): WallEvent => {
      if (event.kind !== 'surroundings') return event;
      return { ...event, change: { ...event.change, ...place.exposure } };
    })
    .filter((event) => place.place !== 'floor' || event.kind !== 'coat');
  const first = { ...firstSurroundings(piece, given), ...place.exposure };
  return { run: startRun(setting, first, piece.madeAt, { cells: 8, tolerance: 1e-3 }), events };
}

function priorOf({ made }: PieceState, given: PieceCase): Prior {
  const measured = roomOf(given, made.roomId).series.at.length > 1 ? measuredAir : {};
  const start = made.stage === null ? {} : { start: { mean: 0, sigma: 3 * usualPrior.start.sigma } };
  return { ...usualPrior, ...measured, ...start, ...given.learned };
}

/** A number from 0 to below 1 that a name always gives. */
function seedOf(name: string): number {
  let hash = 0;
  for (let i = 0; i < name.length; i++) hash = (hash * 31 + name.charCodeAt(i)) % 1_000_003;
  return hash / 1_000_003;
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
    ...exposure(made.form, made.stand),
  };
}

/**
 * The log of a piece as events of its wall, and what was changed about the room it stood in. What was logged
 * before the piece was made counts from then.
 */
export function wallEvents(piece: PieceState, given: PieceCase): WallEvent[] {
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
  const face = entry.face ?? 'outside';
  switch (entry.kind) {
    case 'piece.covered': {
      const { cover, stand } = entry.body;
      return { at, kind: 'surroundings', change: { cover, ...exposure(piece.made.form, stand) } };
    }
    case 'piece.moved':
      return { at, kind: 'surroundings', change: surroundingsIn(given, entry.body.roomId, at) };
    case 'piece.coated': {
      const { thicknessM, specificGravity, grainDensity } = entry.body;
      return { at, kind: 'coat', coat: { face, thicknessM, specificGravity, grainDensity } };
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

function observationsOf(piece: PieceState, given: PieceCase, now: Instant) {
  const area = outsideArea(piece.made.form);
  const weighings = weighedWater(given.entries, (coat) => loadOf(coat).dry * area);
  const checks = given.entries.flatMap((entry) => checkOf(entry));
  const weighed = weighings.flatMap((w): Observation[] =>
    w.x === null ? [] : [{ at: w.at, kind: 'water', x: w.x }],
  );
  const observations = [...checks, ...weighed]
    .filter((o) => o.at > piece.madeAt && o.at <= now)
    .sort((a, b) => a.at - b.at);
  const unread = weighings.flatMap((w) => (w.reason === null ? [] : [{ at: w.at, reason: w.reason }]));
  return { observations, unread };
}

function checkOf(entry: Entry): Observation[] {
  const at = instantOf(entry);
  switch (entry.kind) {
    case 'piece.checked':
      return [{ at, kind: 'stage', stage: entry.body.stage }];
    case 'piece.felt':
      return [{ at, kind: 'answers', answers: entry.body }];
    case 'piece.seen':
      return [{ at, kind: 'sign', sign: entry.body.sign }];
    default:
      return [];
  }
}
