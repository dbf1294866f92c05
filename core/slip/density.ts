import { ok, refused, type Result } from '../units/problem.ts';

const WATER = 1000;

/**
 * Specific gravity from a sample: mass of a known volume over the mass of the same water.
 * @param sample massKg with its cup, tareKg the cup, volumeM3 the sample
 * @returns a problem when the figures cannot be a slip
 * @example measuredGravity({ massKg: 0.1, tareKg: 0.03, volumeM3: 5e-5 }) // { ok: true, value: 1.4 }
 */
export function measuredGravity(sample: {
  massKg: number;
  tareKg: number;
  volumeM3: number;
}): Result<number> {
  if (!(sample.volumeM3 > 0))
    return refused(
      'volume-zero',
      'volumeM3',
      'The volume must be more than zero: how much did the cup or syringe hold?',
    );
  const gravity = (sample.massKg - sample.tareKg) / (sample.volumeM3 * WATER);
  if (gravity <= 0)
    return refused(
      'tare-too-heavy',
      'tareKg',
      'The empty cup weighs as much as the full one: check the two masses.',
    );
  if (gravity < 1)
    return refused(
      'lighter-than-water',
      'massKg',
      `That is SG ${gravity.toFixed(2)}, lighter than water: check the volume and the tare, and look for froth.`,
    );
  return ok(gravity);
}

/**
 * Dry material in slip, kg/m³ (= g/l): Brongniart's formula, 1000·(SG−1)·G/(G−1), G = grainDensity/1000.
 * @param gravity specific gravity, at least 1 and below G
 * @param grainDensity density of the powder, kg/m³
 * @example dryContent(1.4, 2600) // 650
 */
export function dryContent(gravity: number, grainDensity: number): number {
  const g = grainDensity / WATER;
  return (WATER * (gravity - 1) * g) / (g - 1);
}

/** Density of the grains of most clays, kg/m³; of powder that is not known. Common practice, no source. */
export const USUAL_GRAIN = 2600;

/** A slip whose SG was never measured is taken for one of this. Common practice. */
const UNMEASURED = 1.4;

/** Mass of slip, kg, from its volume and its SG; null where it was not measured. */
export const slipMass = (volumeM3: number, gravity: number | null): number =>
  volumeM3 * WATER * (gravity ?? UNMEASURED);

/** Share of the mass that is dry material. */
export function solidsByMass(gravity: number, grainDensity: number): number {
  return dryContent(gravity, grainDensity) / (WATER * gravity);
}

/** Share of the volume that is dry material: φ = (SG−1)/(G−1). */
export function solidsByVolume(gravity: number, grainDensity: number): number {
  return (gravity - 1) / (grainDensity / WATER - 1);
}

/** Water content of slip on dry mass, kg/kg. */
export function slipWaterContent(gravity: number, grainDensity: number): number {
  return 1 / solidsByMass(gravity, grainDensity) - 1;
}

/** Water and dry material in a coat of wet thickness `thicknessM`, kg/m². */
export function coatLoad(
  thicknessM: number,
  gravity: number,
  grainDensity: number,
): { water: number; dry: number } {
  const dry = thicknessM * dryContent(gravity, grainDensity);
  return { dry, water: thicknessM * WATER * gravity - dry };
}

/** Above this share by volume a slip of clay and water hardly flows: the figure is questioned. Common practice. */
export const QUESTIONED_SOLIDS = 0.55;

/** Thinner than this it is water with hardly any slip in it, and lays no coat. Common practice. */
export const THINNEST_SLIP = 1.02;

/**
 * Whether a specific gravity can be a slip of this powder.
 * @returns a problem when it cannot, a question when it is unlikely
 */
export function judgeGravity(gravity: number, grainDensity: number): Result<{ question: string | null }> {
  if (gravity >= grainDensity / WATER) {
    return refused(
      'denser-than-powder',
      'massKg',
      `SG ${gravity.toFixed(2)} is at or above the powder's own ${(grainDensity / WATER).toFixed(2)}: no slip can be. Check volume and tare.`,
    );
  }
  const solids = solidsByVolume(gravity, grainDensity);
  if (solids <= QUESTIONED_SOLIDS) return ok({ question: null });
  return ok({
    question: `That would be ${Math.round(solids * 100)} % solids by volume, stiffer than slip usually gets. Was the sample free of air and the volume right?`,
  });
}
