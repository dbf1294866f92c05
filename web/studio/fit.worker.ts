import { expose } from 'comlink';
import type { ClayBody } from '../../core/clay/body.ts';
import { steadyClimate } from '../../core/drying/air.ts';
import { fitDryingTest, type SteadyTest } from '../../core/fit/dryingTest.ts';
import { fitLog } from '../../core/fit/logFit.ts';

const offered = {
  fitTest: (body: ClayBody, { room, ...test }: SteadyTest) =>
    fitDryingTest(body, { ...test, climate: steadyClimate(room.celsius, room.humidity) }),
  fitLog,
};

export type FitsHere = typeof offered;
expose(offered);
