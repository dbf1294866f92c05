import { waterToRemove } from './correct.ts';
import { dryContent } from './density.ts';

/** Viscosity of water, mPa·s, by °C at 0.1 MPa: IAPWS Formulation 2008 for the Viscosity of Ordinary Water. */
const viscosities: [number, number][] = [
  [0, 1.7916],
  [5, 1.5182],
  [10, 1.3059],
  [15, 1.1375],
  [20, 1.0016],
  [25, 0.89],
  [30, 0.7972],
  [35, 0.7191],
  [40, 0.6527],
  [50, 0.5465],
  [60, 0.466],
  [70, 0.4035],
  [80, 0.354],
  [90, 0.3142],
  [100, 0.2816],
];

/**
 * Dynamic viscosity of water, Pa·s; between the table's points on a line in the logarithm.
 * @param celsius 0 to 100 °C
 * @throws RangeError outside
 * @example waterViscosity(20) // 0.0010016
 */
export function waterViscosity(celsius: number): number {
  const k = viscosities.findIndex(([t]) => t >= celsius);
  if (k < 0 || celsius < 0)
    throw new RangeError(`water viscosity is tabled from 0 to 100 °C, not ${celsius}`);
  const [t1, v1] = viscosities[k]!;
  const [t0, v0] = viscosities[Math.max(0, k - 1)]!;
  const share = t1 === t0 ? 0 : (celsius - t0) / (t1 - t0);
  return Math.exp(Math.log(v0) + share * (Math.log(v1) - Math.log(v0))) / 1000;
}

const GRAVITY = 9.81;
const WATER = 998;
/** Richardson and Zaki 1954: settling in a crowd is slower by (1 − φ)^4.65. */
const CROWD = 4.65;

export interface Settling {
  /** Diameter of the coarsest grain wanted in the top layer, m. */
  grainM: number;
  /** Density of the grains, kg/m³. */
  grainDensity: number;
  celsius: number;
  /** Solids by volume, 0 to below 1. */
  solids: number;
}

/**
 * Speed at which grains of a diameter fall, m/s: Stokes' law v = (ρ_s − ρ_f)·g·d²/(18·µ) (ISO 13317), slowed by
 * the crowd (Richardson and Zaki 1954). Plates fall slower still.
 * @example settlingSpeed({ grainM: 2e-6, grainDensity: 2650, celsius: 20, solids: 0 }) // 3.6e-6
 */
export function settlingSpeed({ grainM, grainDensity, celsius, solids }: Settling): number {
  const single = ((grainDensity - WATER) * GRAVITY * grainM ** 2) / (18 * waterViscosity(celsius));
  return single * (1 - solids) ** CROWD;
}

/** Seconds until every grain over the diameter has left a top layer of this depth, m. */
export const settlingTime = (depthM: number, settling: Settling): number => depthM / settlingSpeed(settling);

/**
 * Dry clay in the layer drawn off, as a share of what went in, where the share of grains under the wanted
 * size is known: of the layer's own share of the depth, the fine part; grains of any size lie evenly at first.
 * @param layerShare depth drawn off over the whole depth, 0 to 1
 * @param fineShare share of the dry clay finer than the wanted grain, 0 to 1
 */
export const layerYield = (layerShare: number, fineShare: number): number => layerShare * fineShare;

/** What a settled slip gives when its top layer is drawn off. */
export interface LayerTaken {
  volumeM3: number;
  dryKg: number;
  gravity: number;
  /** Water to let go of until the layer stands at the wanted SG, m³; 0 where it stands there already. */
  evaporateM3: number;
}

/**
 * The layer drawn off, by mass balance: only the fine share of its own dry clay is left in it.
 * @param slip before it settled: volume m³, SG, powder density kg/m³
 * @param layerShare depth drawn off over the whole depth, 0 to 1
 * @param fineShare share of the dry clay finer than the wanted grain, 0 to 1
 * @param wanted SG to bring it to, above 1
 */
export function takenLayer(
  slip: { volumeM3: number; gravity: number; grainDensity: number },
  layerShare: number,
  fineShare: number,
  wanted: number,
): LayerTaken {
  const { volumeM3, gravity, grainDensity } = slip;
  const dryKg = volumeM3 * dryContent(gravity, grainDensity) * layerYield(layerShare, fineShare);
  const layerM3 = volumeM3 * layerShare;
  const taken = 1 + (dryKg / layerM3 / 1000) * (1 - 1000 / grainDensity);
  return {
    volumeM3: layerM3,
    dryKg,
    gravity: taken,
    evaporateM3: taken < wanted ? waterToRemove(layerM3, taken, wanted) : 0,
  };
}
