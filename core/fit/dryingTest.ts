import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import type { Climate } from '../drying/air.ts';
import { meanReading } from '../drying/readings.ts';
import { integrate, plainSetting, startRun } from '../drying/run.ts';
import { readAt } from '../drying/trajectory.ts';
import { ok, problem, refused, type Problem, type Result } from '../units/problem.ts';
import type { Instant } from '../units/quantity.ts';
import type { ClayBody } from '../clay/body.ts';

/** One weighing of the test bar: when, its mass, and where it was measured its length between marks. */
export interface TestPoint {
  at: Instant;
  massKg: number;
  lengthM: number | null;
}

export interface DryingTest {
  points: TestPoint[];
  /** Mass of the same bar dried fully, kg. */
  dryKg: number;
  /** Thickness of the slab when wet, m; it dries from both faces. */
  thicknessM: number;
  climate: Climate;
  heatTransfer: number;
}

/** A drying test in a room that was kept steady. */
export interface SteadyTest extends Omit<DryingTest, 'climate'> {
  /** Humidity as a share. */
  room: { celsius: number; humidity: number };
}

/** The air in which a bar dries as these laws have it: it neither freezes nor stands wet, and water leaves it. */
const AIR = { celsius: [0, 45], humidity: [0.05, 0.98] } as const;

/** What of a drying test cannot be; null where it can be fitted. */
export function steadyTestProblem({ dryKg, thicknessM, room }: SteadyTest): Problem | null {
  const within = (value: number, [from, to]: readonly [number, number]) => value > from && value < to;
  if (!(dryKg > 0))
    return problem(
      'no-dry-mass',
      'dryKg',
      'The dry mass must be a number above zero: weigh the bar fully dried.',
    );
  if (!(thicknessM > 0))
    return problem('no-thickness', 'thicknessM', 'The thickness must be a number above zero.');
  if (!within(room.celsius, AIR.celsius))
    return problem('room-air', 'room.celsius', `The room must be between ${AIR.celsius.join(' and ')} °C.`);
  if (!within(room.humidity, AIR.humidity))
    return problem(
      'room-air',
      'room.humidity',
      `The humidity must be between ${AIR.humidity.map((share) => share * 100).join(' and ')} %.`,
    );
  return null;
}

export interface FittedClay {
  plasticX: number;
  criticalX: number;
  diffusivity: ClayBody['diffusivity'];
  isotherm: ClayBody['isotherm'];
  /** How much faster than expected the air took water. */
  airFactor: number;
  /** Computed and weighed water over time, kg/kg. */
  course: { at: Instant; weighed: number; fitted: number }[];
  /** Root mean square of the misfit, kg/kg. */
  misfit: number;
  /** Linear shrinkage against water: the Bigot curve, and the two straight lines through it; null without lengths. */
  bigot: { points: { x: number; shrinkage: number }[]; criticalX: number; slope: number } | null;
}

export const FEWEST_WEIGHINGS = 6;
const FEWEST_LENGTHS = 4;

/**
 * Fits a clay to the weighings of a drying slab: its water when plastic from the masses, its critical water content
 * from its lengths where they were taken (the break of the Bigot curve), diffusivity, isotherm and the pace of the air
 * from the course of its mass.
 */
