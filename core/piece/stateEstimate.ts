import { stageSpan, type Stage } from '../clay/stage.ts';
import { drySolidsPerArea, type ClayBody } from '../clay/body.ts';
import {
  isOwn,
  ensembleOf,
  MEMBERS,
  type Ensemble,
  type WallCase,
  type WallOfPiece,
} from '../forecast/ensemble.ts';
import type { Observation } from '../forecast/observe.ts';
import { measuredAir, usualPrior, type Prior } from '../forecast/prior.ts';
import { type WallEvent, type WallSetting, type Walls, plainSetting, startRun } from '../drying/run.ts';
import { zoneOffset } from '../time/hours.ts';
import { goAlong } from '../drying/batch/carry.ts';
import { carrying } from '../drying/legs.ts';
import { since } from '../drying/trajectory.ts';
import { placesOf, type Seams, type WallName } from '../form/places.ts';
import { entriesOf } from '../log/entry.ts';
import type { PieceState } from '../log/piece.ts';
import type { Zone } from '../technique/layer.ts';
import type { Instant } from '../units/quantity.ts';
import { operationOf, laidBy } from './operation.ts';
import { begunAt, eventsOf, exposureOf, roomAt, roomOf, surroundingsIn, type LoggedWall } from './events.ts';
import { observationsOf, shareOfPiece } from './observations.ts';
import { begunAnew, withoutLongPast } from './longPast.ts';
import { ownWalls, partSeams, seamsOf, zonesOf, type OwnWall } from './walls.ts';
import { readsOf, type PlanInput } from './planInput.ts';

/** The walls of a piece as they are believed to be now, by its log and its checks. */
export interface StateEstimate extends Ensemble {
  at: Instant;
  observations: Observation[];
  /** Weighings that could not be used, with the reason. */
  unread: { at: Instant; reason: string }[];
  /** Water put back by coats, kg per kg of dry wall. */
  waterAdded: number;
  joined: Seams;
  /** What they are. */
  divided: Divided;
  /** From when on they were carried. */
  begun: Instant;
  /** What has befallen each of them so far. */
  befell: Partial<Record<WallName, WallEvent[]>>;
}

/** The walls that a piece is carried as. */
export interface Divided {
  walls: (LoggedWall & { thicknessM: number })[];
  /** Those that its own wall is divided into. */
  own: OwnWall[];
  /** All zones that anything is or was done in. */
  zones: Zone[];
}

/** Carries the walls of a piece from when it was made to `now`, with as many members as the case asks for. */
export function estimateNow(
  piece: PieceState,
  facts: PlanInput,
  now: Instant,
  members = MEMBERS,
): StateEstimate {
  const divided = dividedInto(piece, facts);
  const { observations, unread } = observationsOf(piece, facts, now, divided);
  const recent = withoutLongPast(piece, facts, now, () => ownWall(piece, facts));
  const looked = observations.filter(({ at }) => at > recent.piece.madeAt);
  const ensemble = ensembleOf({
    ...wallCase(recent.piece, recent.facts, now, divided),
    observations: looked,
    members,
  });
  forgetPast(ensemble.members, piece);
  return {
    ...ensemble,
    at: now,
    observations: looked,
    unread,
    waterAdded: waterAdded(piece, facts, divided),
    joined: seams(piece, divided),
    divided,
    begun: recent.piece.madeAt,
    befell: befallen(wallsOf(piece, facts, divided), now),
  };
}

function waterAdded(piece: PieceState, facts: PlanInput, divided: Divided): number {
  const solids = drySolidsPerArea(facts.body, piece.made.form.wallM);
  return entriesOf(facts.entries, 'piece.done').reduce((sum, entry) => {
    const deed = operationOf(entry, piece.layers);
    return sum + (laidBy(deed).water / solids) * shareOfPiece(deed, divided.own, divided.zones);
  }, 0);
}

const befallen = (walls: WallOfPiece[], until: Instant): StateEstimate['befell'] =>
  Object.fromEntries(walls.map(({ place, events }) => [place, events.filter(({ at }) => at <= until)]));

/** What a piece is carried as: its places, its wall divided by the bands on it, and the parts made for it. */
export function dividedInto(piece: PieceState, { entries }: PlanInput): Divided {
  const { form, stand, attachmentM } = piece.made;
  const zones = zonesOf(piece, entries);
  const own = ownWalls(form, zones);
  const places = placesOf(form, stand, attachmentM).flatMap(({ place, thicknessM }) =>
    place === 'wall' ? [] : [{ name: place, stretches: [], part: null, thicknessM }],
  );
  const parts = piece.parts.map((part) => ({
    name: `part ${part.part}` as WallName,
    stretches: [],
    part,
    // a rod dries from all around
    thicknessM: part.thicknessM / 2,
  }));
  const divided = own.map((wall) => ({ ...wall, part: null, thicknessM: form.wallM }));
  return { walls: [...divided, ...places, ...parts], own, zones };
}

const seams = ({ made, parts }: PieceState, { own }: Divided): Seams =>
  parts.reduce((all, part) => partSeams(all, part, own), seamsOf(made.form, made.attachmentM, own));

const lastDone = ({ madeAt, done }: PieceState): Instant =>
  Math.max(madeAt, ...Object.values(done).map(({ at }) => at));

