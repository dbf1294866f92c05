import type { ClayBody } from '../clay/body.ts';
import type { Stage } from '../clay/stage.ts';
import type { DailyCycle } from '../drying/air.ts';
import type { Cover } from '../drying/face.ts';
import type { Form } from '../form/form.ts';
import type { SlipUse } from '../slip/consistency.ts';
import type { Sign, TechniqueId } from '../technique/technique.ts';
import type { UnitChoice } from '../units/quantity.ts';

/** The log is the truth: everything else is computed from it. All quantities SI, all times ISO 8601 in UTC. */

export type Place = 'rim' | 'wall' | 'foot' | 'floor' | 'attachment';
export type Face = 'outside' | 'inside';
export type Outcome = 'good' | 'mixed' | 'bad';

export interface PieceMade {
  name: string;
  clayId: string;
  form: Form;
  roomId: string;
  techniqueId: TechniqueId;
  schools: Record<string, string>;
  cover: Cover;
  onRack: boolean;
  /** Stage when entered, for a piece that was not freshly made then. */
  stage: Stage | null;
}

export interface PieceCoated {
  stepId: string | null;
  tubId: string | null;
  /** Wet thickness, m. */
  thicknessM: number;
  specificGravity: number;
  /** Density of the powder, kg/m³. */
  grainDensity: number;
}

export interface PieceWeighed {
  massKg: number;
  /** Board or bat under the piece, kg. */
  tareKg: number;
  /** Dry clay in the piece, kg, where the maker knows it. */
  dryKg: number | null;
}

export interface TubMade {
  name: string;
  use: SlipUse;
  /** What is in it, in the maker's words. */
  contents: string;
  volumeM3: number;
  /** The tub when full, m³. */
  capacityM3: number;
  /** Density of the dry powder, kg/m³. */
  grainDensity: number;
  wetColour: string;
  firedColour: string;
  adjusted: 'none' | 'deflocculated' | 'flocculated';
}

export interface TubMeasured {
  /** Mass of the sample with its cup, kg. */
  massKg: number;
  tareKg: number;
  volumeM3: number;
  celsius: number | null;
  /** Level of the tub, m³, where the maker read it. */
  levelM3: number | null;
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

/** One attended spell a week: minutes since midnight, in the studio's zone. Weekday 1 is Monday. */
export interface WorkingSpell {
  weekday: number;
  fromMinute: number;
  toMinute: number;
}

export interface StudioSet {
  name: string;
  zone: string;
  hours: WorkingSpell[];
  /** Night on the strip and for covers, minutes since midnight. */
  nightFromMinute: number;
  nightToMinute: number;
}

export interface RoomSet {
  name: string;
  cycle: DailyCycle;
  /** h_c, W/(m²·K). */
  heatTransfer: number;
}

export interface EntryBodies {
  'piece.made': PieceMade;
  'piece.corrected': PieceMade & { madeAt: string };
  'piece.covered': { cover: Cover; onRack: boolean };
  'piece.moved': { roomId: string };
  'piece.coated': PieceCoated;
  'piece.seen': { sign: Sign; stepId: string };
  'piece.worked': { stepId: string; outcome: Outcome | null; note: string };
  'piece.skipped': { stepId: string; reason: string };
  'piece.checked': { stage: Stage; confirmed: boolean; note: string };
  'piece.weighed': PieceWeighed;
  'piece.trimmed': { note: string };
  'piece.noted': { text: string };
  'piece.finished': { outcome: Outcome; faults: string[]; note: string };
  'tub.made': TubMade;
  'tub.measured': TubMeasured;
  'tub.watered': { volumeM3: number };
  'tub.thickened': { dryKg: number };
  'tub.used': { volumeM3: number; pieceId: string | null };
  'tub.noted': { text: string };
  'tub.discarded': { reason: string };
  'readings.taken': ReadingsTaken;
  'studio.set': StudioSet;
  'room.set': RoomSet;
  'clay.set': ClayBody;
  'maker.set': { name: string; units: UnitChoice };
  'act.retracted': { reason: string };
}

export type EntryKind = keyof EntryBodies;

export type EntryOf<K extends EntryKind> = {
  id: string;
  kind: K;
  /** Version of the body's shape. */
  v: 1;
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
