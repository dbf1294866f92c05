import { molarMass, oxides, roleOf, type Oxide } from './oxide.ts';
import { firedMoles } from './material.ts';
import type { Materials } from './recipe.ts';

export interface UnityFormula {
  /** Moles of each oxide for one mole of fluxes. */
  moles: Partial<Record<Oxide, number>>;
  /** Percent of the fired mass. */
  percent: Partial<Record<Oxide, number>>;
  /** What burns off, percent of the raw mass. */
  lossPercent: number;
  /** Materials whose make-up is not known, left out. */
  unknown: string[];
}

/**
 * Unity formula (Seger): moles of oxides with the fluxes (RO and R₂O) brought to one.
 * @param lines raw materials in parts by mass
 * @returns null where there is no flux, or nothing known at all
 */
export function unityFormula(
  lines: { materialId: string; parts: number }[],
  materials: Materials,
): UnityFormula | null {
  const moles = new Map<Oxide, number>();
  const unknown: string[] = [];
  let raw = 0;
  let lost = 0;
  for (const { materialId, parts } of lines) {
    const fired = firedMoles(materials[materialId]!);
    if (!fired) {
      unknown.push(materialId);
      continue;
    }
    raw += parts;
    lost += (parts * fired.lossPercent) / 100;
    for (const [oxide, amount] of Object.entries(fired.moles) as [Oxide, number][])
      moles.set(oxide, (moles.get(oxide) ?? 0) + (parts * amount) / 100);
  }
  const flux = oxides.reduce((sum, o) => sum + (roleOf(o) === 'flux' ? (moles.get(o) ?? 0) : 0), 0);
  if (flux <= 0) return null;
  const mass = [...moles].reduce((sum, [oxide, amount]) => sum + amount * molarMass(oxide), 0);
  const inOrder = oxides.filter((oxide) => (moles.get(oxide) ?? 0) > 0);
  return {
    moles: Object.fromEntries(inOrder.map((o) => [o, moles.get(o)! / flux])),
    percent: Object.fromEntries(inOrder.map((o) => [o, (100 * moles.get(o)! * molarMass(o)) / mass])),
    lossPercent: raw > 0 ? (100 * lost) / raw : 0,
    unknown,
  };
}

/**
 * Linear expansion factors per percent of mass, 10⁻⁷/K, 25 to 90 °C: English and Turner 1927, J. Am. Ceram. Soc. 10.
 * The figures are quoted from memory.
 */
const expansionFactors: Partial<Record<Oxide, number>> = {
  SiO2: 0.05,
  B2O3: -0.653,
  Na2O: 4.16,
  K2O: 3.9,
  MgO: 0.45,
  CaO: 1.63,
  ZnO: 0.7,
  BaO: 1.4,
  Al2O3: 0.14,
  ZrO2: 0.23,
};

export interface ExpansionEstimate {
  /** Linear, 1/K. */
  perKelvin: number;
  /** Oxides without a factor, left out. */
  uncounted: Oxide[];
  /** Whether the mix is glassy enough for additive factors to mean anything. */
  holds: boolean;
}

/** Silica and alumina above these shares leave too much unmelted for additive factors. From memory. */
const GLASSY = { silica: 80, alumina: 20, flux: 12 };

/**
 * Expansion of a glaze or frit that melts wholly, by additive factors. An engobe does not: there the figure only
 * compares one mix with another.
 */
export function expansionEstimate({ percent }: UnityFormula): ExpansionEstimate {
  const counted = Object.entries(percent) as [Oxide, number][];
  const flux = counted.reduce(
    (sum, [o, share]) => sum + (roleOf(o) === 'flux' || o === 'B2O3' ? share : 0),
    0,
  );
  return {
    perKelvin: counted.reduce((sum, [o, share]) => sum + share * (expansionFactors[o] ?? 0), 0) * 1e-7,
    uncounted: counted.flatMap(([o, share]) => (expansionFactors[o] === undefined && share > 0.5 ? [o] : [])),
    holds:
      (percent.SiO2 ?? 0) <= GLASSY.silica && (percent.Al2O3 ?? 0) <= GLASSY.alumina && flux >= GLASSY.flux,
  };
}
