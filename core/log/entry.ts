import type { Days, DaySpell, WorkingSpell } from '../time/hours.ts';
import type { ClayBody } from '../clay/body.ts';
import type { Stage } from '../clay/stage.ts';
import type { DailyCycle } from '../drying/air.ts';
import type { Cover } from '../drying/face.ts';
import type { TouchCheck } from '../forecast/touchCheck.ts';
import type { Taughtable } from '../forecast/learn.ts';
import type { Form } from '../form/form.ts';
import type { Stand } from '../form/places.ts';
import type { BinKind, Waste } from '../slip/bin.ts';
import type { Wanted } from '../slip/consistency.ts';
import type { SlipLaid } from '../slip/correct.ts';
import type { Feel } from '../slip/feel.ts';
import type { FlowCup } from '../slip/flow.ts';
import type { Material } from '../slip/material.ts';
import type { Recipe } from '../slip/recipe.ts';
import type { Layer, StepRef, Zone } from '../technique/layer.ts';
import type { Effect, Face, Role, Technique, StepKey } from '../technique/technique.ts';
import type { UnitChoice } from '../units/quantity.ts';

import type { TubMade, GravitySample, TubMeasured, BatchBegun, TrialBegun } from './slipBodies.ts';

/** The log is the truth: everything else is computed from it. All quantities SI, all times ISO 8601 in UTC. */

export type { Face } from '../technique/technique.ts';
export type {
  Carries,
  TubMade,
  FlowTaken,
  GravitySample,
  TubMeasured,
  BatchBegun,
  TrialBegun,
} from './slipBodies.ts';
export type Place = 'rim' | 'wall' | 'foot' | 'floor' | 'attachment';
export type Outcome = 'good' | 'mixed' | 'bad';

/** A piece as it was made, apart from what is done on it. */
export interface PieceBegun {
  name: string;
  clayId: string;
  form: Form;
  roomId: string;
  cover: Cover;
  stand: Stand;
  /** Thickness of a handle or a spout, m; null where there is none. */
  attachmentM: number | null;
  /** Stage when entered, for a piece that was not freshly made then. */
  stage: Stage | null;
  /** It came fired: its clay dries no more. */
  fired?: 'bisque';
}

export interface PieceMade extends PieceBegun {
  layers: Layer[];
  /** The piece whose record it is made by: it is to be done as that was. */
  like?: string;
}

/** A part made for a piece, which dries by itself until it is joined on. */
export interface PieceParted {
  /** Its name within the piece. */
  part: string;
  role: Role;
  /** How thick it is, m. */
  thicknessM: number;
  cover: Cover;
  /** Stage when entered, where it was not freshly made then. */
  stage: Stage | null;
}

/** Something done to a piece: one act may serve steps of several layers, or none. */
export interface PieceDone {
  refs: StepRef[];
  effects: Effect<number>[];
  /** Where, if not all over. */
  zone: Zone | null;
  /** When it was over, for what takes its time. */
  endedAt: string | null;
  slip: SlipLaid | null;
  tubs: string[];
  /** The form it has now, where the deed gave it one. */
  form: Form | null;
  outcome: Outcome | null;
  faults: string[];
  note: string;
  /** The stage of the clay then, as the maker had it. */
  stage?: Stage;
  /** Hands at work, s. */
  tookS?: number;
}

/** A deed of which nothing was said. */
export const nothingSaid: PieceDone = {
  refs: [],
  effects: [],
  zone: null,
  endedAt: null,
  slip: null,
  tubs: [],
  form: null,
  outcome: null,
  faults: [],
  note: '',
};

export interface PieceWeighed {
  massKg: number;
  /** Board or bat under the piece, kg. */
  tareKg: number;
  /** Dry clay in the piece, kg, where the maker knows it. */
  dryKg: number | null;
}

export interface ReadingsTaken {
  /** SHA-256 of the raw file. */
  file: string;
  fileName: string;
  /** How the file is to be read; see `readings` in the contract. */
  answers: ReadingsAnswers;
  /** Take the good rows though some are bad. */
  skipBad: boolean;
}

/** What had to be asked to read a climate file. */
export interface ReadingsAnswers {
  zone: string;
  dayFirst: boolean | null;
  columns: { time: number; celsius: number; humidity: number } | null;
  fahrenheit: boolean | null;
}

export interface StudioSet {
  name: string;
  zone: string;
  hours: WorkingSpell[];
  /** Night on the strip and for covers, minutes since midnight. */
  nightFromMinute: number;
  nightToMinute: number;
}

