import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { refused, ok, type Result } from '../units/problem.ts';

/** Flow seconds of one sample after a dose of deflocculant in all, percent of dry mass. */
export interface DosePoint {
  dosePercent: number;
  seconds: number;
}

export interface DeflocculationCurve {
  /** Dose at which the slip flows fastest, percent of dry mass; null while the curve still falls. */
  bestDose: number | null;
  fastest: number | null;
  /** Fitted seconds at a dose. */
  secondsAt: (dosePercent: number) => number;
  /** Points past the bottom: more deflocculant thickens them. */
  overdosed: DosePoint[];
  /** Root mean square of the misfit in the logarithm of seconds. */
  misfit: number;
}

export const FEWEST_DOSES = 4;

/**
 * The flow-against-dose curve: ln t = c + a·exp(−k·dose) + m·dose, an exponential fall and a slow thickening, fitted
 * by Levenberg and Marquardt. Its bottom lies at dose = ln(a·k/m)/k.
 * @param points in any order, at least four different doses
 * @returns a problem where there are too few
 */
export function deflocculationCurve(points: DosePoint[]): Result<DeflocculationCurve> {
  const doses = [...new Set(points.map((p) => p.dosePercent))].sort((a, b) => a - b);
  if (doses.length < FEWEST_DOSES)
    return refused(
      'too-few',
      null,
      `Too few to tell: ${doses.length} of at least ${FEWEST_DOSES} doses. Add a drop, stir, and time it again.`,
    );
  const span = doses.at(-1)! - doses[0]!;
  const logs = points.map((p) => Math.log(p.seconds));
  const low = Math.min(...logs);
  const high = Math.max(...logs);
  const model =
    ([c, a, k, m]: number[]) =>
    (dose: number) =>
      c! + a! * Math.exp((-k! * dose) / span) + (m! * dose) / span;
  const { parameterValues } = levenbergMarquardt({ x: points.map((p) => p.dosePercent), y: logs }, model, {
    initialValues: [low, Math.max(0.1, high - low), 3, 0.1],
    minValues: [-10, 0, 0.5, 0],
    maxValues: [10, 10, 20, 5],
    damping: 0.1,
    maxIterations: 200,
    gradientDifference: 1e-4,
  });
  const [, a, k, m] = parameterValues as [number, number, number, number];
  const fitted = model(parameterValues);
  const bottom = m > 0.02 && a * k > m ? (span * Math.log((a * k) / m)) / k : null;
  const bestDose = bottom !== null && bottom <= doses.at(-1)! ? bottom : null;
  const squares = points.map((p, i) => (fitted(p.dosePercent) - logs[i]!) ** 2);
  return ok({
    bestDose,
    fastest: bestDose === null ? null : Math.exp(fitted(bestDose)),
    secondsAt: (dose) => Math.exp(fitted(dose)),
    overdosed: bestDose === null ? [] : points.filter((p) => p.dosePercent > bestDose),
    misfit: Math.sqrt(squares.reduce((x, y) => x + y, 0) / squares.length),
  });
}

/**
 * A dose as percent of the dry clay it goes into.
 * @example dosePercent(0.002, 1) // 0.2
 */
export const dosePercent = (massKg: number, dryKg: number): number => (100 * massKg) / dryKg;

/** The inverse of `dosePercent`: kg for a percent of the dry clay. */
export const doseMass = (percent: number, dryKg: number): number => (percent * dryKg) / 100;

/**
 * SG of a liquid heavier than water from degrees Baumé: SG = 145/(145 − °Bé).
 * NIST Circular 19 (the American Baumé scale for heavy liquids).
 * @example gravityOfBaume(42) // 1.408
 */
export const gravityOfBaume = (degrees: number): number => 145 / (145 - degrees);

/** The inverse of `gravityOfBaume`. */
export const baumeOfGravity = (gravity: number): number => 145 - 145 / gravity;

/**
 * Water to let a solution down from one SG to a lower one, as shares of the solution by volume and by mass.
 * Volumes are taken to add.
 * @example letDown(1.408, 1.2).volume // 1.04
 */
export function letDown(gravity: number, wanted: number): { volume: number; mass: number } {
  const volume = (gravity - wanted) / (wanted - 1);
  return { volume, mass: volume / gravity };
}
