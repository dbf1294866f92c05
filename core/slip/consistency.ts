export interface Range {
  from: number;
  to: number;
}

export type SlipUse =
  | 'brushed-engobe'
  | 'underglaze-carving'
  | 'joining'
  | 'poured-ground'
  | 'broad-brush'
  | 'drip'
  | 'monoprint'
  | 'stencil'
  | 'inlay'
  | 'trailing'
  | 'white-ground'
  | 'texture'
  | 'sprayed'
  | 'sigillata';

export interface Consistency {
  use: SlipUse;
  name: string;
  feel: string;
  /** SG of slip of clay and water alone. Common practice and from memory; a starting point. */
  gravity: Range;
  sieve: string;
  coats: string;
}

/** Thinnest first. */
export const consistencies: Consistency[] = [
  {
    use: 'sigillata',
    name: 'Terra sigillata',
    feel: 'skimmed milk',
    gravity: { from: 1.1, to: 1.18 },
    sieve: 'settle and decant',
    coats: '2–3 thin',
  },
  {
    use: 'sprayed',
    name: 'Sprayed engobe',
    feel: 'milk',
    gravity: { from: 1.25, to: 1.35 },
    sieve: '120 mesh',
    coats: 'many',
  },
  {
    use: 'brushed-engobe',
    name: 'Brushed engobe, thin coats',
    feel: 'single cream',
    gravity: { from: 1.3, to: 1.42 },
    sieve: '100 mesh',
    coats: '3, each matte first',
  },
  {
    use: 'underglaze-carving',
    name: 'Underglaze for carving',
    feel: 'single cream',
    gravity: { from: 1.35, to: 1.45 },
    sieve: 'as bought',
    coats: '2',
  },
  {
    use: 'joining',
    name: 'Joining slip',
    feel: 'single cream, runs into scoring',
    gravity: { from: 1.35, to: 1.45 },
    sieve: 'none',
    coats: '–',
  },
  {
    use: 'poured-ground',
    name: 'Poured or dipped ground',
    feel: 'double cream',
    gravity: { from: 1.42, to: 1.52 },
    sieve: '80 mesh',
    coats: '1',
  },
  {
    use: 'broad-brush',
    name: 'Broad-brush ground',
    feel: 'double cream, streaky',
    gravity: { from: 1.42, to: 1.55 },
    sieve: '80 mesh',
    coats: '1–4, one direction',
  },
  {
    use: 'drip',
    name: 'Slip drip by syringe',
    feel: 'runs, then stops',
    gravity: { from: 1.45, to: 1.55 },
    sieve: '80 mesh',
    coats: '1',
  },
  {
    use: 'monoprint',
    name: 'Monoprint',
    feel: 'double cream, tacky on paper',
    gravity: { from: 1.45, to: 1.55 },
    sieve: '80–100 mesh',
    coats: '1–2',
  },
  {
    use: 'stencil',
    name: 'Stencil and lace',
    feel: 'runny yoghurt',
    gravity: { from: 1.45, to: 1.58 },
    sieve: '80 mesh',
    coats: '1',
  },
  {
    use: 'inlay',
    name: 'Inlay fill',
    feel: 'set yoghurt',
    gravity: { from: 1.5, to: 1.65 },
    sieve: '80 mesh',
    coats: '2–5 fills',
  },
  {
    use: 'trailing',
    name: 'Trailing',
    feel: 'set yoghurt, a line stands up',
    gravity: { from: 1.5, to: 1.65 },
    sieve: '100 mesh, blended',
    coats: '1',
  },
  {
    use: 'white-ground',
    name: 'White ground on a coarse body',
    feel: 'runny yoghurt',
    gravity: { from: 1.5, to: 1.6 },
    sieve: '100 mesh, twice',
    coats: '1–2',
  },
  {
    use: 'texture',
    name: 'Thick texture slip',
    feel: 'soft butter-icing',
    gravity: { from: 1.7, to: 1.85 },
    sieve: 'none',
    coats: '1',
  },
];

export const consistencyFor = (use: SlipUse): Consistency => consistencies.find((c) => c.use === use)!;

/** Uses for which a slip of this SG is right as it stands. */
export const rightFor = (gravity: number): Consistency[] =>
  consistencies.filter((c) => gravity >= c.gravity.from && gravity <= c.gravity.to);
