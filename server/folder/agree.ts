import { statSync } from 'node:fs';
import type { RecordedAct } from '../../core/log/entry.ts';
import { firstProblem } from '../../core/log/admission/admit.ts';
import { emptyLedger, ledgerOf, record, type Ledger } from '../../core/log/ledger.ts';
import { upcast, type AnyRecordedAct } from '../../core/log/upcast.ts';
import type { Clock } from '../time/clock.ts';
import type { Database } from '../db/open.ts';
import { actIds, actsBeyond } from '../db/repository.ts';
import { rewriteJournal } from '../journal/journal.ts';
import { readAct, readJournal, type PassedOver } from '../journal/read.ts';

export interface Agreed {
  acts: AnyRecordedAct[];
  /** Acts written before today's rules held. */
  old: ReadonlySet<string>;
  passedOver: PassedOver[];
  toDatabase: AnyRecordedAct[];
  lastN: number;
  /** Of the journal, bytes. */
  length: number;
}

/**
 * What journal and database hold between them, the journal made whole: after a kill the database may lack the last
 * acts; after a loss of either, the other has them all.
 */
export async function agree(path: string, { db }: Database, clock: Clock, notes: string[]): Promise<Agreed> {
  const journal = readJournal(path);
  const inDatabase = new Set(await actIds(db));
  const named = new Set(journal.acts.map((act) => act.id));
  for (const { id } of journal.passedOver) if (id) named.add(id);
  const lost = [...inDatabase].some((id) => !named.has(id)) ? await actsBeyond(db, named) : [];
  const { acts, passedOver } = journal;
  const old = new Set(journal.old);
  for (const act of lost) {
    const read = readAct(act);
    if (read.ok) {
      acts.push(read.act);
      old.add(read.act.id);
    } else passedOver.push(read.passedOver);
  }
  acts.sort((a, b) => a.n - b.n);
  let { length } = journal;
  if (lost.length > 0 || journal.damaged > 0) {
    rewriteJournal(
      path,
      acts,
      old,
      passedOver,
      journal.damaged > 0 ? `${path}.damaged-${clock.now()}` : null,
    );
    length = statSync(path).size;
    notes.push(
      `The journal lacked ${lost.length} acts and had ${journal.damaged} damaged lines; it was written anew from the database.`,
    );
  }
  const lastN = Math.max(acts.at(-1)?.n ?? 0, ...passedOver.map(({ n }) => n));
  return { acts, old, passedOver, toDatabase: acts.filter(({ id }) => !inDatabase.has(id)), lastN, length };
}

/** The log, without the old undos that take away what others rest on. */
export function sifted({ acts, old, passedOver }: Agreed): { ledger: Ledger; passedOver: PassedOver[] } {
  const today = acts.map(upcast);
  const isUndo = (act: RecordedAct) => act.entries.some((e) => e.kind === 'act.retracted');
  if (!today.some((act) => old.has(act.id) && isUndo(act))) return { ledger: ledgerOf(today), passedOver };
  const ledger = emptyLedger();
  const over = [...passedOver];
  for (const act of today) {
    const refusal =
      old.has(act.id) && isUndo(act) ? firstProblem(ledger, act, Date.parse(act.recordedAt)) : null;
    if (refusal?.code === 'in-use') over.push({ id: act.id, n: act.n, line: '', why: refusal.message });
    else record(ledger, act);
  }
  return { ledger, passedOver: over };
}