export function fitDryingTest(body: ClayBody, test: DryingTest): Result<FittedClay> {
  const points = [...test.points].sort((a, b) => a.at - b.at);
  if (points.length < FEWEST_WEIGHINGS)
    return refused(
      'too-few',
      'points',
      `${points.length} weighings are too few to tell: at least ${FEWEST_WEIGHINGS}, from plastic to dry.`,
    );
  if (!(test.dryKg > 0) || points.some((p) => p.massKg < test.dryKg * 0.999))
    return refused(
      'below-dry',
      'dryKg',
      'A weighing is lighter than the dry bar: check the dry mass, and dry it fully before it is weighed.',
    );
  const weighed = points.map((p) => (p.massKg - test.dryKg) / test.dryKg);
  const plasticX = weighed[0]!;
  if (plasticX < 0.1 || plasticX > 0.5)
    return refused(
      'not-plastic',
      'points',
      `The first weighing holds ${(100 * plasticX).toFixed(0)} % water of its dry mass: begin with plastic clay, 20 to 35 %.`,
    );
  const bigot = bigotOf(points, weighed);
  const criticalX = bigot?.criticalX ?? (body.criticalX * plasticX) / body.plasticX;
  const start = { ...body, plasticX, criticalX };
  const bodyOf = ([, lnD, lnScale]: number[]): ClayBody => ({
    ...start,
    diffusivity: { ...body.diffusivity, at0: body.diffusivity.at0 * Math.exp(lnD!) },
    isotherm: { ...body.isotherm, scale: body.isotherm.scale * Math.exp(lnScale!) },
  });
  const course = (parameters: number[]) => {
    const setting = {
      ...plainSetting(bodyOf(parameters), test.thicknessM, plasticX),
      airFactor: Math.exp(parameters[0]!),
    };
    const surroundings = {
      climate: test.climate,
      heatTransfer: test.heatTransfer,
      cover: 'open' as const,
      outside: 'free' as const,
      inside: 'free' as const,
    };
    const run = integrate(
      startRun(setting, surroundings, points[0]!.at, { tolerance: 1e-3 }),
      points.at(-1)!.at,
    );
    return points.map((p) => readAt(run.trajectory, p.at, meanReading));
  };
  const { parameterValues } = levenbergMarquardt(
    { x: points.map((_, i) => i), y: weighed },
    (parameters) => {
      const fitted = course(parameters);
      return (i: number) => fitted[i]!;
    },
    {
      initialValues: [0, 0, 0],
      minValues: [-1.5, -2, -1.5],
      maxValues: [1.5, 2, 1.5],
      gradientDifference: 0.02,
      damping: 0.01,
      maxIterations: 25,
    },
  );
  const fitted = course(parameterValues);
  const found = bodyOf(parameterValues);
  const squares = fitted.map((x, i) => (x - weighed[i]!) ** 2);
  return ok({
    plasticX,
    criticalX,
    diffusivity: found.diffusivity,
    isotherm: found.isotherm,
    airFactor: Math.exp(parameterValues[0]!),
    course: points.map((p, i) => ({ at: p.at, weighed: weighed[i]!, fitted: fitted[i]! })),
    misfit: Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length),
    bigot,
  });
}

/**
 * The Bigot curve: linear shrinkage on the first length against water. Two straight lines, one level where shrinkage
 * has ended and one through the wetter points; they meet at the critical water content.
 */
function bigotOf(points: TestPoint[], weighed: number[]): FittedClay['bigot'] {
  const measured = points.flatMap((p, i) =>
    p.lengthM === null ? [] : [{ x: weighed[i]!, lengthM: p.lengthM }],
  );
  if (measured.length < FEWEST_LENGTHS) return null;
  const first = measured[0]!.lengthM;
  const curve = measured.map(({ x, lengthM }) => ({ x, shrinkage: 1 - lengthM / first }));
  const misfitAt = (criticalX: number) => {
    const { slope, level } = brokenLine(curve, criticalX);
    return curve.reduce(
      (sum, { x, shrinkage }) => sum + (shrinkage - (level - slope * Math.max(0, x - criticalX))) ** 2,
      0,
    );
  };
  const wettest = Math.max(...curve.map((p) => p.x));
  let criticalX = 0.02;
  for (let x = 0.02; x < wettest * 0.95; x += 0.001) if (misfitAt(x) < misfitAt(criticalX)) criticalX = x;
  return { points: curve, criticalX, slope: brokenLine(curve, criticalX).slope };
}

/** Least squares of shrinkage = level − slope·max(0, X − X_c) for a given break. */
function brokenLine(curve: { x: number; shrinkage: number }[], criticalX: number) {
  const above = curve.map(({ x }) => Math.max(0, x - criticalX));
  const n = curve.length;
  const meanAbove = above.reduce((a, b) => a + b, 0) / n;
  const meanShrinkage = curve.reduce((sum, p) => sum + p.shrinkage, 0) / n;
  const spread = above.reduce((sum, a) => sum + (a - meanAbove) ** 2, 0);
  const slope =
    spread < 1e-12
      ? 0
      : -above.reduce((sum, a, i) => sum + (a - meanAbove) * (curve[i]!.shrinkage - meanShrinkage), 0) /
        spread;
  return { slope, level: meanShrinkage + slope * meanAbove };
}
