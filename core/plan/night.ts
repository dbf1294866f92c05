import type { StudioSet } from '../log/entry.ts';
import { DAY, HOUR, type Instant } from '../units/quantity.ts';
import { nightTime, workingTime, type Spell } from './hours.ts';
import type { PiecePlan } from './plan.ts';

export interface ComingNight {
  from: Instant;
  morning: Instant;
}

/** The night that was last asked for of each studio: it is the same from then until it ends. */
const known = new WeakMap<StudioSet, { at: Instant; until: Instant; night: ComingNight }>();

/** The coming night, or the one that it is: when it begins, and when hands are there again after it. */
export function comingNight(studio: StudioSet, now: Instant): ComingNight {
  const last = known.get(studio);
  if (last && now >= last.at && now < last.until) return last.night;
  const [first] = nightTime(studio, now, now + 2 * DAY);
  const from = first?.from ?? now + 12 * HOUR;
  const spells = workingTime(studio.hours, studio.zone, from, from + 8 * DAY);
  const spell = spells.find((of) => of.from >= from);
  const night = { from, morning: spell?.from ?? first?.to ?? from + 10 * HOUR };
  known.set(studio, { at: now, until: first?.to ?? now, night });
  return night;
}

/** The nights of the time that a plan shows. */
export const nightsOf = ({ trajectory: { at } }: Pick<PiecePlan, 'trajectory'>, studio: StudioSet): Spell[] =>
  nightTime(studio, at[0]!, at.at(-1)!);