/** The studio as it is set, with the days that differ from its week. */
export interface Studio extends StudioSet {
  days?: Days;
}

export interface RoomSet {
  name: string;
  cycle: DailyCycle;
  /** h_c, W/(m²·K). */
  heatTransfer: number;
  /** Pupils or pregnant people work in it: what is not for them is named. */
  guarded?: true | undefined;
}

export interface KilnSet {
  name: string;
  /** Room for ware, m³. */
  volumeM3: number;
  /** From loading to unloading a firing usually takes it, s. */
  holdsS: number;
}

/** Pieces gathered for one firing. */
export interface LoadSet {
  kilnId: string;
  pieces: string[];
  to: 'bisque' | 'glazed';
  cone: string;
  /** Given up before it was loaded. */
  over: boolean;
  /** When it is to be fired, where that is planned: its pieces are wanted dry by then. */
  fireAt?: string | undefined;
}

/** Pieces to be made alike for a group, until so many are in it: what each is made as, and hands at making one, s. */
export type ToMake = PieceMade & { count: number; takesS: number };

/** Pieces that belong together: of a class, or of an order. */
export interface GroupSet {
  name: string;
  kind: 'class' | 'order' | 'other';
  /** Pupils or pregnant people work on them: what is not for them is named. */
  guarded?: true | undefined;
  /** When hands are at them, where that is not whenever the studio works. */
  hours?: WorkingSpell[] | undefined;
  /** When they are wanted, if that is known. */
  dueAt: string | null;
  toMake?: ToMake | undefined;
}

export interface EntryBodies {
  'piece.made': PieceMade;
  'piece.corrected': PieceBegun & { madeAt: string };
  /** What is planned on it from now on. */
  'piece.routed': { layers: Layer[] };
  /** The piece, or only a part of it that is not joined on yet. */
  'piece.covered': { cover: Cover; stand: Stand; part?: string | undefined };
  'piece.parted': PieceParted;
  'piece.moved': { roomId: string };
  /** All groups that it is in from now on. */
  'piece.grouped': { groups: string[] };
  'piece.done': PieceDone;
  /** A sign, or what only the maker can see; with a repeat's own words it is enough. */
  'piece.seen': { refs: StepRef[]; what: string };
  'piece.left-out': { refs: StepRef[]; reason: string };
  /** A step went wrong, and is mended by doing an earlier one again, with what follows it up to this one. */
  'piece.redo': { ref: StepRef; from: StepKey; sign: string };
  'piece.checked': { stage: Stage; confirmed: boolean; note: string };
  /** A touch check: what was felt and seen, each answered or left. */
  'piece.felt': TouchCheck;
  /** Another of its kind, made, kept and treated alike, was checked: what was found of that one. */
  'piece.sampled': { of: string; stage: Stage | null; answers: TouchCheck | null };
  'piece.weighed': PieceWeighed;
  /** What is cut into it: no other piece on the bench has the same. */
  'piece.coded': { code: string };
  /** It was handed in to be fired by others. */
  'piece.handed': { note: string };
  /** A photograph and its small copy, each by the SHA-256 of its file. */
  'piece.pictured': { file: string; thumb: string };
  /** What was seen to go wrong after a step, in words. */
  'piece.faulted': { refs: StepRef[]; fault: string };
  'piece.noted': { text: string };
  'piece.finished': { outcome: Outcome; faults: string[]; note: string };
  'tub.made': TubMade;
  'tub.measured': TubMeasured;
  'tub.watered': { volumeM3: number };
  'tub.thickened': { dryKg: number };
  /** Clear water poured off, or water lost by standing open. */
  'tub.decanted': { volumeM3: number };
  'tub.dosed': { does: 'deflocculate' | 'flocculate'; materialId: string; massKg: number };
  'tub.sieved': { mesh: number };
  'tub.stirred': Record<string, never>;
  'tub.topped': { volumeM3: number; specificGravity: number | null; fromTubId: string | null };
  'tub.used': { volumeM3: number; pieceId: string | null };
  'tub.moved': { shelf: string };
  'tub.settling': { depthM: number; grainM: number; celsius: number; seconds: number };
  'tub.noted': { text: string };
  'tub.discarded': { reason: string };
  'material.set': Material;
  'recipe.set': Recipe;
  'recipe.retired': { reason: string };
  'cup.set': FlowCup;
  'wanted.set': Wanted;
  'batch.begun': BatchBegun;
  'batch.weighed': { line: number; massKg: number };
  'batch.ticked': { stepId: string };
  'batch.measured': { sample: GravitySample; volumeM3: number };
  'batch.felt': { feel: Feel; volumeM3: number };
  'batch.coloured': { materialId: string; massKg: number };
  'batch.finished': { tubId: string };
  'batch.abandoned': { reason: string };
  'bin.set': { name: string; kind: BinKind; clayId: string | null };
  'bin.filled': {
    waste: Waste;
    clayId: string | null;
    massKg: number;
    from: string;
    override: string | null;
  };
  'bin.emptied': { how: string };
  'trial.begun': TrialBegun;
  'trial.dosed': { drops: number; seconds: number };
  'trial.ended': { note: string };
  'group.set': GroupSet;
  /** It is done with: its pieces stay as they are. */
  'group.closed': { reason: string };
  'kiln.set': KilnSet;
  'load.set': LoadSet;
  'load.loaded': Record<string, never>;
  'load.unloaded': Record<string, never>;
  /** Pieces that are led through their steps together, on whichever tablet. */
  'guide.set': { pieces: string[]; over: boolean };
  'readings.taken': ReadingsTaken;
  'studio.set': StudioSet;
  /** When somebody is there on one day; as every week again where spells are null. */
  'studio.day': { date: string; spells: DaySpell[] | null };
  'room.set': RoomSet;
  /** Its air as somebody read it off an instrument. */
  'room.read': { celsius: number; humidity: number };
  /** A sensor of the room, which speaks MQTT; paths say where in a message its numbers are. */
  'sensor.set': { url: string; topic: string; celsiusPath: string; humidityPath: string; on: boolean };
  /** A bench scale that sends its mass in grams when its button is pressed. */
  'scale.set': { url: string; topic: string; massPath: string; on: boolean };
  'clay.set': ClayBody;
  /** A technique of the studio's own, each setting a revision of it; pieces keep the one they were begun with. */
  'technique.set': Technique;
  /** What was learned of a room or a clay before now no longer counts; all of it where nothing is named. */
  'learning.reset': { unknown?: Taughtable | undefined };
  /** What another studio has learned of such a room or clay, taken over as a lesson. */
  'learning.taught': { belief: Taught; pieces: number; checks: number; from: string };
  /** `scaleStepKg` is what the maker's scale resolves. */
  'maker.set': { name: string; units: UnitChoice; scaleStepKg: number };
  'act.retracted': { reason: string };
}

