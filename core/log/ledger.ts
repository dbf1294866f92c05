import type { Act, Entry, RecordedAct } from './entry.ts';

/** All acts of a studio, in journal order, with what each subject is about at hand. */
export interface Ledger {
  acts: RecordedAct[];
  byId: Map<string, RecordedAct>;
  /** Acts that name a subject, in journal order. */
  bySubject: Map<string, RecordedAct[]>;
  /** Acts that retract an act. */
  retractions: Map<string, RecordedAct[]>;
}

export const emptyLedger = (): Ledger => ({
  acts: [],
  byId: new Map(),
  bySubject: new Map(),
  retractions: new Map(),
});

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key);
  if (!list) map.set(key, [value]);
  else if (list[list.length - 1] !== value) list.push(value);
}

/** Adds an act to the end of the ledger. */
export function record(ledger: Ledger, act: RecordedAct): void {
  ledger.acts.push(act);
  ledger.byId.set(act.id, act);
  for (const entry of act.entries) {
    push(entry.kind === 'act.retracted' ? ledger.retractions : ledger.bySubject, entry.subject, act);
  }
}

/** Whether an act stands: no standing act retracts it. (A retraction can itself be retracted: redo.) */
export function stands(ledger: Ledger, actId: string): boolean {
  return !(ledger.retractions.get(actId) ?? []).some((retraction) => stands(ledger, retraction.id));
}

/** The standing entries about a subject, by when they happened, then by when they were logged. */
export function entriesAbout(ledger: Ledger, subject: string): Entry[] {
  const acts = (ledger.bySubject.get(subject) ?? []).filter((act) => stands(ledger, act.id));
  return inOrder(acts.flatMap((act) => act.entries.filter((entry) => entry.subject === subject)));
}

/** Entries by when they happened; those of one moment stay as they were logged. */
export function inOrder(entries: Entry[]): Entry[] {
  return entries
    .map((entry, i) => ({ entry, i }))
    .sort((a, b) => (a.entry.at < b.entry.at ? -1 : a.entry.at > b.entry.at ? 1 : a.i - b.i))
    .map(({ entry }) => entry);
}

/** The subjects whose state an act changes: its own, and those of the acts it retracts. */
export function subjectsTouched(ledger: Ledger, act: Act): Set<string> {
  const touched = new Set<string>();
  for (const entry of act.entries) {
    touched.add(entry.subject);
    const target = entry.kind === 'act.retracted' ? ledger.byId.get(entry.subject) : undefined;
    if (target) for (const subject of subjectsTouched(ledger, target)) touched.add(subject);
  }
  return touched;
}
