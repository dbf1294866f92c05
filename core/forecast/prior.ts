import type { WallSetting } from '../drying/run.ts';

/** What is not known of a real wall in a real room. */
export type Unknown = 'air' | 'diffusion' | 'thickness' | 'start' | 'cover' | 'celsius' | 'humidity';

export const unknowns: Unknown[] = ['air', 'diffusion', 'thickness', 'start', 'cover', 'celsius', 'humidity'];

/** A normal belief about an unknown. */
export interface Belief {
  mean: number;
  sigma: number;
}

/**
 * Beliefs in natural terms: ln of the air and cover factors and of the diffusivity, thickness as a share, water at
 * the start in kg/kg, the room's error in K and relative humidity.
 */
export type Prior = Record<Unknown, Belief>;

/** One sigma before anything is known. From memory. */
export const usualPrior: Prior = {
  air: { mean: 0, sigma: 0.3 },
  diffusion: { mean: 0, sigma: 0.4 },
  thickness: { mean: 0, sigma: 0.08 },
  start: { mean: 0, sigma: 0.008 },
  cover: { mean: 0, sigma: 0.5 },
  celsius: { mean: 0, sigma: 1.5 },
  humidity: { mean: 0, sigma: 0.07 },
};

/** Where the room's air is measured. From memory. */
export const measuredAir: Pick<Prior, 'celsius' | 'humidity'> = {
  celsius: { mean: 0, sigma: 0.5 },
  humidity: { mean: 0, sigma: 0.03 },
};

/** No draw is believed that goes beyond these sigmas. */
const FURTHEST = 3.5;

/**
 * The wall that a draw makes of what is given.
 * @param z standard deviations from the mean of each unknown, in the order of `unknowns`
 */
export function settingOf(given: WallSetting, prior: Prior, z: Float64Array): WallSetting {
  const value = (unknown: Unknown) => {
    const { mean, sigma } = prior[unknown];
    return mean + sigma * Math.min(FURTHEST, Math.max(-FURTHEST, z[unknowns.indexOf(unknown)]!));
  };
  const { body } = given;
  return {
    ...given,
    body: {
      ...body,
      diffusivity: { ...body.diffusivity, at0: body.diffusivity.at0 * Math.exp(value('diffusion')) },
    },
    thicknessM: given.thicknessM * Math.max(0.5, 1 + value('thickness')),
    startX: Math.max(0.002, given.startX + value('start')),
    airFactor: given.airFactor * Math.exp(value('air')),
    coverFactor: given.coverFactor * Math.exp(value('cover')),
    airShift: { celsius: value('celsius'), humidity: value('humidity') },
  };
}
