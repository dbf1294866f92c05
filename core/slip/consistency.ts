import { feelNamed, type Feel } from './feel.ts';

export interface Range {
  from: number;
  to: number;
}

export type SlipUse =
  | 'wash'
  | 'sigillata'
  | 'sprayed'
  | 'running-engobe'
  | 'brushed-engobe'
  | 'underglaze-carving'
  | 'brushed-decoration'
  | 'bands'
  | 'joining'
  | 'poured-ground'
  | 'broad-brush'
  | 'drip'
  | 'drip-running'
  | 'monoprint'
  | 'stencil'
  | 'inlay'
  | 'trailing'
  | 'white-ground'
  | 'texture'
  | 'silicate'
  | 'glaze';

/** What a slip should be like for a use. */
export interface Wanted {
  feel: { from: Feel; to: Feel };
  /** SG of slip of clay and water alone. */
  gravity: Range;
  /** Sieve by its mesh number; null where it is not sieved. */
  mesh: number | null;
  /** Seconds in a cup the maker has, stirred; null where flow is not asked for. */
  flow: { cupId: string; seconds: Range } | null;
}

export interface Consistency extends Wanted {
  use: SlipUse;
  name: string;
  /** What it does besides, in words. */
  manner: string;
  sieve: string;
  coats: string;
}

const usual = (
  use: SlipUse,
  name: string,
  feel: [Feel, Feel],
  manner: string,
  gravity: [number, number],
  mesh: number | null,
  sieve: string,
  coats: string,
): Consistency => ({
  use,
  name,
  feel: { from: feel[0], to: feel[1] },
  manner,
  gravity: { from: gravity[0], to: gravity[1] },
  mesh,
  flow: null,
  sieve,
  coats,
});

/** Thinnest first. Common practice and from memory; each studio sets its own. */
export const consistencies: Consistency[] = [
  usual('wash', 'Oxide wash', ['skimmed-milk', 'milk'], '', [1.05, 1.2], 120, '120 mesh', '1, wiped back'),
  usual(
    'sigillata',
    'Terra sigillata',
    ['skimmed-milk', 'skimmed-milk'],
    '',
    [1.1, 1.18],
    null,
    'settle and decant',
    '2–3 thin',
  ),
  usual(
    'running-engobe',
    'Engobe meant to run, ground under a print',
    ['milk', 'milk'],
    '',
    [1.2, 1.35],
    100,
    '100 mesh',
    '1',
  ),
  usual('sprayed', 'Sprayed engobe', ['milk', 'milk'], '', [1.25, 1.35], 120, '120 mesh', 'many'),
  usual(
    'brushed-engobe',
    'Brushed engobe, thin coats',
    ['single-cream', 'single-cream'],
    '',
    [1.3, 1.42],
    100,
    '100 mesh',
    '3, each matte first',
  ),
  usual(
    'underglaze-carving',
    'Underglaze for carving',
    ['single-cream', 'single-cream'],
    '',
    [1.35, 1.45],
    null,
    'as bought',
    '2',
  ),
  usual(
    'brushed-decoration',
    'Brushed decoration',
    ['single-cream', 'double-cream'],
    'covers in one or two',
    [1.4, 1.5],
    80,
    '80–100 mesh',
    '1–2',
  ),
  usual(
    'bands',
    'Bands on a fresh wall',
    ['single-cream', 'double-cream'],
    'laid once on the turning wheel',
    [1.38, 1.5],
    100,
    '100 mesh',
    '1',
  ),
  usual(
    'joining',
    'Joining slip',
    ['single-cream', 'runny-yoghurt'],
    'runs into scoring, or pours like custard: two schools',
    [1.35, 1.55],
    null,
    'none',
    '–',
  ),
  usual(
    'poured-ground',
    'Poured or dipped ground',
    ['double-cream', 'double-cream'],
    '',
    [1.42, 1.52],
    80,
    '80 mesh',
    '1',
  ),
  usual(
    'broad-brush',
    'Broad-brush ground',
    ['double-cream', 'double-cream'],
    'streaky',
    [1.42, 1.55],
    80,
    '80 mesh',
    '1–4, one direction',
  ),
  usual(
    'drip',
    'Slip drip by syringe',
    ['runny-yoghurt', 'set-yoghurt'],
    'runs a little, then stops',
    [1.5, 1.65],
    80,
    '80 mesh',
    '1',
  ),
  usual(
    'drip-running',
    'Slip drip that runs',
    ['double-cream', 'double-cream'],
    'runs on',
    [1.42, 1.52],
    80,
    '80 mesh',
    '1',
  ),
  usual(
    'monoprint',
    'Monoprint',
    ['double-cream', 'double-cream'],
    'tacky on paper',
    [1.45, 1.55],
    80,
    '80–100 mesh',
    '1–2',
  ),
  usual(
    'stencil',
    'Stencil and lace',
    ['runny-yoghurt', 'runny-yoghurt'],
    '',
    [1.45, 1.58],
    80,
    '80 mesh',
    '1',
  ),
  usual('inlay', 'Inlay fill', ['set-yoghurt', 'set-yoghurt'], '', [1.5, 1.65], 80, '80 mesh', '2–5 fills'),
  usual(
    'trailing',
    'Trailing',
    ['set-yoghurt', 'set-yoghurt'],
    'ripples hold, a line stands up',
    [1.48, 1.62],
    100,
    '100 mesh, blended',
    '1',
  ),
  usual(
    'white-ground',
    'White ground on a coarse body',
    ['set-yoghurt', 'set-yoghurt'],
    '',
    [1.52, 1.65],
    100,
    '100 mesh, twice',
    '1–2',
  ),
  usual('texture', 'Thick texture slip', ['soft-icing', 'soft-icing'], '', [1.7, 1.85], null, 'none', '1'),
  usual(
    'silicate',
    'Silicate, brushed on',
    ['milk', 'single-cream'],
    'as sold, or let down by half; thicker with age',
    [1.17, 1.43],
    null,
    'none',
    '1',
  ),
  usual(
    'glaze',
    'Glaze under silicate',
    ['single-cream', 'double-cream'],
    '',
    [1.4, 1.5],
    80,
    '80 mesh',
    '1',
  ),
];

/** What a studio has set in place of the usual, by use. */
export type WantedByUse = Partial<Record<SlipUse, Wanted>>;

export const consistencyFor = (use: SlipUse, set: WantedByUse = {}): Consistency => {
  const found = consistencies.find((c) => c.use === use)!;
  const own = set[use];
  return own ? { ...found, ...own, sieve: own.mesh === null ? 'none' : `${own.mesh} mesh` } : found;
};

/** How it should feel, in words. */
export function feelOf({ feel, manner }: Consistency): string {
  const words = [...new Set([feelNamed(feel.from).name, feelNamed(feel.to).name])].join(' to ');
  return manner === '' ? words : `${words}, ${manner}`;
}
