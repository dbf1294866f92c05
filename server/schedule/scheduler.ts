import { existsSync } from 'node:fs';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { rememberedPlannings, type PieceGiven } from '../../core/schedule/planning.ts';
import { possible, type Possible } from '../../core/schedule/relax.ts';
import { planWeek } from '../../core/schedule/week.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { Hours } from '../../core/time/hours.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { Solver } from '../../core/schedule/solver.ts';
import { createSolver } from './solver.ts';

/** What a week is planned from. */
export interface WeekInput {
  pieces: PieceGiven[];
  hours: Hours;
  now: Instant;
  /** The plan that people know of. */
  before: WeekPlan | null;
  /** It is only tried out: what is remembered stays as it is. */
  trial?: true;
}

/** How it goes on. */
export interface Watching {
  /** Told how far it has come, from 0 to 1. */
  onStep?: (share: number) => void;
  /** Gives it up. */
  signal?: AbortSignal;
}

/** What is asked of a piece beside a plan. */
export type AskedInput = Omit<WeekInput, 'before'> & { plan: WeekPlan; pieceId: string };

/** Plans weeks, wherever that is done; null where it was given up. */
export interface Scheduler {
  week: (input: WeekInput, watching?: Watching) => Promise<WeekPlan | null>;
  /** Whether a piece can be done as it is asked, and what would make it possible. */
  possible: (input: AskedInput, watching?: Watching) => Promise<Possible | null>;
}

/** Pieces that are remembered. */
const REMEMBERED = 120;

/** Plans on this thread. */
export function schedulerHere(): Scheduler {
  const { planningOf, tryOut } = rememberedPlannings(REMEMBERED);
  let solver: Promise<Solver> | null = null;
  return {
    week: async ({ pieces, hours, now, before, trial }, { onStep, signal } = {}) =>
      planWeek(pieces, hours, now, {
        solver: await (solver ??= createSolver()),
        planningOf: trial ? tryOut : planningOf,
        before,
        onStep: (share) => {
          onStep?.(share);
          return signal?.aborted ?? false;
        },
      }),
    possible: async ({ pieces, pieceId, plan, hours, now }, { signal } = {}) => {
      const given = pieces.find(({ facts }) => facts.pieceId === pieceId);
      if (!given) return null;
      return possible(
        { given, plan, hours, now },
        {
          planningOf: tryOut,
          solver: await (solver ??= createSolver()),
          onStep: () => signal?.aborted ?? false,
        },
      );
    },
  };
}

/** What a thread is given: what is asked of it, where it tells how far it has come, and what it looks at to be stopped. */
export type ScheduleTask = { port: MessagePort; stop: Int32Array } & ScheduleQuestion;
export type ScheduleQuestion = { asks: 'week'; input: WeekInput } | { asks: 'possible'; input: AskedInput };

/** So long a thread is waited for that was told to stop: it looks several times a second, and remembers what it made ready. */
const PATIENCE_MS = 3_000;
/** What the thread may hold, MB. */
const MEMORY_MB = 1_500;

/** Plans in a thread of its own; on this one where the built thread is not beside the program. */
export function threadedScheduler(path: string): Scheduler {
  if (!existsSync(path)) return schedulerHere();
  let thread: Piscina | null = null;
  const ask = async (question: ScheduleQuestion, { onStep, signal }: Watching = {}): Promise<unknown> => {
    thread ??= new Piscina({
      filename: path,
      minThreads: 1,
      maxThreads: 1,
      idleTimeout: Number.POSITIVE_INFINITY,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    const { port1, port2 } = new MessageChannel();
    const stop = new Int32Array(new SharedArrayBuffer(Int32Array.BYTES_PER_ELEMENT));
    const late = new AbortController();
    const stopped = () => {
      Atomics.store(stop, 0, 1);
      // one that does not look any more is ended
      setTimeout(() => late.abort(), PATIENCE_MS).unref();
    };
    signal?.addEventListener('abort', stopped, { once: true });
    port1.on('message', (share: number) => onStep?.(share));
    try {
      const task: ScheduleTask = { ...question, port: port2, stop };
      return await (thread.run(task, { transferList: [port2], signal: late.signal }) as Promise<unknown>);
    } catch (error) {
      if (signal?.aborted) return null;
      throw error;
    } finally {
      signal?.removeEventListener('abort', stopped);
      port1.close();
    }
  };
  return {
    week: async (input, watching) => (await ask({ asks: 'week', input }, watching)) as WeekPlan | null,
    possible: async (input, watching) =>
      (await ask({ asks: 'possible', input }, watching)) as Possible | null,
  };
}
