import type { Sign } from '../coat/sign.ts';
import type { HeatTool } from '../drying/heat.ts';
import type { Adjustment } from '../slip/correct.ts';
import { wholeZone, type Layer, type StepRef } from '../technique/layer.ts';
import type { Effect, Only } from '../technique/technique.ts';
import type {
  Act,
  Entry,
  EntryBodies,
  EntryKind,
  Outcome,
  PieceBegun,
  PieceDone,
  RecordedAct,
} from './entry.ts';
import { nothingSaid, versionOf } from './entry.ts';

/** Bodies as earlier versions of the program wrote them. They are read, and never written any more. */
export interface EarlierBodies {
  'piece.made': PieceBegun & { techniqueId: 'sgraffito'; schools: Only };
  'piece.corrected': PieceBegun & { techniqueId: 'sgraffito'; schools: Only; madeAt: string };
  'piece.misted': { waterKgM2: number };
  'piece.heated': { tool: HeatTool; seconds: number; duty: number };
  'piece.coated': {
    stepId: string | null;
    tubId: string | null;
    thicknessM: number;
    specificGravity: number;
    grainDensity: number;
    adjusted?: Adjustment | undefined;
  };
  'piece.seen': { sign: Sign; stepId: string };
  'piece.worked': { stepId: string; outcome: Outcome | null; note: string };
  'piece.skipped': { stepId: string; reason: string };
  'piece.trimmed': { note: string };
}

export type EarlierKind = keyof EarlierBodies;

export type EarlierEntry = {
  [K in EarlierKind]: Omit<Entry, 'kind' | 'v' | 'body'> & { kind: K; v: 1; body: EarlierBodies[K] };
}[EarlierKind];

/** An entry of any version that was ever written. */
export type AnyEntry = Entry | EarlierEntry;
export type AnyAct = Omit<Act, 'entries'> & { entries: AnyEntry[] };
export type AnyRecordedAct = Omit<RecordedAct, 'entries'> & { entries: AnyEntry[] };

/** The one layer that pieces had before layers had names. */
export const FIRST_LAYER = 'first';

const firstLayer = (schools: Only): Layer => ({
  id: FIRST_LAYER,
  technique: 'sgraffito',
  rev: '1',
  schools,
  zones: [wholeZone],
  face: 'outside',
  upon: null,
  also: [],
  stock: [],
});

/** A step as it was named: coats carried their number. */
function refOf(stepId: string): StepRef {
  const coat = /^coat-(\d{1,3})$/.exec(stepId);
  const [step, pass] = coat ? ['coat', Number(coat[1])] : [stepId, 1];
  return { layer: FIRST_LAYER, step, zone: null, pass };
}

const begun = <T extends { techniqueId: 'sgraffito'; schools: Only }>({
  techniqueId,
  schools,
  ...rest
}: T): Omit<T, 'techniqueId' | 'schools'> => rest;

/** How much was cut was not said then: only that it was. */
const cutSome: Effect<number> = { does: 'cut', depthM: 0, share: 0 };

type Upcast<K extends EarlierKind> = (body: EarlierBodies[K]) => Written;
type Written = { [K in EntryKind]: { kind: K; body: EntryBodies[K] } }[EntryKind];

const done = (body: Partial<PieceDone>): Written => ({
  kind: 'piece.done',
  body: { ...nothingSaid, ...body },
});

const upcasts: { [K in EarlierKind]: Upcast<K> } = {
  'piece.made': (body) => ({
    kind: 'piece.made',
    body: { ...begun(body), layers: [firstLayer(body.schools)] },
  }),
  'piece.corrected': (body) => ({ kind: 'piece.corrected', body: begun(body) }),
  'piece.misted': ({ waterKgM2 }) => done({ effects: [{ does: 'film', kgM2: waterKgM2, share: 1 }] }),
  'piece.heated': (pass) => done({ effects: [{ does: 'heat', ...pass }] }),
  'piece.coated': ({ stepId, tubId, thicknessM, specificGravity, grainDensity, adjusted = 'none' }) =>
    done({
      refs: stepId === null ? [] : [refOf(stepId)],
      effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM, share: 1 }],
      slip: { specificGravity, grainDensity, adjusted },
      tubs: tubId === null ? [] : [tubId],
    }),
  'piece.seen': ({ sign, stepId }) => ({ kind: 'piece.seen', body: { refs: [refOf(stepId)], what: sign } }),
  'piece.worked': ({ stepId, outcome, note }) =>
    done({
      refs: [refOf(stepId)],
      effects: [stepId === 'carve' ? cutSome : { does: 'none' }],
      outcome,
      note,
    }),
  'piece.skipped': ({ stepId, reason }) => ({
    kind: 'piece.left-out',
    body: { refs: [refOf(stepId)], reason },
  }),
  'piece.trimmed': ({ note }) => done({ effects: [cutSome], note }),
};

const isEarlier = (entry: AnyEntry): entry is EarlierEntry =>
  Object.hasOwn(upcasts, entry.kind) && (entry.v as number) < earliestNow(entry.kind);

/** Kinds that are written no more have no version of today. */
const earliestNow = (kind: AnyEntry['kind']): number =>
  kind === 'piece.made' || kind === 'piece.corrected' || kind === 'piece.seen' ? versionOf(kind) : 2;

/** An entry as it is written today: one for one, its name and its act kept. */
export function upcastEntry(entry: AnyEntry): Entry {
  if (!isEarlier(entry)) return entry as Entry;
  const { kind, body } = (upcasts[entry.kind] as (of: object) => Written)(entry.body);
  return { ...entry, kind, v: versionOf(kind), body } as Entry;
}

/** An act with all its entries as they are written today; itself where they are. */
export function upcast<A extends AnyAct>(act: A): Omit<A, 'entries'> & { entries: Entry[] } {
  return act.entries.some(isEarlier)
    ? { ...act, entries: act.entries.map(upcastEntry) }
    : (act as Omit<A, 'entries'> & { entries: Entry[] });
}