/** Members keep on record only what a plan looks back on: the wall since its last step was done, the rest as it stands. */
function forgetPast(members: Walls[], piece: PieceState): void {
  const last = lastDone(piece);
  for (const walls of members)
    for (const [name, run] of Object.entries(walls) as [WallName, Walls['wall'] & {}][])
      run.trajectory = since(run.trajectory, isOwn(name) ? last : run.at);
}

/**
 * The same walls at a later moment, with what was logged of them since. The walls of `before` go on, and are not where they
 * were any more.
 * @returns null where what was logged tells of what was before, of what the walls are, or of what was found of them
 */
export function estimateLater(
  before: StateEstimate,
  piece: PieceState,
  facts: PlanInput,
  now: Instant,
): StateEstimate | null {
  const divided = dividedInto(piece, facts);
  const { observations, unread } = observationsOf(piece, facts, now, divided);
  const sameWalls = isSame([divided, seams(piece, divided)], [before.divided, before.joined]);
  const looked = observations.filter(({ at }) => at > before.begun);
  const sameFound = isSame([looked, unread], [before.observations, before.unread]);
  const begun = begunAnew(piece, facts, now) ?? piece.madeAt;
  if (!sameWalls || !sameFound || begun !== before.begun) return null;
  const befell = befallen(wallsOf(piece, facts, divided), now);
  const coming: StateEstimate['befell'] = {};
  for (const { name } of divided.walls) {
    const [of, was] = [befell[name]!, before.befell[name]!];
    coming[name] = of.slice(was.length);
    if (!isSame(of.slice(0, was.length), was) || coming[name].some(({ at }) => at < before.at)) return null;
  }
  goAlong([before.best, ...before.members].map((walls) => carrying(walls, before.joined, coming, now)));
  forgetPast(before.members, piece);
  return { ...before, at: now, befell, waterAdded: waterAdded(piece, facts, divided) };
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What is known of a piece's walls until an instant, before anything was found of them. */
export function wallCase(
  piece: PieceState,
  facts: PlanInput,
  now: Instant,
  divided: Divided = dividedInto(piece, facts),
): Omit<WallCase, 'observations' | 'members'> {
  return {
    given: begunSetting(piece, facts),
    prior: priorOf(piece, facts),
    walls: wallsOf(piece, facts, divided).map((wall) => ({
      ...wall,
      events: wall.events.filter((event) => event.at <= now),
    })),
    joined: seams(piece, divided),
    now,
    lookedBack: lastDone(piece),
    // members are drawn alike for all pieces of a clay in a room: equal pieces have equal forecasts
    seed: seedOf(`${piece.made.clayId} ${piece.made.roomId}`),
  };
}

/** Each wall of a piece: what is believed of its own wall holds for all in their thickness. */
function wallsOf(piece: PieceState, facts: PlanInput, { walls, zones }: Divided): WallOfPiece[] {
  const { made } = piece;
  const ordinary = startingX(made.stage, facts);
  return walls.map((wall) => {
    const share = wall.thicknessM / made.form.wallM;
    const at = begunAt(piece, wall);
    const wetter = wall.part ? stagedX(facts.body, wall.part.stage) - ordinary : 0;
    const first = {
      ...surroundingsIn(facts, roomAt(piece, facts.entries, at), at),
      cover: wall.part?.firstCover ?? made.cover,
      ...exposureOf(piece, wall, made.stand),
    };
    return {
      place: wall.name,
      begin: (setting, fineness) =>
        startRun(
          { ...setting, thicknessM: setting.thicknessM * share, startX: setting.startX + wetter },
          first,
          at,
          fineness,
        ),
      events: eventsOf(piece, facts, wall, zones),
    };
  });
}

/** The wall of a piece before anything is believed of it: in the studio's own hours, its air known until it was last measured or read. */
function begunSetting({ made, madeAt }: PieceState, facts: PlanInput): WallSetting {
  const plain = plainSetting(facts.body, made.form.wallM, startingX(made.stage, facts));
  const room = roomOf(facts, made.roomId);
  const { at: measured } = room.series;
  const until = [measured.length > 1 ? measured.at(-1) : undefined, readsOf(room).at(-1)?.at];
  const known = until.filter((at) => at !== undefined);
  return {
    ...plain,
    airShift: {
      ...plain.airShift,
      offsetMs: zoneOffset(facts.studio.zone, madeAt),
      wanderFrom: known.length > 0 ? Math.max(...known) : undefined,
    },
  };
}

/** A piece's own wall as the defaults have it. */
function ownWall(piece: PieceState, facts: PlanInput) {
  const begun = begunSetting(piece, facts);
  const divided = dividedInto(piece, facts);
  return { ...wallsOf(piece, facts, divided).find(({ place }) => place === 'wall')!, begun };
}

function priorOf({ made }: PieceState, facts: PlanInput): Prior {
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

const startingX = (stage: Stage | null, { body, startX }: PlanInput): number =>
  startX ?? stagedX(body, stage);

/** The water of clay that was entered at a stage: fresh where none is said. */
function stagedX(body: ClayBody, stage: Stage | null): number {
  if (stage === null || stage === 'plastic') return body.plasticX;
  const span = stageSpan(body, stage);
  return (span.fromX + span.toX) / 2;
}
