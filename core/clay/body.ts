import type { LawCurve } from './law.ts';

/**
 * A clay body as the models need it. Water contents are dry basis (kg water per kg dry clay).
 * Defaults are from memory and editable; they describe a middling throwing body.
 */
export interface ClayBody {
  name: string;
  /** Water content fresh from the bag, kg/kg. */
  plasticX: number;
  /** Critical water content: below it the clay no longer shrinks, kg/kg. */
  criticalX: number;
  /** Density of the dry grains, kg/m³. */
  grainDensity: number;
  /** Air volume left in the packed grains, m³ per kg dry. */
  airVolume: number;
  /** Moisture diffusivity D = at0 · exp(growth · min(X, 0.3)), m²/s. */
  diffusivity: { at0: number; growth: number };
  /** Oswin desorption isotherm X = scale · (a/(1−a))^power (Oswin 1946). */
  isotherm: { scale: number; power: number };
  /** Linear shrinkage from plastic to fired, as a fraction. */
  totalShrinkage: number;
  /** sRGB hex colours, wet and dry. */
  wetColour: string;
  dryColour: string;
}

export const defaultBody: ClayBody = {
  name: 'Throwing body',
  plasticX: 0.25,
  criticalX: 0.12,
  grainDensity: 2600,
  airVolume: 2e-5,
  diffusivity: { at0: 1.5e-9, growth: 8 },
  isotherm: { scale: 0.008, power: 0.45 },
  totalShrinkage: 0.12,
  wetColour: '#5d3b2c',
  dryColour: '#e4cbb0',
};

export const WATER_DENSITY = 1000;

/** Volume of a kilogram of dry clay with its water, m³/kg: v = 1/G + max(X, X_c)/ρ_w + air. */
export function specificVolume(body: ClayBody, x: number): number {
  return 1 / body.grainDensity + Math.max(x, body.criticalX) / WATER_DENSITY + body.airVolume;
}

/** v(X) and its slope, for the wall solver. */
export function volumeLaw(body: ClayBody): LawCurve {
  return {
    value: (x) => specificVolume(body, x),
    slope: (x) => (x > body.criticalX ? 1 / WATER_DENSITY : 0),
  };
}

/** D(X) in m²/s and its slope. */
export function diffusivityLaw(body: ClayBody): LawCurve {
  const { at0, growth } = body.diffusivity;
  return {
    value: (x) => at0 * Math.exp(growth * Math.min(x, 0.3)),
    slope: (x, value) => (x < 0.3 ? growth * value : 0),
  };
}

/** Water activity at a water content: the Oswin isotherm turned round, with its slope. */
export function activityLaw(body: ClayBody): LawCurve {
  const { scale, power } = body.isotherm;
  const inverse = 1 / power;
  return {
    value: (x) => (x <= 0 ? 0 : 1 - 1 / (1 + Math.exp(Math.log(x / scale) * inverse))),
    slope: (x, value) => (x <= 0 ? 0 : (value * (1 - value) * inverse) / x),
  };
}

/**
 * The water content in balance with air of this relative humidity.
 * @param activity relative humidity as a fraction, above 0 and below 1
 */
export function equilibriumX(body: ClayBody, activity: number): number {
  const { scale, power } = body.isotherm;
  return scale * (activity / (1 - activity)) ** power;
}

/**
 * Linear shrinkage from one water content to a lower one, as a fraction of the longer length.
 * @example linearShrinkage(defaultBody, 0.25, 0) // 0.0643
 */
export function linearShrinkage(body: ClayBody, fromX: number, toX: number): number {
  return 1 - Math.cbrt(specificVolume(body, toX) / specificVolume(body, fromX));
}

/** Dry clay per square metre of face for a wall of this thickness in the plastic state, kg/m². */
export function drySolidsPerArea(body: ClayBody, plasticThicknessM: number): number {
  return plasticThicknessM / specificVolume(body, body.plasticX);
}
