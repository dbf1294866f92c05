import type { SlipUse } from '../slip/consistency.ts';

/** What the forms of the slip shelf begin with until something else is typed, SI. Common practice, no source. */

/** A tub: a litre of slip in a litre and a half, kept half a year. */
export const newTub = {
  use: 'brushed-engobe' satisfies SlipUse,
  volumeM3: 0.001,
  capacityM3: 0.0015,
  keepsDays: 180,
  wetColour: '#8f8577',
  firedColour: '#2f3b4c',
} as const;

/** A level under this is asked about: it is likelier a figure in litres, m³. */
export const LITTLE_SLIP_M3 = 1e-5;

/** A batch: of so much dry, of so much slip, or for so much of a face under so many coats. */
export const newBatch = {
  dryKg: 0.5,
  volumeM3: 0.001,
  areaM2: 0.5,
  coatM: 0.00015,
  coats: 3,
  /** What stays in brush and tub, as a share. */
  waste: 0.3,
  /** Of the ingredient that is short, kg. */
  leftKg: 0.1,
  /** Of a colourant, % of the dry slip. */
  colourantPercent: 5,
} as const;

/** A mass off by more than this share of what was wanted is told. */
export const WEIGHED_WITHIN = 0.02;

/** A blend: so many steps from one end to the other, and so much dry slip in each cup. */
export const newBlend = { steps: 10, mostSteps: 20, cupKg: 0.03 } as const;

/** A settling: how deep is drawn off, of what, and the finest grain that stays out. */
export const newSettling = { depthM: 0.1, wholeM: 0.15, grainM: 2e-6, celsius: 20, finePercent: 30 } as const;

/** A trial of a deflocculant: the cup, and a drop of it. */
export const newTrial = { volumeM3: 2e-4, dropKg: 5e-5, drops: 1 } as const;

/** Sodium silicate as sold and as it is brushed, degrees Baumé. */
export const silicateBaume = { sold: 42, brushed: 25 } as const;

/** A timing after a rest rests this long, s. */
export const REST_S = 600;