/** What a room or a clay teaches: ln of a factor on the usual. */
export type Taught = Partial<Record<Taughtable, { mean: number; sigma: number }>>;

export type EntryKind = keyof EntryBodies;

/** What an entry can be about: the first word of its kind. */
export type SubjectKind = EntryKind extends infer K ? (K extends `${infer S}.${string}` ? S : never) : never;

/** Versions of the shapes of bodies; all others are in their first. */
const versions = { 'piece.made': 2, 'piece.corrected': 2, 'piece.seen': 2 } as const;
type Versions = typeof versions;
export type VersionOf<K extends EntryKind> = K extends keyof Versions ? Versions[K] : 1;

export const versionOf = <K extends EntryKind>(kind: K): VersionOf<K> =>
  ((versions as Partial<Record<EntryKind, number>>)[kind] ?? 1) as VersionOf<K>;

export type EntryOf<K extends EntryKind> = {
  id: string;
  kind: K;
  /** Version of the body's shape. */
  v: VersionOf<K>;
  /** The piece, tub, room, clay, maker or act it is about; `studio` for the studio itself. */
  subject: string;
  /** When it happened. */
  at: string;
  place: Place | null;
  face: Face | null;
  body: EntryBodies[K];
};

export type Entry = { [K in EntryKind]: EntryOf<K> }[EntryKind];

/** One thing a maker did: one transaction, one undo. */
export interface Act {
  id: string;
  makerId: string;
  /** The device's own clock when it was logged, as it stood. */
  deviceAt: string;
  entries: Entry[];
}

/** An act as the studio keeps it. */
export interface RecordedAct extends Act {
  /** Its number in the journal; ascending. */
  n: number;
  recordedAt: string;
}

/** Entries of one kind. */
export function entriesOf<K extends EntryKind>(entries: readonly Entry[], kind: K): EntryOf<K>[] {
  return entries.filter((entry) => entry.kind === kind) as unknown as EntryOf<K>[];
}
