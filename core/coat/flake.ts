import { defaultBody, drySolidsPerArea, linearShrinkage, type ClayBody } from '../clay/body.ts';
import { dryingOfSlip, type Adjustment } from '../slip/correct.ts';
import { coatLoad } from '../slip/density.ts';

/** A coat about to be laid, and the wall it is laid on. */
export interface CoatOnWall {
  /** Wet thickness, m. */
  thicknessM: number;
  specificGravity: number;
  grainDensity: number;
  adjusted: Adjustment;
  body: ClayBody;
  wallM: number;
  /** Mean water of the wall before, kg/kg. */
  wallX: number;
}

export interface FlakeParts {
  /** Linear shrinkage the coat has to go after it sets. */
  coat: number;
  /** Linear shrinkage the wall, wetted by the coat, has to go. */
  wall: number;
  /** Coat less wall: above 0 the coat is drawn apart, below 0 pressed together. */
  mismatch: number;
  /** Thickness once set and dry, m. */
  filmM: number;
}

export interface FlakeIndex {
  /** Strain energy stored in the coat over that of a coat known to hold. */
  index: number;
  parts: FlakeParts;
  sign: 'tension' | 'compression' | 'little';
  /** The change that lowers it most; null where none does. */
  cure: { change: Cure; index: number } | null;
}

export type Cure = 'thinner' | 'damper-wall' | 'drier-wall' | 'deflocculated' | 'thicker-slip';

/** A coat known to hold: thin, brushed on leather-hard clay. Common practice, no source. */
const knownToHold: CoatOnWall = {
  thicknessM: 0.00015,
  specificGravity: 1.38,
  grainDensity: 2600,
  adjusted: 'none',
  body: defaultBody,
  wallM: 0.006,
  wallX: 0.165,
};
/** A mismatch under this stores next to nothing. */
const LITTLE = 0.008;

/** Above this index a coat is likely to flake, and above half of it to be watched. From memory. */
export const FLAKES = 4;

/**
 * How near a coat is to cracking or peeling: stored strain energy G = Z·E·(1+ν)/(1−ν)·Δε²·h of a film on a thick base
 * (Hutchinson and Suo 1992), relative to a coat known to hold, so that Z, E and ν drop out.
 * @returns index 1 is that coat; above 4 it is likely to flake. From memory.
 */
export function flakeIndex(given: CoatOnWall): FlakeIndex {
  const parts = partsOf(given);
  const index = indexOf(parts);
  const cures = curesFor(given).map(([change, cured]) => ({ change, index: indexOf(partsOf(cured)) }));
  const best = cures.sort((a, b) => a.index - b.index)[0];
  return {
    index,
    parts,
    sign: Math.abs(parts.mismatch) < LITTLE ? 'little' : parts.mismatch > 0 ? 'tension' : 'compression',
    cure: best && best.index < index * 0.95 ? best : null,
  };
}

const energy = ({ mismatch, filmM }: FlakeParts): number => filmM * mismatch ** 2;
const indexOf = (parts: FlakeParts): number => energy(parts) / energy(partsOf(knownToHold));

function partsOf(given: CoatOnWall): FlakeParts {
  const { body, wallM, wallX, thicknessM, specificGravity, grainDensity, adjusted } = given;
  const { water } = coatLoad(thicknessM, specificGravity, grainDensity);
  const wetted = Math.min(wallX + water / drySolidsPerArea(body, wallM), body.plasticX * 1.1);
  const drying = dryingOfSlip(specificGravity, grainDensity, adjusted);
  const coat = drying.shrinkageAfterSet;
  const wall = linearShrinkage(body, wetted, 0);
  return { coat, wall, mismatch: coat - wall, filmM: thicknessM * drying.thicknessLeft };
}

function curesFor(given: CoatOnWall): [Cure, CoatOnWall][] {
  const { body, wallX } = given;
  return [
    ['thinner', { ...given, thicknessM: given.thicknessM / 2 }],
    ['damper-wall', { ...given, wallX: Math.min(body.plasticX, wallX + 0.03) }],
    ['drier-wall', { ...given, wallX: Math.max(0.01, wallX - 0.03) }],
    ['deflocculated', { ...given, adjusted: 'deflocculated' }],
    ['thicker-slip', { ...given, specificGravity: given.specificGravity + 0.06 }],
  ];
}
