import type { AirShift } from '../drying/air.ts';
import type { WallSetting } from '../drying/run.ts';

/** What is not known of a real wall in a real room. */
export type Unknown =
  | 'air'
  | 'diffusion'
  | 'thickness'
  | 'start'
  | 'cover'
  | 'celsius'
  | 'humidity'
  | 'critical'
  | 'growth'
  | 'isotherm'
  | 'draught'
  | 'quickCosine'
  | 'quickSine'
  | 'slowCosine'
  | 'slowSine';

export const unknowns: Unknown[] = [
  'air',
  'diffusion',
  'thickness',
  'start',
  'cover',
  'celsius',
  'humidity',
  'critical',
  'growth',
  'isotherm',
  'draught',
  'quickCosine',
  'quickSine',
  'slowCosine',
  'slowSine',
];

/** A normal belief about an unknown. */
export interface Belief {
  mean: number;
  sigma: number;
}

/**
 * Beliefs in natural terms: ln of the air and cover factors and of the diffusivity, thickness as a share, water at the
 * start in kg/kg, the room's error in K and relative humidity; what no weighing tells: the critical water content in
 * kg/kg, ln of how fast diffusivity grows with water, ln of the isotherm's scale, ln of how much more the air moves by
 * day than by night, and how the weather to come wanders in relative humidity.
 */
export type Prior = Record<Unknown, Belief>;

const about = (sigma: number): Belief => ({ mean: 0, sigma });

/** One sigma of the weather's waves in a room that nobody measures, and of what is to come where somebody does. */
const WANDERS = { unmeasured: 0.041, measured: 0.032 };

const waves = (sigma: number): Pick<Prior, 'quickCosine' | 'quickSine' | 'slowCosine' | 'slowSine'> => ({
  quickCosine: about(sigma),
  quickSine: about(sigma),
  slowCosine: about(sigma),
  slowSine: about(sigma),
});

/** One sigma before anything is known. From memory. */
export const usualPrior: Prior = {
  air: about(0.32),
  diffusion: about(0.4),
  thickness: about(0.08),
  start: about(0.008),
  cover: about(0.5),
  celsius: about(1.7),
  humidity: about(0.08),
  critical: about(0.0063),
  growth: about(0.29),
  isotherm: about(0.25),
  draught: about(0.32),
  ...waves(WANDERS.unmeasured),
};

/** Where the room's air is measured: what it is to come still wanders. From memory. */
export const measuredAir: Partial<Prior> = {
  celsius: about(0.5),
  humidity: about(0.03),
  ...waves(WANDERS.measured),
};

/** What an unknown is, and how its sigma is read, in words. */
export const unknownWords: Record<Unknown, string> = {
  air: 'how fast the air takes water, ln of the factor',
  diffusion: 'diffusivity D₀, ln of the factor',
  thickness: 'thickness, share',
  start: 'water when made, kg/kg',
  cover: 'resistance of covers, ln of the factor',
  celsius: 'the room’s temperature, K',
  humidity: 'the room’s relative humidity',
  critical: 'critical water content X_c, kg/kg',
  growth: 'how fast D grows with water, ln of the factor',
  isotherm: 'scale of the isotherm, ln of the factor',
  draught: 'how much more the air moves by day, ln of the factor',
  quickCosine: 'weather in 2.3 days, cosine, relative humidity',
  quickSine: 'weather in 2.3 days, sine, relative humidity',
  slowCosine: 'weather in 5.1 days, cosine, relative humidity',
  slowSine: 'weather in 5.1 days, sine, relative humidity',
};

/** What may be far from what is usual, and so is looked for further off where nothing fits. */
const maybeFar: Unknown[] = ['air', 'diffusion', 'thickness', 'start', 'cover', 'celsius', 'humidity'];

/** The same, twice as unsure of what may be far from what is usual. */
export const wider = (prior: Prior): Prior => {
  const further = maybeFar.map((unknown) => [
    unknown,
    { ...prior[unknown], sigma: 2 * prior[unknown].sigma },
  ]);
  return { ...prior, ...(Object.fromEntries(further) as Partial<Prior>) };
};

/** No draw is believed that goes beyond these sigmas. */
const FURTHEST = 3.5;
/** Laws of diffusivity of different growth are compared at this water content, kg/kg. */
const ALIKE_AT = 0.2;
/** Shrinking goes on over some water at least: the critical content keeps this far from plastic and dry, kg/kg. */
const APART = 0.02;

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
  const growth = body.diffusivity.growth * Math.exp(value('growth'));
  const alike = Math.exp((body.diffusivity.growth - growth) * ALIKE_AT);
  return {
    ...given,
    body: {
      ...body,
      criticalX: Math.min(
        body.plasticX - APART,
        Math.max(Math.min(body.criticalX, APART), body.criticalX + value('critical')),
      ),
      diffusivity: { at0: body.diffusivity.at0 * alike * Math.exp(value('diffusion')), growth },
      isotherm: { ...body.isotherm, scale: body.isotherm.scale * Math.exp(value('isotherm')) },
    },
    thicknessM: given.thicknessM * Math.max(0.5, 1 + value('thickness')),
    startX: Math.max(0.002, given.startX + value('start')),
    airFactor: given.airFactor * Math.exp(value('air')),
    coverFactor: given.coverFactor * Math.exp(value('cover')),
    airShift: { ...given.airShift, ...shiftOf(value) },
  };
}

function shiftOf(value: (unknown: Unknown) => number): AirShift {
  const wander = [value('quickCosine'), value('quickSine'), value('slowCosine'), value('slowSine')] as const;
  return {
    celsius: value('celsius'),
    humidity: value('humidity'),
    draught: value('draught'),
    ...(wander.some((wave) => wave !== 0) && { wander }),
  };
}
