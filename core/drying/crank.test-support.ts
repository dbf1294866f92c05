import type { LawCurve } from '../clay/law.ts';
import { linearFace, sealedFace } from './face.ts';
import { bareMesh, evenWidths } from './mesh.ts';
import { createWall } from './wall.ts';

/** A sheet with constant properties and the series solutions it is compared with. */

export const constantLaw = (value: number): LawCurve => ({ value: () => value, slope: () => 0 });

const DIFFUSIVITY = 1e-9;
const DENSITY = 2000;
const HALF_M = 0.003;

export interface Sheet {
  cells: number;
  /** h·l/(ρ·D) */
  biot: number;
  tolerance?: number;
  /** Fixed steps over the whole time, instead of error control. */
  steps?: number;
}

export const sheet = (given: Sheet): Sheet => given;

/** Share of the final loss that has left the half sheet at Dt/l². */
export function shareLost({ cells, biot, tolerance = 1e-6, steps }: Sheet, fourier: number): number {
  const laws = { diffusivity: constantLaw(DIFFUSIVITY), volume: constantLaw(1 / DENSITY) };
  const mesh = bareMesh(evenWidths(cells, HALF_M * DENSITY));
  const wall = createWall(
    mesh,
    () => laws,
    () => 1,
  );
  const state = { x: new Float64Array(cells).fill(0.2), left: { inside: 0, outside: 0 } };
  const seconds = (fourier * HALF_M ** 2) / DIFFUSIVITY;
  const face = linearFace((biot * DENSITY * DIFFUSIVITY) / HALF_M, 0.1);
  const faces = { inside: sealedFace, outside: face };
  wall.advance(state, 0, seconds, faces, { tolerance, ...(steps && { maxStep: seconds / steps }) });
  return state.left.outside / (0.1 * HALF_M * DENSITY);
}

/** Crank 1975, eq. 4.18, whole sheet 2l, T = Dt/l². */
export function crankConstantSurface(fourier: number): number {
  let sum = 0;
  for (let n = 0; n < 200; n++) {
    const odd = 2 * n + 1;
    sum += (8 / (odd * Math.PI) ** 2) * Math.exp((-((odd * Math.PI) ** 2) * fourier) / 4);
  }
  return 1 - sum;
}

/** Crank 1975, eq. 4.53, with the roots of β·tan β = L. */
export function crankEvaporation(l: number, fourier: number): number {
  let sum = 0;
  for (let n = 0; n < 60; n++) {
    const b = root(l, n);
    sum += (2 * l * l * Math.exp(-b * b * fourier)) / (b * b * (b * b + l * l + l));
  }
  return 1 - sum;
}

function root(l: number, n: number): number {
  let low = n * Math.PI + 1e-12;
  let high = n * Math.PI + Math.PI / 2 - 1e-12;
  for (let i = 0; i < 80; i++) {
    const b = (low + high) / 2;
    if (b * Math.sin(b) - l * Math.cos(b) > 0 === n % 2 < 1) high = b;
    else low = b;
  }
  return (low + high) / 2;
}
