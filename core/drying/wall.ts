import type { FaceLaw } from './face.ts';
import type { LayerLaws } from './laws.ts';
import type { Layer, Mesh } from './mesh.ts';
import { meanReading } from './readings.ts';
import { lawsByCell, letsBy, sharesByCell, skinsOf, type Skin } from './skin.ts';
import { rosenbrock as ros } from './rosenbrock.ts';

/**
 * The drying wall: ∂X/∂t = A²·∂/∂ζ( D/v²·∂X/∂ζ ) over the dry-solids coordinate ζ, by finite volumes.
 * Cell 0 lies at the inside face, the last cell at the outside face. SI units; time in seconds.
 */

/** Face area left at a mean water content of the clay, as a share of the plastic area: A. */
export type FaceArea = (meanX: number) => number;

export interface WallFaces {
  inside: FaceLaw;
  outside: FaceLaw;
}

export interface WallState {
  /** Water content of each cell, kg/kg. */
  x: Float64Array;
  /** Water that has left through each face, kg per m² of plastic face. */
  left: { inside: number; outside: number };
  /** The step that it was carried by at last, s; the next begins with it. Left out after what shook the wall. */
  lastStepS?: number | undefined;
  /** Water that comes from the places beside it, evenly into its cells, kg per m² of face and second, at its mean X. */
  comes?: ((meanX: number) => number) | undefined;
}

/** Called at the start of each accepted step and at the end, with the rate of change dX/dt. */
export type Recorder = (timeS: number, x: Float64Array, rate: Float64Array) => void;

export interface AdvanceOptions {
  /** Largest local error allowed in any cell's X. */
  tolerance: number;
  record?: Recorder;
  /** Longest step, s. */
  maxStep?: number;
  /** Stop early once true; asked after each step. */
  until?: (timeS: number, x: Float64Array) => boolean;
}

export interface Wall {
  /** Carries the state from one moment to another; returns where it stopped (s). */
  advance(state: WallState, fromS: number, toS: number, faces: WallFaces, options: AdvanceOptions): number;
  mesh: Mesh;
}

/** Newton at the surface stops after a change under this; the next would be its square. */
const SETTLED_X = 1e-5;
export const FIRST_STEP_S = 10;
const SHORTEST_STEP_S = 1e-7;
/** Wetter than this the local error is held as a share, as befits a coat that is nearly all water. */
const RELATIVE_FROM_X = 0.25;
/** A coat is a few hundredths of the wall's dry clay: with its cells erring by this much more, its matte still comes within a tenth of a second. */
const COAT_ERROR = 16;

/**
 * A wall of the mesh's cells. All working memory is allocated here.
 */
