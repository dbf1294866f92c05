import { formatFixed, formatNumber, formatQuantity, type UnitChoice } from '../units/quantity.ts';
import { ok, refused, type Result } from '../units/problem.ts';

/** What a figure is: SI, shares as fractions, angles in radians; grain densities and gravities as ratios to water. */
export type Measure = 'length' | 'mass' | 'volume' | 'share' | 'ratio' | 'angle' | 'count';

/** A figure that a bench takes. */
export interface Taken<K extends string = string> {
  key: K;
  label: string;
  as: Measure;
  /** What it begins with. */
  usual: number;
  least: number;
  most: number;
  help?: string;
}

/** A figure that it finds. */
export interface Found {
  label: string;
  as: Measure;
  value: number;
}

/** What it finds: the answer, what stands beside it, and what to look out for. */
export interface Worked {
  answer: Found;
  beside: Found[];
  warnings: string[];
}

/** A bench: a sum that makers do on scrap paper. */
export interface Calculator {
  id: string;
  /** What a maker asks. */
  question: string;
  about: string;
  takes: Taken[];
  /** From figures that are within their bounds. */
  compute: (given: Record<string, number>) => Worked;
  /** Where it is from. */
  source: string;
}

/** A bench with the names of what it takes known to what it computes. */
export const calculator = <const T extends readonly Taken[]>(
  of: Omit<Calculator, 'takes' | 'compute'> & {
    takes: T;
    compute: (given: Record<T[number]['key'], number>) => Worked;
  },
): Calculator => of as unknown as Calculator;

/**
 * Does the sum of a bench.
 * @param typed what was typed of each figure: null where nothing was, NaN where it is no number
 * @returns a problem that names the figure and how it can be
 */
export function work(
  { takes, compute }: Calculator,
  typed: Record<string, number | null>,
  units: UnitChoice,
): Result<Worked> {
  for (const taken of takes) {
    const { key, label, least, most } = taken;
    const value = typed[key] ?? null;
    if (value === null || Number.isNaN(value))
      return refused('no-number', key, `${label} must be a number: ${boundsOf(taken, units)}.`);
    if (value < least || value > most)
      return refused('out-of-bounds', key, `${label} must be ${boundsOf(taken, units)}.`);
    if (taken.as === 'count' && !Number.isInteger(value))
      return refused('no-whole-number', key, `${label} must be a whole number.`);
  }
  return ok(compute(typed as Record<string, number>));
}

const boundsOf = ({ as, least, most }: Taken, units: UnitChoice): string =>
  `between ${figureText(as, least, units)} and ${figureText(as, most, units)}`;

/** A figure with its unit. */
export function figureText(as: Measure, value: number, units: UnitChoice): string {
  switch (as) {
    case 'length':
    case 'mass':
    case 'volume':
      return formatQuantity(as, value, units);
    case 'share':
      return `${formatNumber(value * 100, 1, units)} %`;
    case 'ratio':
      return formatNumber(value, 2, units);
    case 'angle':
      return `${formatFixed((value * 180) / Math.PI, 2, units)}°`;
    case 'count':
      return formatNumber(value, 0, units);
  }
}
