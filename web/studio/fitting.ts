import { proxy } from 'comlink';
import type { ClayBody } from '../../core/clay/body.ts';
import type { FittedClay, SteadyTest } from '../../core/fit/dryingTest.ts';
import type { LogFit } from '../../core/fit/logFit.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Result } from '../../core/units/problem.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { inWorkerOfItsOwn, type OwnWork } from '../asking/worker.ts';
import type { FitsHere } from './fit.worker.ts';

const worker = () => new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });

/** Fits a clay to its drying test off the main thread. */
export const fitTestInWorker = (body: ClayBody, test: SteadyTest): OwnWork<Result<FittedClay>> =>
  inWorkerOfItsOwn<FitsHere, Result<FittedClay>>(worker(), (offered) => offered.fitTest(body, test));

/** Fits clays and rooms to the log of pieces off the main thread. */
export const fitLogInWorker = (
  cases: PlanInput[],
  now: Instant,
  onProgress: (share: number) => void,
): OwnWork<Result<LogFit>> =>
  inWorkerOfItsOwn<FitsHere, Result<LogFit>>(worker(), (offered) =>
    offered.fitLog(cases, now, proxy(onProgress)),
  );
