import { dosePercent, type DosePoint } from '../slip/deflocculate.ts';
import { dryContent } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';
import type { Entry, TrialBegun } from './entry.ts';
import { instantOf } from '../time/moment.ts';

/** A deflocculation trial in a cup: what went in and how it flowed after. */
export interface TrialState {
  id: string;
  begun: TrialBegun;
  begunAt: Instant;
  /** Drops in all, by point. */
  points: (DosePoint & { drops: number; entryId: string })[];
  ended: boolean;
}

/**
 * The state of a trial from its standing entries in order; null before it was begun.
 * @param grainDensity of the tub's powder, kg/m³
 */
export function foldTrial(id: string, entries: readonly Entry[], grainDensity: number): TrialState | null {
  const begun = entries.find((entry) => entry.kind === 'trial.begun');
  if (begun?.kind !== 'trial.begun') return null;
  const { volumeM3, specificGravity, dropKg } = begun.body;
  const dryKg = volumeM3 * dryContent(specificGravity, grainDensity);
  const points: TrialState['points'] = [];
  let drops = 0;
  let ended = false;
  for (const entry of entries) {
    if (entry.kind === 'trial.dosed') {
      drops += entry.body.drops;
      points.push({
        drops,
        dosePercent: dosePercent(drops * dropKg, dryKg),
        seconds: entry.body.seconds,
        entryId: entry.id,
      });
    }
    if (entry.kind === 'trial.ended') ended = true;
  }
  return { id, begun: begun.body, begunAt: instantOf(begun), points, ended };
}
