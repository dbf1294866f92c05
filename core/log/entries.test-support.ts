import type { Entry, EntryBodies } from './entry.ts';
import { asToday, type AnyBody, type AnyKind } from './upcast.test-support.ts';

/** Entries for tests: what a test does not care about is filled in. */
let count = 0;

export const entry = <K extends AnyKind>(
  kind: K,
  subject: string,
  body: AnyBody<K>,
  at = '2026-03-10T09:00:00.000Z',
): Entry => asToday(kind, { id: `e${(count += 1)}`, subject, at }, body);

export const tubBody = (change: Partial<EntryBodies['tub.made']> = {}): EntryBodies['tub.made'] => ({
  name: 'Black',
  use: 'brushed-engobe',
  contents: '',
  clayId: null,
  volumeM3: 0.001,
  capacityM3: 0.002,
  grainDensity: 2600,
  wetColour: '#000000',
  firedColour: '#000000',
  adjusted: 'none',
  carries: [],
  keepsDays: null,
  composition: [],
  batchId: null,
  ...change,
});

export const measuredBody = (
  change: Partial<EntryBodies['tub.measured']> = {},
): EntryBodies['tub.measured'] => ({
  sample: null,
  gravityRead: null,
  flow: [],
  feel: null,
  celsius: null,
  levelM3: null,
  ...change,
});

/** A sample of 50 ml of slip of an SG, without a cup. */
export const sampleOf = (gravity: number) => ({ massKg: gravity * 0.05, tareKg: 0, volumeM3: 5e-5 });
