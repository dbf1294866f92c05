import { fitDryingTest } from '../../core/fit/dryingTest.ts';
import { steadyClimate } from '../../core/drying/air.ts';
import { fitLog } from '../../core/fit/logFit.ts';
import type { FitMessage, FitTask } from './fitting.ts';

const tell = (message: FitMessage) => self.postMessage(message);

self.onmessage = ({ data }: MessageEvent<FitTask>) => {
  if (data.kind === 'log') return tell({ answer: fitLog(data.cases, data.now, (share) => tell({ share })) });
  const climate = steadyClimate(data.room.celsius, data.room.humidity);
  tell({ answer: fitDryingTest(data.body, { ...data.test, climate }) });
};
