import type { Reading } from './trajectory.ts';

export type ReadingName = 'outer' | 'mean' | 'core';

const OUTER_LAYER_M = 0.001;

/** Mean of the wall: for bending, slumping, joining. */
export const meanReading: Reading = (x) => {
  let sum = 0;
  for (const value of x) sum += value;
  return sum / x.length;
};

/** Wettest cell: for the kiln. */
export const coreReading: Reading = (x) => {
  let wettest = x[0]!;
  for (const value of x) if (value > wettest) wettest = value;
  return wettest;
};

/** Mean of the outer millimetre (of the plastic wall): for coating, carving, burnishing. */
export function outerReading(thicknessM: number): Reading {
  return (x) => {
    const span = Math.min(x.length, (x.length * OUTER_LAYER_M) / thicknessM);
    let sum = 0;
    let taken = 0;
    for (let i = x.length - 1; taken < span; i--) {
      const part = Math.min(1, span - taken);
      sum += part * x[i]!;
      taken += part;
    }
    return sum / span;
  };
}

export function readingNamed(name: ReadingName, thicknessM: number): Reading {
  if (name === 'outer') return outerReading(thicknessM);
  return name === 'mean' ? meanReading : coreReading;
}
