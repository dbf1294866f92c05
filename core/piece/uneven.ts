import { linearShrinkage, type ClayBody } from '../clay/body.ts';
import { edgeAtWater } from '../clay/stage.ts';
import { span, type Form } from '../form/form.ts';
import type { WallName } from '../form/places.ts';
import type { Instant } from '../units/quantity.ts';

/** Strain that stays in a piece, between two places or between the faces of flat ware. */
export interface Uneven {
  between: [WallName, WallName] | 'faces';
  /** The one that stiffened first: to be wrapped. */
  ahead: WallName;
  /** When it is most. */
  at: Instant;
  /** Linear mismatch, or for faces the curl as a share of the span. */
  mismatch: number;
  /** What clay bears then. */
  bears: number;
  /** Worth care from three quarters of that on, a warning above it. */
  level: 'little' | 'care' | 'warn';
}

/** Clay wetter than this yields: what strains it there does not stay. The lower edge of soft leather-hard. */
const YIELDS_ABOVE = 71;
/** Mismatch that clay bears by its moisture index: driest first. From memory. */
const BEARS: [index: number, mismatch: number][] = [
  [46, 0.02],
  [60, 0.03],
  [70, 0.04],
];
/** Height of a curl that is too much, as a share of the span. From memory. */
const CURLS = 0.01;
const CARE = 0.75;

/** What clay bears at a moisture index, by straight lines between what is known. */
export function bearsAt(index: number): number {
  const [first] = BEARS;
  if (index <= first![0]) return first![1];
  for (let i = 1; i < BEARS.length; i++) {
    const [from, low] = BEARS[i - 1]!;
    const [to, high] = BEARS[i]!;
    if (index <= to) return low + ((index - from) / (to - from)) * (high - low);
  }
  return BEARS.at(-1)![1];
}

/** Water contents of the places of a piece at a moment, and of the faces of its wall, kg/kg. */
export interface Look {
  at: Instant;
  means: Partial<Record<WallName, number>>;
  faces: { outside: number; inside: number };
}

/** Gathers the strain that stays over looks at a piece, which come in time. */
export function strainWatch(
  body: ClayBody,
  form: Form,
  pairs: [WallName, WallName][],
): { look: (at: Look) => void; worstFrom: (from: Instant) => Uneven | null } {
  const shrunk = (x: number) => linearShrinkage(body, body.plasticX, Math.min(x, body.plasticX));
  const begun = new Map<string, { apart: number; first: 0 | 1 }>();
  const found: Uneven[] = [];

  /** How much further apart two have come since the stiffer of them stopped yielding; null while both yield. */
  const gathered = (name: string, xA: number, xB: number): { strain: number; first: 0 | 1 } | null => {
    const stiffest = edgeAtWater(body, Math.min(xA, xB));
    const apart = shrunk(xA) - shrunk(xB);
    if (stiffest > YIELDS_ABOVE) {
      begun.delete(name);
      return null;
    }
    let since = begun.get(name);
    if (!since) begun.set(name, (since = { apart, first: xA <= xB ? 0 : 1 }));
    return { strain: Math.abs(apart - since.apart), first: since.first };
  };
  const level = (ratio: number): Uneven['level'] => (ratio > 1 ? 'warn' : ratio > CARE ? 'care' : 'little');

  const look = ({ at, means, faces }: Look) => {
    for (const [a, b] of pairs) {
      const [xA, xB] = [means[a], means[b]];
      if (xA === undefined || xB === undefined) continue;
      const of = gathered(`${a} ${b}`, xA, xB);
      if (of === null) continue;
      const bears = bearsAt(edgeAtWater(body, Math.min(xA, xB)));
      found.push({
        between: [a, b],
        ahead: of.first === 0 ? a : b,
        at,
        mismatch: of.strain,
        bears,
        level: level(of.strain / bears),
      });
    }
    const across = span(form);
    if (across === null) return;
    const of = gathered('faces', faces.outside, faces.inside);
    if (of === null) return;
    const curl = (of.strain * across) / (8 * form.wallM);
    found.push({
      between: 'faces',
      ahead: 'wall',
      at,
      mismatch: curl,
      bears: CURLS,
      level: level(curl / CURLS),
    });
  };
  const worstFrom = (from: Instant) =>
    found
      .filter(({ at }) => at >= from)
      .reduce<Uneven | null>(
        (worst, of) => (!worst || of.mismatch / of.bears > worst.mismatch / worst.bears ? of : worst),
        null,
      );
  return { look, worstFrom };
}
