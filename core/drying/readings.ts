import { SETS_AT } from '../slip/correct.ts';
import type { FaceName, Mesh } from './mesh.ts';

/** One number read off a wall's cells. */
export type Reading = (x: Float64Array, mesh: Mesh) => number;

export type ReadingName = 'outer' | 'mean' | 'core';

const OUTER_LAYER_M = 0.001;

/** Mean of the wall's own clay: for bending, slumping, joining. */
export const meanReading: Reading = (x, { widths, body }) => {
  let water = 0;
  let dry = 0;
  for (let i = body.from; i < body.to; i++) {
    water += widths[i]! * x[i]!;
    dry += widths[i]!;
  }
  return water / dry;
};

/** Wettest cell of the wall's own clay: for the kiln. */
export const coreReading: Reading = (x, { body }) => {
  let wettest = x[body.from]!;
  for (let i = body.from + 1; i < body.to; i++) if (x[i]! > wettest) wettest = x[i]!;
  return wettest;
};

/** Mean of the outer millimetre of the clay (in the plastic wall): for coating, carving, burnishing. */
export function outerReading(thicknessM: number): Reading {
  return (x, { widths, body }) => {
    let dry = 0;
    for (let i = body.from; i < body.to; i++) dry += widths[i]!;
    const span = Math.min(dry, (dry * OUTER_LAYER_M) / thicknessM);
    let water = 0;
    let taken = 0;
    for (let i = body.to - 1; taken < span * (1 - 1e-12); i--) {
      const part = Math.min(widths[i]!, span - taken);
      water += part * x[i]!;
      taken += part;
    }
    return water / span;
  };
}

/** Water content at the very surface: of the newest coat there, or of the clay where it is bare. */
export const surfaceReading =
  (face: FaceName): Reading =>
  (x) =>
    face === 'outside' ? x[x.length - 1]! : x[0]!;

/**
 * Water content at which a plain slip looks and feels as the surface does now. A deflocculated coat goes through the
 * same signs at less water, a flocculated one at more: each at its share of the water at which it sets.
 */
export const signReading =
  (face: FaceName): Reading =>
  (x, mesh) => {
    const newest = face === 'outside' ? mesh.layers.at(-1)! : mesh.layers[0]!;
    return (surfaceReading(face)(x, mesh) * SETS_AT.none) / SETS_AT[newest.coat?.adjusted ?? 'none'];
  };

export function readingNamed(name: ReadingName, thicknessM: number): Reading {
  if (name === 'outer') return outerReading(thicknessM);
  return name === 'mean' ? meanReading : coreReading;
}
