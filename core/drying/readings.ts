import { signAt } from '../coat/sign.ts';
import { SETS_AT } from '../slip/correct.ts';
import type { CoatLaid, FaceName, Mesh } from './mesh.ts';

/** One number read off a wall's cells. */
export type Reading = (x: Float64Array, mesh: Mesh) => number;

export type ReadingName = 'skin' | 'mean' | 'core';

/** How thick the layer is that hands and tools meet, m. */
export const OUTER_LAYER_M = 0.001;

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

const skins: Record<FaceName, WeakMap<Mesh, number[]>> = { outside: new WeakMap(), inside: new WeakMap() };

/** How much each cell of the clay counts for the outer millimetre of the plastic clay on a face; all together 1. */
export function skinWeights(mesh: Mesh, face: FaceName): number[] {
  const known = skins[face].get(mesh);
  if (known) return known;
  const { widths, body, outerSolids } = mesh;
  const weights = new Array<number>(body.to - body.from).fill(0);
  let left = outerSolids;
  for (let k = 0; k < weights.length && left > 1e-12; k++) {
    const i = face === 'outside' ? weights.length - 1 - k : k;
    weights[i] = Math.min(widths[body.from + i]!, left);
    left -= weights[i]!;
  }
  const taken = weights.reduce((sum, weight) => sum + weight, 0);
  const shares = weights.map((weight) => weight / taken);
  skins[face].set(mesh, shares);
  return shares;
}

/** Mean of the outer millimetre of the plastic clay on a face, under its coats: for coating, carving, burnishing. */
export const skinReading =
  (face: FaceName): Reading =>
  (x, mesh) => {
    const weights = skinWeights(mesh, face);
    const { from } = mesh.body;
    let water = 0;
    for (let i = 0; i < weights.length; i++) water += weights[i]! * x[from + i]!;
    return water;
  };

export const outerReading: Reading = skinReading('outside');

/** Water content at the very surface: of the newest coat there, or of the clay where it is bare. */
export const surfaceReading =
  (face: FaceName): Reading =>
  (x) =>
    face === 'outside' ? x[x.length - 1]! : x[0]!;

/** A silicate film is a skin at X 0.8 and touch-dry at 0.5, where slip is matte and touch-dry. From memory. */
const SILICATE = { skin: 0.8, touchDry: 0.5 };

/** A plain slip at `at` + `by`·X looks and feels as a silicate film does at X. */
const asSlip = (() => {
  const by = (signAt.matte - signAt['touch-dry']) / (SILICATE.skin - SILICATE.touchDry);
  return { at: signAt['touch-dry'] - SILICATE.touchDry * by, by };
})();

/**
 * What makes the water content of a layer's surface that at which a plain slip looks and feels so: `at` + `by`·X. A
 * deflocculated coat goes through the same signs at less water, a flocculated one at more: each at its share of the water
 * at which it sets.
 */
export const signScale = (coat: CoatLaid | null): { at: number; by: number } =>
  coat?.silicateSolids === undefined
    ? { at: 0, by: SETS_AT.none / SETS_AT[coat?.adjusted ?? 'none'] }
    : asSlip;

export function signWater(x: number, coat: CoatLaid | null): number {
  const { at, by } = signScale(coat);
  return at + by * x;
}

/** The sign that the newest coat on a face shows, as water of a plain slip; of the clay where it is bare. */
export const signReading =
  (face: FaceName): Reading =>
  (x, mesh) => {
    const newest = face === 'outside' ? mesh.layers.at(-1)! : mesh.layers[0]!;
    return signWater(surfaceReading(face)(x, mesh), newest.coat);
  };

export function readingNamed(name: ReadingName, face: FaceName): Reading {
  if (name === 'skin') return face === 'outside' ? outerReading : innerReading;
  return name === 'mean' ? meanReading : coreReading;
}

const innerReading: Reading = skinReading('inside');
