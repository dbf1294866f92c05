import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { edgeAtWater, stageSpan, waterAtEdge, type Stage } from '../clay/stage.ts';
import type { ClayBody } from '../clay/body.ts';
import type { Instant } from '../units/quantity.ts';
import { meanReading } from './readings.ts';
import { cellsAt } from './trajectory.ts';
import { carry, type WallEvent, type WallRun, type WallSetting } from './run.ts';

/** What was found of a wall by hand or by scale. */
export type Observation = { at: Instant } & ({ kind: 'stage'; stage: Stage } | { kind: 'water'; x: number });

/** One sigma of what is not known beforehand, from memory: ln of the air factor, ln of the cover factor, X at the start. */
const PRIOR = { lnAir: 0.3, lnCover: 0.5, startX: 0.008 };
/** One sigma of a stage edge read by hand, on the reference scale; and of a weighing, kg/kg. From memory. */
const STAGE_NOISE = 2.5;
const WEIGHING_NOISE = 0.003;
/** The fit looks through many runs: each needs to be no truer than the hands. */
const COARSE = 1e-3;

/**
 * The most probable air factor, cover factor and starting water given what was found: least squares of the
 * misfits and of the distance from what was expected (maximum a posteriori), by Levenberg and Marquardt.
 * A stage only says between which edges the mean lies: inside them it pulls nowhere.
 */
export function settingAfter(
  setting: WallSetting,
  observations: Observation[],
  begin: (setting: WallSetting, tolerance: number) => WallRun,
  events: WallEvent[],
): WallSetting {
  if (observations.length === 0) return setting;
  const last = observations.at(-1)!.at;
  const settingFor = ([lnAir, lnCover, startX]: number[]): WallSetting => ({
    ...setting,
    airFactor: setting.airFactor * Math.exp(PRIOR.lnAir * lnAir!),
    coverFactor: setting.coverFactor * Math.exp(PRIOR.lnCover * lnCover!),
    startX: setting.startX + PRIOR.startX * startX!,
  });
  const misfits = (parameters: number[]): number[] => {
    const run = carry(begin(settingFor(parameters), COARSE), last, events);
    const means = observations.map((o) =>
      run.trajectory.at.length === 0 ? setting.startX : meanReading(cellsAt(run.trajectory, o.at)),
    );
    return [...observations.map((o, i) => misfit(setting.body, o, means[i]!)), ...parameters];
  };
  const count = observations.length + 3;
  const fit = levenbergMarquardt(
    { x: Array.from({ length: count }, (_, i) => i), y: new Array<number>(count).fill(0) },
    (parameters) => {
      const all = misfits(parameters);
      return (i: number) => all[i]!;
    },
    {
      initialValues: [0, 0, 0],
      minValues: [-4, -4, -3],
      maxValues: [4, 4, 3],
      gradientDifference: 0.05,
      damping: 0.01,
      maxIterations: 6,
      errorTolerance: 1e-4,
    },
  );
  return settingFor(fit.parameterValues);
}

/** Distance of a computed mean water content from what was found, in sigmas. */
function misfit(body: ClayBody, observation: Observation, meanX: number): number {
  if (observation.kind === 'water') return (meanX - observation.x) / WEIGHING_NOISE;
  const { fromX, toX } = stageSpan(body, observation.stage);
  const at = edgeAtWater(body, meanX);
  const low = edgeAtWater(body, fromX);
  const high = edgeAtWater(body, toX);
  return (Math.max(0, at - high) + Math.min(0, at - low)) / STAGE_NOISE;
}

/** What the fit leaves unexplained is moved this far inside the edge of what was found, on the reference scale. */
const INSIDE = 0.1;

/** The event that takes an observation as it was found, where the fitted wall still does not agree. */
export function takenAsFound(body: ClayBody, observation: Observation): WallEvent {
  const { at } = observation;
  if (observation.kind === 'water') return { at, kind: 'found', fromX: observation.x, toX: observation.x };
  const { fromX, toX } = stageSpan(body, observation.stage);
  const low = edgeAtWater(body, fromX) + INSIDE;
  const high = edgeAtWater(body, toX) - INSIDE;
  return { at, kind: 'found', fromX: waterAtEdge(body, low), toX: waterAtEdge(body, high) };
}
