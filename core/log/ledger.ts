import type { Act, Entry, EntryKind, RecordedAct, SubjectKind } from './entry.ts';
import { referencesOf } from './kinds.ts';

/** A subject by its kind and its id: a tub's id says nothing of a bin. */
type Key = string;

/** All acts of a studio, in journal order, with what each subject is about at hand. Changed by `record` and `forget` only. */
export interface Ledger {
  acts: RecordedAct[];
  byId: Map<string, RecordedAct>;
  /** Acts that name a subject, in journal order. */
  bySubject: Map<Key, RecordedAct[]>;
  /** Acts whose entries refer to a subject from elsewhere, in journal order. */
  referring: Map<Key, RecordedAct[]>;
  /** Subjects by the kinds of their entries, with how many acts name them so; in the order they first appeared. */
  subjects: Map<EntryKind, Map<string, number>>;
  /** Acts that retract an act, in journal order; always later than it. */
  retractions: Map<string, RecordedAct[]>;
  /** How often each name of an entry was given; once, where all is well. */
  entryIds: Map<string, number>;
  /** Acts that are taken back. */
  undone: Set<string>;
  /** Rises with every change. */
  changes: number;
  /** The change at which a subject, or any of a kind, was last touched. */
  touched: Map<Key | SubjectKind, number>;
  /** The entries about a subject as they stood at a change: looked up by `entriesAbout` only. */
  about: Map<Key, { at: number; entries: readonly Entry[] }>;
}

export const emptyLedger = (): Ledger => ({
  acts: [],
  byId: new Map(),
  bySubject: new Map(),
  referring: new Map(),
  subjects: new Map(),
  retractions: new Map(),
  entryIds: new Map(),
  undone: new Set(),
  changes: 0,
  touched: new Map(),
  about: new Map(),
});

/** An act as a log shows it. */
export interface ShownAct extends RecordedAct {
  standing: boolean;
  /** The act that took it back; null where it stands. */
  undoneBy: string | null;
}

/** What an entry's kind is about. */
export const subjectKind = (kind: EntryKind): SubjectKind => kind.slice(0, kind.indexOf('.')) as SubjectKind;

const keyOf = (kind: SubjectKind, id: string): Key => `${kind}:${id}`;

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (!list) map.set(key, [value]);
  else if (list[list.length - 1] !== value) list.push(value);
}

function pop<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (list?.at(-1) !== value) return;
  list.pop();
  if (list.length === 0) map.delete(key);
}

function count<K>(map: Map<K, number>, key: K, more: 1 | -1): void {
  const now = (map.get(key) ?? 0) + more;
  if (now > 0) map.set(key, now);
  else map.delete(key);
}

/**
 * Adds an act to the end of the ledger.
 * @returns the acts that this let fall or brought back, itself left out
 */
export function record(ledger: Ledger, act: RecordedAct): RecordedAct[] {
  enter(ledger, act);
  return settle(ledger, retractedBy(ledger, act));
}

/** A ledger of acts in journal order. */
export function ledgerOf(acts: Iterable<RecordedAct>): Ledger {
  const ledger = emptyLedger();
  for (const act of acts) enter(ledger, act);
  standingAnew(ledger);
  return ledger;
}

/** Changes of a fork are counted from so much further on: what is remembered of its first is never taken for its own. */
const APART = 1e9;

/**
 * A ledger of the same acts to be tried on apart, while the first goes on. Many acts are entered: it yields after each,
 * so that whoever makes it can give way to others.
 */
export function* forkOf(ledger: Ledger): Generator<undefined, Ledger> {
  const acts = ledger.acts.slice();
  const touched = new Map(ledger.touched);
  const changes = ledger.changes + APART;
  const fork = emptyLedger();
  for (const act of acts) {
    enter(fork, act);
    yield;
  }
  standingAnew(fork);
  return Object.assign(fork, { touched, changes });
}

/** Makes a ledger what its fork has become, for all who hold it. What was touched on neither side is remembered on. */
export const become = (ledger: Ledger, fork: Ledger): void => void Object.assign(ledger, fork);

/** What stands, worked out from the last act to the first: retractions are always later than what they retract. */
export function standingAnew(ledger: Ledger): void {
  ledger.undone.clear();
  for (let i = ledger.acts.length - 1; i >= 0; i--) {
    const { id } = ledger.acts[i]!;
    if (isRetracted(ledger, id)) ledger.undone.add(id);
  }
}

/** Takes the last act out of the ledger again, as if it had never come. */
export function forget(ledger: Ledger): void {
  const act = ledger.acts.pop();
  if (!act) return;
  ledger.byId.delete(act.id);
  ledger.undone.delete(act.id);
  for (const entry of act.entries) {
    count(ledger.entryIds, entry.id, -1);
    if (entry.kind === 'act.retracted') {
      pop(ledger.retractions, entry.subject, act);
      continue;
    }
    pop(ledger.bySubject, keyOf(subjectKind(entry.kind), entry.subject), act);
    for (const { kind, id } of referencesOf(entry)) pop(ledger.referring, keyOf(kind, id), act);
    const named = ledger.subjects.get(entry.kind)!;
    count(named, entry.subject, -1);
    if (named.size === 0) ledger.subjects.delete(entry.kind);
  }
  touch(ledger, act);
  settle(ledger, retractedBy(ledger, act));
}

