import type { ClayBody } from '../../core/clay/body.ts';
import type { DryingTest, FittedClay } from '../../core/fit/dryingTest.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { LogFit } from '../../core/fit/logFit.ts';
import type { Result } from '../../core/units/problem.ts';
import type { Instant } from '../../core/units/quantity.ts';

/** What is fitted off the main thread. */
export type FitTask =
  | {
      kind: 'drying-test';
      body: ClayBody;
      test: Omit<DryingTest, 'climate'>;
      room: { celsius: number; humidity: number };
    }
  | { kind: 'log'; cases: PlanInput[]; now: Instant };

export type FitAnswer<T extends FitTask> = T['kind'] extends 'drying-test'
  ? Result<FittedClay>
  : Result<LogFit>;

export type FitMessage = { share: number } | { answer: Result<FittedClay> | Result<LogFit> };

export interface Fitting<T extends FitTask> {
  answer: Promise<FitAnswer<T>>;
  /** Ends the work; its answer never comes. */
  cancel: () => void;
}

/** Fits in a worker of its own, which ends with it. */
export function fitInWorker<T extends FitTask>(
  task: T,
  onProgress: (share: number) => void = () => {},
): Fitting<T> {
  const worker = new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });
  const answer = new Promise<FitAnswer<T>>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<FitMessage>) => {
      if ('share' in data) return onProgress(data.share);
      worker.terminate();
      resolve(data.answer as FitAnswer<T>);
    };
    worker.onerror = ({ message }) => reject(new Error(message));
  });
  worker.postMessage(task);
  return { answer, cancel: () => worker.terminate() };
}
