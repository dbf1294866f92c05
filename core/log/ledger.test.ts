import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { entry } from './entries.test-support.ts';
import type { Entry, RecordedAct } from './entry.ts';
import {
  become,
  emptyLedger,
  entriesAbout,
  inOrder,
  record,
  stands,
  forget,
  forkOf,
  ledgerOf,
  revisionOf,
  type Ledger,
} from './ledger.ts';

/** Something a maker does: a note on one of three pieces at some minute, or an undo of what was done before. */
type Doing = { does: 'note'; subject: string; minute: number } | { does: 'undo'; back: number };

const doing: fc.Arbitrary<Doing> = fc.oneof(
  fc.record({
    does: fc.constant('note' as const),
    subject: fc.constantFrom('a', 'b', 'c'),
    minute: fc.integer({ min: 0, max: 59 }),
  }),
  fc.record({ does: fc.constant('undo' as const), back: fc.integer({ min: 1, max: 6 }) }),
);

const noteAt = (subject: string, minute: number): Entry =>
  entry('piece.noted', subject, { text: 'x' }, `2026-03-10T09:${String(minute).padStart(2, '0')}:00.000Z`);

function logOf(doings: Doing[]): { ledger: Ledger; acts: RecordedAct[] } {
  const ledger = emptyLedger();
  const acts: RecordedAct[] = [];
  for (const [i, what] of doings.entries()) {
    const entries =
      what.does === 'note'
        ? [{ ...noteAt(what.subject, what.minute), id: `entry-${i}` }]
        : acts.length === 0
          ? []
          : [entry('act.retracted', acts.at(-Math.min(what.back, acts.length))!.id, { reason: '' })];
    if (entries.length === 0) continue;
    const at = '2026-03-10T10:00:00.000Z';
    const act = { id: `act-${i}`, n: i + 1, makerId: 'm', deviceAt: at, recordedAt: at, entries };
    record(ledger, act);
    acts.push(act);
  }
  return { ledger, acts };
}

const everything = (ledger: Ledger): Entry[] =>
  ['a', 'b', 'c'].flatMap((s) => entriesAbout(ledger, 'piece', s));

/** Undo and redo by the log alone. */
describe('a log of acts', () => {
  it('shows just the acts that stand, each entry once, in order of when it happened', () => {
    fc.assert(
      fc.property(fc.array(doing, { maxLength: 25 }), (doings) => {
        const { ledger, acts } = logOf(doings);
        const shown = everything(ledger);
        const standing = acts
          .filter((act) => stands(ledger, act.id))
          .flatMap((act) => act.entries)
          .filter(({ kind }) => kind !== 'act.retracted');
        expect(new Set(shown.map(({ id }) => id))).toEqual(new Set(standing.map(({ id }) => id)));
        expect(shown).toHaveLength(standing.length);
        for (const subject of ['a', 'b', 'c']) {
          const times = entriesAbout(ledger, 'piece', subject).map(({ at }) => at);
          expect(times).toEqual([...times].sort());
        }
      }),
    );
  });

  it('is as before after an undo and its redo, and after an undo as if the act had never been', () => {
    fc.assert(
      fc.property(fc.array(doing, { minLength: 1, maxLength: 15 }), (doings) => {
        const { ledger, acts } = logOf(doings);
        if (acts.length === 0) return;
        const before = everything(ledger);
        const last = acts.at(-1)!;
        const undo = (id: string, target: string) =>
          record(ledger, { ...last, id, entries: [entry('act.retracted', target, { reason: '' })] });
        undo('undo', last.id);
        expect(everything(ledger)).toEqual(everything(logOf(doings.slice(0, -1)).ledger));
        undo('redo', 'undo');
        expect(everything(ledger)).toEqual(before);
      }),
    );
  });

  it('tells what an undo of an undo changes', () => {
    const note: Doing = { does: 'note', subject: 'a', minute: 1 };
    const undo: Doing = { does: 'undo', back: 1 };
    const undone = logOf([note, undo]).ledger;
    const { ledger } = logOf([note, undo, undo]);
    expect(revisionOf(ledger, 'piece', 'a')).toBeGreaterThan(revisionOf(undone, 'piece', 'a'));
    expect(revisionOf(ledger, 'piece', 'b')).toBe(0);
  });

  it('read whole is as recorded act by act, and forgets its last act as if it had never come', () => {
    fc.assert(
      fc.property(fc.array(doing, { minLength: 1, maxLength: 20 }), (doings) => {
        const { ledger, acts } = logOf(doings);
        const whole = ledgerOf(acts);
        expect(everything(whole)).toEqual(everything(ledger));
        expect(whole.undone).toEqual(ledger.undone);
        forget(whole);
        const before = ledgerOf(acts.slice(0, -1));
        const counters = { changes: 0, touched: new Map(), about: new Map() };
        expect({ ...whole, ...counters }).toEqual({ ...before, ...counters });
      }),
    );
  });

  it('forked, tried on apart and become its fork is the log of all acts, the fork’s before those that came meanwhile', () => {
    const some = fc.array(doing, { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(some, some, some, (before, apart, meanwhile) => {
        const { acts } = logOf([...before, ...apart, ...meanwhile]);
        const [first, then] = [before.length, before.length + apart.length];
        const ledger = ledgerOf(acts.slice(0, first));
        const known = new Map(['a', 'b', 'c'].map((id) => [id, revisionOf(ledger, 'piece', id)]));
        const forking = forkOf(ledger);
        let step = forking.next();
        // what comes while it forks is not in it
        for (const act of acts.slice(then)) record(ledger, act);
        while (!step.done) step = forking.next();
        const fork = step.value;
        for (const act of acts.slice(first)) record(fork, act);
        become(ledger, fork);
        expect(everything(ledger)).toEqual(everything(ledgerOf(acts)));
        expect(ledger.undone).toEqual(ledgerOf(acts).undone);
        // a subject that nobody touched keeps its revision, any other has one that never was
        const touched = new Set(
          acts.slice(first).flatMap((act) => act.entries.map(({ subject }) => subject)),
        );
        const undoes = acts
          .slice(first)
          .some((act) => act.entries.some(({ kind }) => kind === 'act.retracted'));
        for (const [id, revision] of known)
          if (touched.has(id)) expect(revisionOf(ledger, 'piece', id)).toBeGreaterThan(1e9);
          else if (!undoes) expect(revisionOf(ledger, 'piece', id)).toBe(revision);
      }),
    );
  });

  it('reads a chain of twenty thousand undos of undos in one go', () => {
    const doings: Doing[] = [
      { does: 'note', subject: 'a', minute: 1 },
      ...Array.from({ length: 20_000 }, (): Doing => ({ does: 'undo', back: 1 })),
    ];
    const acts = doings.map((what, i): RecordedAct => {
      const at = '2026-03-10T10:00:00.000Z';
      const entries = [
        what.does === 'note' ? noteAt('a', 1) : entry('act.retracted', `act-${i - 1}`, { reason: '' }),
      ];
      return { id: `act-${i}`, n: i + 1, makerId: 'm', deviceAt: at, recordedAt: at, entries };
    });
    const ledger = ledgerOf(acts);
    expect(ledger.undone.size).toBe(10_000);
    expect(stands(ledger, 'act-0')).toBe(true);
  });

  it('orders entries of one moment as they were logged', () => {
    const [one, two, three] = [noteAt('a', 5), noteAt('a', 5), noteAt('a', 4)];
    expect(inOrder([one!, two!, three!])).toEqual([three, one, two]);
  });
});