/** Enters an act without settling what it retracts. */
export function enter(ledger: Ledger, act: RecordedAct): void {
  for (const entry of act.entries) {
    count(ledger.entryIds, entry.id, 1);
    if (entry.kind === 'act.retracted') {
      // nothing retracts what comes later, or itself: so it can always be said what stands
      if (ledger.byId.has(entry.subject)) push(ledger.retractions, entry.subject, act);
      continue;
    }
    push(ledger.bySubject, keyOf(subjectKind(entry.kind), entry.subject), act);
    for (const { kind, id } of referencesOf(entry)) push(ledger.referring, keyOf(kind, id), act);
    let named = ledger.subjects.get(entry.kind);
    if (!named) ledger.subjects.set(entry.kind, (named = new Map()));
    count(named, entry.subject, 1);
  }
  ledger.acts.push(act);
  ledger.byId.set(act.id, act);
  touch(ledger, act);
}

function touch(ledger: Ledger, act: Act): void {
  ledger.changes += 1;
  for (const { kind, subject } of act.entries) {
    ledger.touched.set(keyOf(subjectKind(kind), subject), ledger.changes);
    ledger.touched.set(subjectKind(kind), ledger.changes);
  }
}

const retractedBy = (ledger: Ledger, act: Act): RecordedAct[] =>
  act.entries.flatMap((entry) =>
    entry.kind === 'act.retracted' ? (ledger.byId.get(entry.subject) ?? []) : [],
  );

const isRetracted = (ledger: Ledger, actId: string): boolean =>
  (ledger.retractions.get(actId) ?? []).some(({ id }) => !ledger.undone.has(id));

/** Works out anew whether acts stand, and with each that changes those that it retracts. */
function settle(ledger: Ledger, acts: RecordedAct[]): RecordedAct[] {
  const changed: RecordedAct[] = [];
  const open = [...acts];
  for (let act = open.pop(); act; act = open.pop()) {
    const { id } = act;
    const retracted = isRetracted(ledger, id);
    if (retracted === ledger.undone.has(id)) continue;
    if (retracted) ledger.undone.add(id);
    else ledger.undone.delete(id);
    touch(ledger, act);
    changed.push(act);
    open.push(...retractedBy(ledger, act));
  }
  return changed;
}

/** Whether an act stands: no standing act retracts it. (A retraction can itself be retracted: redo.) */
export const stands = (ledger: Ledger, actId: string): boolean => !ledger.undone.has(actId);

/** Acts that name a subject, standing or not, in journal order. */
export const actsNaming = (ledger: Ledger, kind: SubjectKind, id: string): RecordedAct[] =>
  ledger.bySubject.get(keyOf(kind, id)) ?? [];

/** The same, each with whether it stands: a log as it is shown. */
export const logOf = (ledger: Ledger, kind: SubjectKind, id: string): ShownAct[] =>
  actsNaming(ledger, kind, id).map((act) => ({
    ...act,
    standing: stands(ledger, act.id),
    undoneBy: ledger.retractions.get(act.id)?.find((undo) => stands(ledger, undo.id))?.id ?? null,
  }));

/** Standing acts that refer to a subject from elsewhere, in journal order. */
export const actsReferring = (ledger: Ledger, kind: SubjectKind, id: string): RecordedAct[] =>
  (ledger.referring.get(keyOf(kind, id)) ?? []).filter((act) => stands(ledger, act.id));

/** The standing entries about a subject, by when they happened, then by when they were logged. */
export function entriesAbout(ledger: Ledger, kind: SubjectKind, id: string): readonly Entry[] {
  const key = keyOf(kind, id);
  const at = ledger.touched.get(key);
  if (at === undefined) return none;
  const known = ledger.about.get(key);
  if (known?.at === at) return known.entries;
  const acts = actsNaming(ledger, kind, id).filter((act) => stands(ledger, act.id));
  const entries = inOrder(
    acts.flatMap((act) =>
      act.entries.filter((entry) => entry.subject === id && subjectKind(entry.kind) === kind),
    ),
  );
  ledger.about.set(key, { at, entries });
  return entries;
}

const none: readonly Entry[] = [];

/** Entries by when they happened; those of one moment stay as they were logged. */
export function inOrder(entries: Entry[]): Entry[] {
  return entries
    .map((entry, i) => ({ entry, i }))
    .sort((a, b) => (a.entry.at < b.entry.at ? -1 : a.entry.at > b.entry.at ? 1 : a.i - b.i))
    .map(({ entry }) => entry);
}

/** The subjects that entries of a kind are about, standing or not, in the order they first appeared. */
export const subjectsOf = (ledger: Ledger, kind: EntryKind): string[] => [
  ...(ledger.subjects.get(kind)?.keys() ?? []),
];

/** A number that changes whenever anything about a subject, or about any of a kind, does; 0 where nothing ever was. */
export const revisionOf = (ledger: Ledger, kind: SubjectKind, id?: string): number =>
  ledger.touched.get(id === undefined ? kind : keyOf(kind, id)) ?? 0;
