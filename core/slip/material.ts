import type { HazardId } from '../hazard/hazard.ts';
import { molarMass, oxides, roleOf, type Oxide } from './oxide.ts';

export type MaterialKind =
  | 'clay'
  | 'filler'
  | 'flux'
  | 'frit'
  | 'opacifier'
  | 'colourant'
  | 'stain'
  | 'deflocculant'
  | 'flocculant'
  | 'binder';

/** What a material is made of: whole moles of oxides as its theoretical formula has it, or an analysis in percent of mass. */
export type MakeUp =
  | { kind: 'formula'; moles: Partial<Record<Oxide, number>> }
  | { kind: 'analysis'; percent: Partial<Record<Oxide, number>> }
  | { kind: 'unknown' };

export interface Material {
  name: string;
  kind: MaterialKind;
  makeUp: MakeUp;
  /** Density of the grains, kg/m³; for liquids, of the liquid. */
  grainDensity: number;
  hazards: HazardId[];
  /** Usual share of the dry slip where it is added, percent; null where it is not an addition. */
  usualPercent: { from: number; to: number } | null;
  /** Whether density and make-up are published or as remembered. */
  standing: 'published' | 'from memory' | 'supplier';
  note: string;
}

/**
 * Moles of each oxide that stay in the fire from 100 g of raw material, and what is lost, percent.
 * @returns null where the make-up is not known
 */
export function firedMoles(
  material: Material,
): { moles: Partial<Record<Oxide, number>>; lossPercent: number } | null {
  const { makeUp } = material;
  if (makeUp.kind === 'unknown') return null;
  const raw = rawMoles(makeUp);
  const moles: Partial<Record<Oxide, number>> = {};
  let kept = 0;
  for (const [oxide, amount] of raw) {
    if (roleOf(oxide) === 'volatile') continue;
    moles[oxide] = amount;
    kept += amount * molarMass(oxide);
  }
  return { moles, lossPercent: Math.max(0, 100 - kept) };
}

/** Moles of each oxide in 100 g. */
function rawMoles(makeUp: Exclude<MakeUp, { kind: 'unknown' }>): [Oxide, number][] {
  const listed = makeUp.kind === 'formula' ? makeUp.moles : makeUp.percent;
  const amounts = oxides.flatMap((oxide): [Oxide, number][] => {
    const amount = listed[oxide];
    return amount ? [[oxide, amount]] : [];
  });
  if (makeUp.kind === 'analysis')
    return amounts.map(([oxide, percent]) => [oxide, percent / molarMass(oxide)]);
  const formulaMass = amounts.reduce((sum, [oxide, moles]) => sum + moles * molarMass(oxide), 0);
  return amounts.map(([oxide, moles]) => [oxide, (100 * moles) / formulaMass]);
}

/** Mass of a mole of the theoretical formula, g; null for an analysis. */
export function formulaMass({ makeUp }: Material): number | null {
  if (makeUp.kind !== 'formula') return null;
  return oxides.reduce((sum, oxide) => sum + (makeUp.moles[oxide] ?? 0) * molarMass(oxide), 0);
}

/**
 * Density of a mixture of powders, kg/m³: G = Σwᵢ / Σ(wᵢ/Gᵢ).
 * @example mixtureDensity([{ kg: 0.9, grainDensity: 2600 }, { kg: 0.1, grainDensity: 5200 }]) // 2737
 */
export function mixtureDensity(parts: { kg: number; grainDensity: number }[]): number {
  const mass = parts.reduce((sum, part) => sum + part.kg, 0);
  const volume = parts.reduce((sum, part) => sum + part.kg / part.grainDensity, 0);
  return mass / volume;
}
