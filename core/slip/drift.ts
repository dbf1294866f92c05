import { linearRegression, mean } from 'simple-statistics';
import { DAY, type Instant } from '../units/quantity.ts';
import type { Range } from './consistency.ts';

/** Constants for ranges of two: d₂ 1.128, D₄ 3.267. NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2. */
const D2 = 1.128;
const D4 = 3.267;

export type SignalRule = 'outside' | 'jump' | 'one-side' | 'trend';

export interface Signal {
  /** Index of the value at which it shows. */
  at: number;
  rule: SignalRule;
}

export interface ControlChart {
  mean: number;
  meanRange: number;
  lower: number;
  upper: number;
  rangeUpper: number;
  signals: Signal[];
}

/** Fewer readings than this say nothing about drift. */
export const FEWEST = 5;
const ONE_SIDE = 8;
const TREND = 6;

/**
 * Individuals control chart: mean ± 3·MR̄/1.128, moving range limit 3.267·MR̄.
 * @param values in time order, at least two
 * @returns null with fewer than five values
 */
export function controlChart(values: number[]): ControlChart | null {
  if (values.length < FEWEST) return null;
  const ranges = values.slice(1).map((value, i) => Math.abs(value - values[i]!));
  const centre = mean(values);
  const meanRange = mean(ranges);
  const limits = {
    mean: centre,
    meanRange,
    lower: centre - (3 * meanRange) / D2,
    upper: centre + (3 * meanRange) / D2,
    rangeUpper: D4 * meanRange,
  };
  return { ...limits, signals: signalsOf(values, ranges, limits) };
}

function signalsOf(
  values: number[],
  ranges: number[],
  { mean: centre, lower, upper, rangeUpper }: Omit<ControlChart, 'signals'>,
): Signal[] {
  const signals: Signal[] = [];
  values.forEach((value, at) => {
    if (value < lower || value > upper) signals.push({ at, rule: 'outside' });
    else if (at > 0 && ranges[at - 1]! > rangeUpper) signals.push({ at, rule: 'jump' });
    else if (sameSide(values, at, centre)) signals.push({ at, rule: 'one-side' });
    else if (steady(values, at)) signals.push({ at, rule: 'trend' });
  });
  return signals;
}

function sameSide(values: number[], at: number, centre: number): boolean {
  const last = values.slice(Math.max(0, at - ONE_SIDE + 1), at + 1);
  return last.length === ONE_SIDE && (last.every((v) => v > centre) || last.every((v) => v < centre));
}

function steady(values: number[], at: number): boolean {
  const last = values.slice(Math.max(0, at - TREND + 1), at + 1);
  const steps = last.slice(1).map((value, i) => value - last[i]!);
  return last.length === TREND && (steps.every((s) => s > 0) || steps.every((s) => s < 0));
}

export interface Reading {
  at: Instant;
  value: number;
}

export interface Drift {
  perDay: number;
  /** When the value leaves the wanted range at this rate; null if it does not within a year. */
  outAt: Instant | null;
}

const YEAR = 365 * DAY;
/** Readings closer together than this say little about a drift per day. */
const SHORTEST = DAY / 2;

/**
 * How fast a tub's readings creep, by least squares, and when they will be out.
 * @param readings since the tub was last changed, in time order
 * @returns null where there are fewer than two readings, or they lie within half a day
 */
export function driftOf(readings: Reading[], wanted: Range, now: Instant): Drift | null {
  const first = readings[0];
  const last = readings.at(-1);
  if (!first || !last || last.at - first.at < SHORTEST) return null;
  const { m: perDay, b } = linearRegression(readings.map(({ at, value }) => [(at - first.at) / DAY, value]));
  const limit = perDay > 0 ? wanted.to : wanted.from;
  const outAt = perDay === 0 ? null : first.at + ((limit - b) / perDay) * DAY;
  return { perDay, outAt: outAt !== null && outAt < now + YEAR ? Math.max(outAt, last.at) : null };
}
