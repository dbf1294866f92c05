import type { StepRef } from '../../technique/layer.ts';
import type { Outcome } from '../entry.ts';
import type { LoadState } from '../kilnLoad.ts';
import { doneBeside } from './done.ts';
import { draft, type Draft } from './draft.ts';

/** A load goes into its kiln; pieces whose next step is to be loaded have that done. */
export const loaded = (loadId: string, pieces: readonly { id: string; loads: StepRef[] }[]): Draft[] => [
  draft('load.loaded', loadId, {}),
  ...pieces.flatMap(({ id, loads }) =>
    loads.length > 0 ? [doneBeside(id, { refs: loads, effects: [{ does: 'none' }] }, 'outside')] : [],
  ),
];

/** How one piece came out of the kiln. */
export interface CameOut {
  id: string;
  /** The steps that are its firing. */
  fires: StepRef[];
  outcome: Outcome;
  faults: string[];
}

/** A load comes out: each piece was fired, and came out so. */
export const unloaded = (
  { id: loadId, set }: LoadState,
  pieces: readonly CameOut[],
  note: string,
): Draft[] => [
  draft('load.unloaded', loadId, {}),
  ...pieces.map(({ id, fires, outcome, faults }) =>
    doneBeside(
      id,
      { refs: fires, effects: [{ does: 'fire', cone: set.cone, to: set.to }], outcome, faults, note },
      'outside',
    ),
  ),
];
