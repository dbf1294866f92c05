import { edgeAtWater, stageSpan, type Stage } from '../clay/stage.ts';
import { meanReading, outerReading, signReading, type Reading } from '../drying/readings.ts';
import type { WallRun } from '../drying/run.ts';
import { readAt } from '../drying/trajectory.ts';
import { signAt, type Sign } from '../coat/sign.ts';
import type { ClayShare, WallName } from '../form/places.ts';
import type { Face } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
import { readTouchCheck, type TouchCheck } from './touchCheck.ts';

/** What was found of a wall by hand, eye or scale. */
export type Observation = {
  at: Instant;
  place: WallName;
  /** It was found of another piece, made and kept alike. */
  sister?: true;
} &
  /** The mean over some places, each by its share of the clay, as a scale finds it. */
  (
    | { kind: 'water'; x: number; over: ClayShare[] }
    | { kind: 'stage'; stage: Stage }
    | { kind: 'answers'; answers: TouchCheck }
    /** The surface of the coat showed a sign. */
    | { kind: 'sign'; sign: Sign; face: Face }
  );

/** A number a run predicts, and what it was found to be. */
export interface Compared {
  /** Of the runs of these places, by their shares. */
  over: ClayShare[];
  predict: (run: WallRun) => number;
  value: number;
  sigma: number;
}

/** One sigma of a weighing, kg/kg; of a stage edge read by hand, on the reference scale; of a sign, in ln X. From memory. */
const WEIGHING = 0.003;
const EDGE = 5;
/** How far a clay's own feel lies from where the laws have it, on the reference scale. From memory; held to the coverage study. */
const FEEL = 5;
const SIGN = 0.12;

/** What was found of a piece tells of its sister so much less: walls and places on the shelf differ. From memory. */
const SISTERS = 1.6;

/** An observation as numbers to compare; a range becomes its middle, as unsure as it is wide. */
export function comparedOf(observation: Observation): Compared[] {
  const over = observation.kind === 'water' ? observation.over : [{ place: observation.place, share: 1 }];
  return numbersOf(observation).map((numbers) => ({ ...numbers, over }));
}

/**
 * The same hands and the same laws err alike: so much of the error of an edge, and of a weighing, is the same in all of a
 * piece. From memory; held to the coverage study.
 */
const ALIKE = { hands: 0.3, scale: 0.2 };

/** All that was found, as numbers to compare. Many checks by hand tell less than as many hands would. */
export function allCompared(observations: Observation[]): Compared[] {
  const blunter = (alike: number, ...kinds: Observation['kind'][]) => {
    const count = observations.filter(({ kind }) => kinds.includes(kind)).length;
    return Math.sqrt(1 + alike * Math.max(0, count - 1));
  };
  const byHand = blunter(ALIKE.hands, 'stage', 'answers');
  const by = { water: blunter(ALIKE.scale, 'water'), sign: 1, stage: byHand, answers: byHand };
  return observations.flatMap((observation) =>
    comparedOf(observation).map((of) => ({
      ...of,
      sigma: of.sigma * by[observation.kind] * (observation.sister ? SISTERS : 1),
    })),
  );
}

/** What the walls of a piece predict of it. */
export const predicted = ({ over, predict }: Compared, walls: Partial<Record<WallName, WallRun>>): number =>
  over.reduce((sum, { place, share }) => sum + share * predict(walls[place]!), 0);

/** Whether a place's wall is asked for by any of these. */
export const looksAt = (compared: Compared[], place: WallName): boolean =>
  compared.some(({ over }) => over.some((of) => of.place === place));

/** What was found was found before what was done at the same moment, like the next coat. */
const BEFORE_MS = 1;

function numbersOf(observation: Observation): Omit<Compared, 'over'>[] {
  const at = observation.at - BEFORE_MS;
  switch (observation.kind) {
    case 'water':
      return [
        { predict: (run) => readAt(run.trajectory, at, meanReading), value: observation.x, sigma: WEIGHING },
      ];
    case 'stage': {
      const { stage } = observation;
      return [
        {
          predict: (run) => {
            const { fromX, toX } = stageSpan(run.setting.body, stage);
            return index(run, at, meanReading) - (edge(run, fromX) + edge(run, toX)) / 2;
          },
          value: 0,
          sigma: rangeSigma(stageWidth(stage)),
        },
      ];
    }
    case 'answers':
      return readTouchCheck(observation.answers).map(({ of, predict, value, sigma }) => ({
        predict: (run) => predict(run, at, of === 'outer' ? outerReading : meanReading),
        value,
        sigma,
      }));
    case 'sign':
      return [
        {
          // A sign is seen when it shows or later: only a surface that is still wetter speaks against a member.
          predict: (run) =>
            Math.log(
              Math.max(
                1,
                readAt(run.trajectory, at, signReading(observation.face)) / signAt[observation.sign],
              ),
            ),
          value: 0,
          sigma: SIGN,
        },
      ];
  }
}

const edge = (run: WallRun, x: number): number => edgeAtWater(run.setting.body, x);

/** A reading on the reference scale at an instant. */
export const index = (run: WallRun, at: Instant, reading: Reading): number =>
  edge(run, readAt(run.trajectory, at, reading));

/** Widths of the stages on the reference scale. */
const widths: Record<Stage, number> = {
  plastic: 20,
  'soft-leather-hard': 13,
  'leather-hard': 12,
  'stiff-leather-hard': 13,
  drying: 40,
  'bone-dry': 9,
};
const stageWidth = (stage: Stage): number => widths[stage];

/** One sigma of a place that lies somewhere in a range, its edges read by hand. */
export const rangeSigma = (width: number): number => Math.hypot(width / Math.sqrt(12), EDGE, FEEL);
