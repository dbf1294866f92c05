import { MINUTE, type Instant } from '../units/quantity.ts';

/** When things happened, by whose clock. */

/** Two devices, or one before and after its clock was set right, may disagree this much about what came first. */
export const CLOCKS_DIFFER = 5 * MINUTE;

export const instantOf = (entry: { at: string }): Instant => Date.parse(entry.at);
