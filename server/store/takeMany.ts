import { v7 as uuid } from 'uuid';
import { firstProblem } from '../../core/log/admission/admit.ts';
import {
  versionOf,
  type Entry,
  type EntryBodies,
  type RecordedAct,
  type SubjectKind,
} from '../../core/log/entry.ts';
import { actsReferring, become, forkOf, record, stands, type Ledger } from '../../core/log/ledger.ts';
import { settingsKept } from '../../core/log/settingsKept.ts';
import { DEFAULT_MAKER, studioOf, type Settable } from '../../core/log/studio.ts';
import { upcast, type AnyRecordedAct } from '../../core/log/upcast.ts';
import { problem, type Problem } from '../../core/units/problem.ts';
import { yieldToEventLoop } from '../time/yieldToEventLoop.ts';
import type { Clock } from '../time/clock.ts';
import { inLines, type Journal, type JournalBatch } from '../journal/journal.ts';
import { normal, sameAct } from './sameAct.ts';
import type { Turns } from './turns.ts';

/** How far many acts are; false stops them, until they are kept. */
export type Told = (phase: 'checking' | 'keeping', done: number) => boolean;

/** What became of many acts. */
export interface ManyKept {
  /** Those that were not here. */
  fresh: AnyRecordedAct[];
  alreadyHere: number;
  /** What cannot stand in this log, each with its field among the acts. */
  passedOver: Problem[];
  /** Acts among them that set again what is set here, and what that is. */
  set: number;
  settingsKept: string[];
}

interface Parts {
  ledger: Ledger;
  journal: Journal;
  clock: Clock;
  turns: Turns;
  numbers: Numbers;
}

/** Numbers of acts, each given once. */
export interface Numbers {
  last: number;
}

/** What is logged meanwhile may contradict many acts that are being taken: they are looked at anew so often. */
const ROUNDS = 3;

const stopped = problem('stopped', null, 'It was stopped. Nothing was taken.');
const contradicted = problem(
  'contradicted',
  null,
  'What was logged meanwhile contradicts it, again and again. Nothing was taken: take it in when less is being logged.',
);

/**
 * Takes many acts into the log, all that can stand there or none. They are tried on a fork of the log while others go on
 * logging; then what was logged meanwhile is tried on it too, and the log becomes its fork. Their numbers are set aside
 * before, so that they come before what is logged meanwhile.
 */
export async function takeMany(
  parts: Parts,
  foreign: readonly AnyRecordedAct[],
  told: Told,
): Promise<ManyKept | { problem: Problem }> {
  for (let round = 0; round < ROUNDS; round++) {
    const outcome = await takeOnce(parts, foreign, told);
    if (outcome !== 'contradicted') return outcome;
  }
  return { problem: contradicted };
}

/** Tries one of many acts on a log that is a fork, and notes what became of it. */
function tryOn(fork: Ledger, came: AnyRecordedAct, i: number, kept: ManyKept): void {
  const act = upcast(came);
  const known = fork.byId.get(act.id);
  const found = known
    ? sameAct(known, act)
      ? null
      : differs
    : firstProblem(fork, act, Date.parse(act.recordedAt));
  if (found) kept.passedOver.push({ ...found, field: `acts.${i}.${found.field ?? 'id'}` });
  else if (known) kept.alreadyHere += 1;
  else {
    record(fork, act);
    kept.fresh.push(came);
  }
}

async function takeOnce(
  parts: Parts,
  foreign: readonly AnyRecordedAct[],
  told: Told,
): Promise<ManyKept | { problem: Problem } | 'contradicted'> {
  const { ledger, journal, clock, turns, numbers } = parts;
  /** Gives way; false where it is to stop. */
  const goesOn = async (phase: Parameters<Told>[0], done: number) => {
    await yieldToEventLoop();
    return told(phase, done);
  };

  const { first, before } = await turns.first(() => {
    const reserved = { first: numbers.last + 1, before: ledger.acts.length };
    numbers.last += foreign.length;
    return Promise.resolve(reserved);
  });
  const forking = forkOf(ledger);
  let forked = forking.next();
  while (!forked.done) {
    if (!(await goesOn('checking', 0))) return { problem: stopped };
    forked = forking.next();
  }
  const fork = forked.value;

  const kept: ManyKept = { fresh: [], alreadyHere: 0, passedOver: [], set: 0, settingsKept: [] };
  for (const [i, draft] of foreign.entries()) {
    if (!(await goesOn('checking', i))) return { problem: stopped };
    tryOn(fork, { ...normal(draft), n: first + i, recordedAt: draft.recordedAt }, i, kept);
  }
  const [worst] = kept.passedOver;
  if (kept.fresh.length === 0) return worst && kept.alreadyHere === 0 ? { problem: worst } : kept;

  const batch = journal.begin();
  let written = 0;
  for (const part of inLines(kept.fresh)) {
    await yieldToEventLoop();
    await turns.last(() => Promise.resolve(batch.add(part)));
    written += part.acts;
    if (!told('keeping', written)) return { problem: stopped };
  }

  let seen = before;
  /** What was logged meanwhile, tried on the fork as it would then have come. */
  const caughtUp = (): boolean => {
    for (; seen < ledger.acts.length; seen++) {
      const act = ledger.acts[seen]!;
      if (fork.byId.has(act.id) || firstProblem(fork, act, Date.parse(act.recordedAt))) return false;
      record(fork, act);
    }
    return true;
  };
  for (; seen < ledger.acts.length; await yieldToEventLoop()) if (!caughtUp()) return 'contradicted';
  return turns.first((): ReturnType<typeof takeOnce> => {
    if (!caughtUp()) return Promise.resolve('contradicted');
    const now = new Date(clock.now()).toISOString();
    const settings = settingsAsHere(ledger, fork, now, numbers);
    close(batch, settings.acts);
    for (const act of settings.acts) record(fork, act);
    become(ledger, fork);
    clock.save();
    return Promise.resolve({
      ...kept,
      fresh: [...kept.fresh, ...settings.acts],
      set: settings.acts.length,
      settingsKept: settings.names,
    });
  });
}

const differs = problem(
  'differs',
  'id',
  'Another version of it is in this log already: that stays as it is.',
);

function close(batch: JournalBatch, last: RecordedAct[]): void {
  for (const part of inLines(last)) batch.add(part);
  batch.close();
}

/** Settings of an act that sets again what is set here. */
const SET_AT_ONCE = 20;

/** Acts that leave the settings of this studio as they are. */
function settingsAsHere(
  ledger: Ledger,
  fork: Ledger,
  now: string,
  numbers: Numbers,
): { acts: RecordedAct[]; names: string[] } {
  const isUsed = (kind: SubjectKind, id: string) =>
    kind === 'maker'
      ? ledger.acts.some((act) => act.makerId === id && stands(ledger, act.id))
      : actsReferring(ledger, kind, id).length > 0;
  const again = <K extends Settable | 'studio.day'>(kind: K, subject: string, body: EntryBodies[K]) => {
    const head = { id: uuid(), kind, v: versionOf(kind), subject, at: now, place: null, face: null, body };
    return head as unknown as Entry;
  };
  const { entries, names } = settingsKept(studioOf(ledger), studioOf(fork), isUsed, again, Date.parse(now));
  const acts: RecordedAct[] = [];
  for (let i = 0; i < entries.length; i += SET_AT_ONCE)
    acts.push({
      id: uuid(),
      makerId: DEFAULT_MAKER,
      deviceAt: now,
      recordedAt: now,
      n: (numbers.last += 1),
      entries: entries.slice(i, i + SET_AT_ONCE),
    });
  return { acts, names };
}
