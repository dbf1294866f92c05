import type { Planned } from '../technique/layer.ts';
import type { DeedThen, PieceHistory } from './history.ts';

/** How a step was done on an earlier piece that is to be made again: its record, for the same step and time of doing it. */
export interface DoneBefore extends DeedThen {
  /** Since that piece was made, ms. */
  sinceMade: number;
}

/**
 * What the record of an earlier piece says of a step; null where it was not done then. A step of a piece is another's by
 * its name and its pass: the layers of each have names of their own.
 */
export function doneBefore(history: PieceHistory, planned: Planned): DoneBefore | null {
  const deed = history.deeds.find(({ step, pass }) => step === planned.step.name && pass === planned.pass);
  return deed ? { ...deed, sinceMade: deed.at - history.madeAt } : null;
}