export function createWall(mesh: Mesh, lawsOf: (layer: Layer) => LayerLaws, faceArea: FaceArea): Wall {
  const n = mesh.widths.length;
  const dz = mesh.widths;
  const laws = lawsByCell(mesh, lawsOf);
  /** Of each boundary: whether one stuff lies on both sides, the left cell's share where they meet, centre to centre. */
  const sameStuff: boolean[] = new Array<boolean>(n - 1);
  const leftShare = new Float64Array(n - 1);
  /** What is divided by in every cell of every stage is kept turned round. */
  const perWidth = new Float64Array(n);
  const shares = sharesByCell(mesh);
  /** Of each boundary: what its conductance is multiplied by, and how deep half a cell is where it lies. */
  const perDistance = new Float64Array(n - 1);
  const halfDepth = new Float64Array(n);
  const mayErr = new Float64Array(n).fill(COAT_ERROR).fill(1, mesh.body.from, mesh.body.to);
  // by hand: a wall is made for every coat on every member of an ensemble
  for (let i = 0; i < n; i++) {
    perWidth[i] = 1 / dz[i]!;
    halfDepth[i] = dz[i]! / (2 * shares[i]!);
    if (i === n - 1) break;
    const both = dz[i]! + dz[i + 1]!;
    sameStuff[i] = laws[i] === laws[i + 1];
    leftShare[i] = dz[i + 1]! / both;
    perDistance[i] = (2 * shares[i]! * shares[i + 1]!) / both;
  }
  const lets = letsBy(laws, mesh);
  const drySolids = dz.reduce((sum, width) => sum + width, 0);
  let comes: WallState['comes'];
  const f = new Float64Array(n);
  const trial = new Float64Array(n);
  const conductance = new Float64Array(n + 1);
  /** d ln(conductance) by the water content of the cell before and after each boundary. */
  const driftLeft = new Float64Array(n + 1);
  const driftRight = new Float64Array(n + 1);
  const lower = new Float64Array(n);
  const diagonal = new Float64Array(n);
  const upper = new Float64Array(n);
  const below = new Float64Array(n);
  const above = new Float64Array(n);
  const perPivot = new Float64Array(n);
  const stages = [0, 1, 2, 3].map(() => new Float64Array(n));
  const mixed = new Float64Array(n);
  const skinsIn = skinsOf(mesh, 'inside');
  const skinsOut = skinsOf(mesh, 'outside');
  const skins = [...skinsIn, ...skinsOut];

  const perVolume = (i: number, x: number): number => {
    const { diffusivity, volume } = laws[i]!;
    const v = volume.value(x);
    return diffusivity.value(x) / (v * v);
  };

  /** d ln(D/v²)/dX */
  const relativeSlope = (i: number, x: number): number => {
    const { diffusivity, volume } = laws[i]!;
    const d = diffusivity.value(x);
    const v = volume.value(x);
    return diffusivity.slope(x, d) / d - (2 * volume.slope(x, v)) / v;
  };

  /**
   * Between cells i and i + 1, per unit of A². Within one stuff D/v² is taken where the cells meet; between two,
   * each half cell has its own and they lie in series.
   */
  const between = (i: number, left: number, right: number, share: number): number =>
    sameStuff[i]
      ? perVolume(i, left * leftShare[i]! + right * (1 - leftShare[i]!)) * perDistance[i]!
      : (share * Math.min(shares[i]!, shares[i + 1]!)) /
        (halfDepth[i]! / perVolume(i, left) + halfDepth[i + 1]! / perVolume(i + 1, right));

  /**
   * Water leaving through a face, per m² of plastic face, with the half cell between its centre and the
   * surface in the way: A²·K·(X₁ − X_s)/(Δζ/2) = A·j(X_s). Fills `out` with its share of A·j and that's slope with X₁.
   */
  const throughFace = (face: FaceLaw, x: Float64Array, area: number, timeS: number, out: Skin): void => {
    const i = out.cell;
    const x1 = x[i]!;
    const half = (area * perVolume(i, x1)) / halfDepth[i]!;
    let surface = Number.isFinite(out.drop) ? x1 - out.drop : x1;
    // more leaves a wetter surface and less comes to it: what is left over falls with X_s, so the root is bracketed
    let low = x1 > 0 ? 0 : Number.NEGATIVE_INFINITY;
    let high = Number.POSITIVE_INFINITY;
    for (let round = 0; round < 30; round++) {
      face(surface, timeS, out);
      const over = half * (x1 - surface) - out.flux;
      if (over > 0) low = surface;
      else high = surface;
      const newton = surface + over / (half + out.slope);
      const outside = newton < low - SETTLED_X || newton > high + SETTLED_X;
      const next = outside && Number.isFinite(high + low) ? (low + high) / 2 : newton;
      const change = next - surface;
      surface = next;
      if (Math.abs(change) < SETTLED_X) break;
    }
    out.drop = x1 - surface;
    out.flux = out.share * area * half * out.drop;
    out.slope = (out.share * area * half * out.slope) / (half + out.slope);
  };

  const throughFaces = (faces: WallFaces, x: Float64Array, area: number, timeS: number): void => {
    for (const skin of skinsIn) throughFace(faces.inside, x, area, timeS, skin);
    for (const skin of skinsOut) throughFace(faces.outside, x, area, timeS, skin);
  };

  const rates = (x: Float64Array, timeS: number, faces: WallFaces, out: Float64Array): void => {
    const meanX = meanReading(x, mesh);
    const area = faceArea(meanX);
    const scale = area * area;
    throughFaces(faces, x, area, timeS);
    /** Water that comes into each cell from the places beside the wall, kg/kg·s. */
    const beside = comes ? comes(meanX) / drySolids : 0;
    let inflow = 0;
    for (let i = 0; i < n - 1; i++) {
      const passes = scale * between(i, x[i]!, x[i + 1]!, sameStuff[i] ? 1 : lets(i, x));
      conductance[i + 1] = passes;
      const outflow = passes * (x[i]! - x[i + 1]!);
      out[i] = (inflow - outflow) * perWidth[i]! + beside;
      inflow = outflow;
    }
    out[n - 1] = inflow * perWidth[n - 1]! + beside;
    for (const { cell, flux } of skins) out[cell] = out[cell]! - flux * perWidth[cell]!;
  };

  /** How the conductance of each boundary changes with the cells beside it. */
  const conductanceDrifts = (x: Float64Array, area: number): void => {
    for (let i = 0; i < n - 1; i++) {
      if (sameStuff[i]) {
        const share = leftShare[i]!;
        const slope = relativeSlope(i, x[i]! * share + x[i + 1]! * (1 - share));
        driftLeft[i + 1] = slope * share;
        driftRight[i + 1] = slope * (1 - share);
      } else {
        const passes = conductance[i + 1]! / (area * area);
        const meets = passes / Math.min(shares[i]!, shares[i + 1]!);
        driftLeft[i + 1] = (relativeSlope(i, x[i]!) * meets * halfDepth[i]!) / perVolume(i, x[i]!);
        driftRight[i + 1] =
          (relativeSlope(i + 1, x[i + 1]!) * meets * halfDepth[i + 1]!) / perVolume(i + 1, x[i + 1]!);
      }
    }
  };

  /** ∂f/∂X with A held: enough, since the method keeps its order with any approximation of it. */
  const jacobian = (x: Float64Array): void => {
    conductanceDrifts(x, faceArea(meanReading(x, mesh)));
    diagonal.fill(0);
    for (const { cell, slope } of skins) diagonal[cell] = diagonal[cell]! - slope * perWidth[cell]!;
    for (let i = 0; i < n - 1; i++) {
      const passes = conductance[i + 1]!;
      const drop = passes * (x[i]! - x[i + 1]!);
      const byLeft = passes + drop * driftLeft[i + 1]!;
      const byRight = -passes + drop * driftRight[i + 1]!;
      diagonal[i] = diagonal[i]! - byLeft * perWidth[i]!;
      upper[i] = -byRight * perWidth[i]!;
      lower[i + 1] = byLeft * perWidth[i + 1]!;
      diagonal[i + 1] = diagonal[i + 1]! + byRight * perWidth[i + 1]!;
    }
  };

  /** LU of I − hγJ (Thomas algorithm). */
  const factor = (h: number): void => {
    const g = h * ros.gamma;
    perPivot[0] = 1 / (1 - g * diagonal[0]!);
    for (let i = 1; i < n; i++) {
      above[i - 1] = g * upper[i - 1]!;
      below[i] = g * lower[i]! * perPivot[i - 1]!;
      perPivot[i] = 1 / (1 - g * diagonal[i]! - below[i]! * above[i - 1]!);
    }
  };

  const solve = (right: Float64Array): void => {
    for (let i = 1; i < n; i++) right[i] = right[i]! + below[i]! * right[i - 1]!;
    right[n - 1] = right[n - 1]! * perPivot[n - 1]!;
    for (let i = n - 2; i >= 0; i--) right[i] = (right[i]! + above[i]! * right[i + 1]!) * perPivot[i]!;
  };

  /**
   * One trial step of size h from (timeS, x); fills the stages, returns the local error in X. How the faces change
   * with time is taken as the secant over the step: the method keeps its order, and follows a drifting room.
   */
  const step = (x: Float64Array, timeS: number, h: number, faces: WallFaces): number => {
    for (const skin of skins) {
      skin.first.flux = skin.flux;
      skin.first.slope = skin.slope;
    }
    factor(h);
    throughFaces(faces, x, faceArea(meanReading(x, mesh)), timeS + h);
    for (const skin of skins) skin.drift = (skin.flux - skin.first.flux) / h;
    for (let s = 0; s < 4; s++) {
      const k = stages[s]!;
      const ahead = h * h * ros.drift[s]!;
      if (s === 0) {
        for (let i = 0; i < n; i++) k[i] = h * f[i]!;
        for (const skin of skins) skin.left[0] = h * skin.first.flux;
      } else {
        trial.set(x);
        mixed.fill(0);
        for (let j = 0; j < s; j++) {
          const before = stages[j]!;
          const a = ros.alpha[s]![j]!;
          const g = ros.gammas[s]![j]!;
          for (let i = 0; i < n; i++) {
            trial[i] = trial[i]! + a * before[i]!;
            mixed[i] = mixed[i]! + g * before[i]!;
          }
        }
        rates(trial, timeS + ros.at[s]! * h, faces, k);
        for (let i = 0; i < n; i++) {
          let coupled = diagonal[i]! * mixed[i]!;
          if (i > 0) coupled += lower[i]! * mixed[i - 1]!;
          if (i < n - 1) coupled += upper[i]! * mixed[i + 1]!;
          k[i] = h * (k[i]! + coupled);
        }
        for (const skin of skins) skin.left[s] = h * (skin.flux + skin.first.slope * mixed[skin.cell]!);
      }
      for (const { cell, drift } of skins) k[cell] = k[cell]! - ahead * drift * perWidth[cell]!;
      solve(k);
      for (const skin of skins)
        skin.left[s] = skin.left[s]! + ahead * skin.drift + h * ros.gamma * skin.first.slope * k[skin.cell]!;
    }
    trial.fill(0);
    for (let s = 0; s < 4; s++) {
      const k = stages[s]!;
      const e = ros.errorWeights[s]!;
      for (let i = 0; i < n; i++) trial[i] = trial[i]! + e * k[i]!;
    }
    let error = 0;
    for (let i = 0; i < n; i++) {
      const share = mayErr[i]! * Math.max(1, x[i]! / RELATIVE_FROM_X);
      error = Math.max(error, Math.abs(trial[i]!) / share);
    }
    for (const skin of skins) {
      skin.flux = skin.first.flux;
      skin.slope = skin.first.slope;
    }
    return error;
  };

  const accept = (state: WallState): void => {
    const { x, left } = state;
    for (let s = 0; s < 4; s++) {
      const b = ros.weights[s]!;
      const k = stages[s]!;
      for (let i = 0; i < n; i++) x[i] = x[i]! + b * k[i]!;
      for (const skin of skinsIn) left.inside += b * skin.left[s]!;
      for (const skin of skinsOut) left.outside += b * skin.left[s]!;
    }
  };

  const advance: Wall['advance'] = (state, fromS, toS, faces, options) => {
    const { tolerance, record, until, maxStep = Number.POSITIVE_INFINITY } = options;
    const { x } = state;
    let t = fromS;
    let h = Math.min(state.lastStepS ?? FIRST_STEP_S, maxStep);
    for (const skin of skins) skin.drop = 0;
    ({ comes } = state);
    rates(x, t, faces, f);
    while (t < toS) {
      if (until?.(t, x)) break;
      record?.(t, x, f);
      jacobian(x);
      const end = toS - t;
      for (;;) {
        const size = h >= end * 0.999 ? end : h > end / 2 ? end / 2 : h;
        const error = step(x, t, size, faces);
        const grow = growth(tolerance, error);
        if (error <= tolerance) {
          t = size === end ? toS : t + size;
          h = Math.min(Math.max(size * grow, size < h ? h : 0), maxStep);
          break;
        }
        h = size * grow;
        if (!(h > SHORTEST_STEP_S)) throw new Error(`the wall solver's step vanished at ${t} s`);
      }
      accept(state);
      rates(x, t, faces, f);
    }
    record?.(t, x, f);
    state.lastStepS = h;
    return t;
  };

  return { advance, mesh };
}

/** How much longer the next step may be; a step so long that its stages left all numbers behind is cut hard. */
function growth(tolerance: number, error: number): number {
  if (!Number.isFinite(error)) return 0.1;
  return Math.min(4, Math.max(0.2, 0.9 * (tolerance / Math.max(error, 1e-14)) ** (1 / 3)));
}
