import { ok, refused, type Result } from '../units/problem.ts';
import type { Range } from './consistency.ts';

/** A cup that empties through a hole: a standard one, whose seconds mean a viscosity, or one's own. */
export type CupKind = 'iso-3' | 'iso-4' | 'iso-5' | 'iso-6' | 'ford-4' | 'home';

export interface FlowCup {
  name: string;
  kind: CupKind;
}

interface CupLaw {
  name: string;
  /** Seconds within which the formula holds. */
  seconds: Range;
  viscosity: (seconds: number) => number;
}

const iso = (hole: number, a: number, b: number): CupLaw => ({
  name: `ISO 2431 cup, ${hole} mm`,
  seconds: { from: 30, to: 100 },
  viscosity: (t) => a * t - b / t,
});

/** ISO 2431:2019 and ASTM D1200: kinematic viscosity, mm²/s, from seconds. */
const laws: Record<Exclude<CupKind, 'home'>, CupLaw> = {
  'iso-3': iso(3, 0.443, 200),
  'iso-4': iso(4, 1.37, 200),
  'iso-5': iso(5, 3.28, 220),
  'iso-6': iso(6, 6.9, 570),
  'ford-4': { name: 'Ford cup no. 4', seconds: { from: 20, to: 100 }, viscosity: (t) => 3.85 * (t - 4.49) },
};

export const cupKinds: { kind: CupKind; name: string }[] = [
  { kind: 'home', name: 'A cup of your own' },
  ...Object.entries(laws).map(([kind, law]) => ({ kind: kind as CupKind, name: law.name })),
];

/**
 * Apparent kinematic viscosity from a standard cup, m²/s. Slips are not Newtonian: the figure compares, no more.
 * @param seconds within the cup's range, 30 to 100 for ISO cups, 20 to 100 for the Ford cup
 * @returns null for a cup of one's own; a problem outside the range
 * @example apparentViscosity('iso-4', 50) // { ok: true, value: 6.45e-5 }
 */
export function apparentViscosity(kind: CupKind, seconds: number): Result<number | null> {
  if (kind === 'home') return ok(null);
  const law = laws[kind];
  if (seconds >= law.seconds.from && seconds <= law.seconds.to) return ok(law.viscosity(seconds) * 1e-6);
  const remedy =
    seconds < law.seconds.from ? 'take a cup with a smaller hole' : 'take a cup with a larger hole';
  return refused(
    'outside-cup',
    'seconds',
    `The ${law.name} tells viscosity from ${law.seconds.from} to ${law.seconds.to} s only; ${seconds} s is outside: ${remedy}. The seconds are kept and compared with each other.`,
  );
}

/** How much slip gels at rest: seconds after a rest over seconds stirred. */
export const gellingRatio = (stirredS: number, restedS: number): number => restedS / stirredS;
