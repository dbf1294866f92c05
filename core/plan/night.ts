import type { StudioSet } from '../log/entry.ts';
import { DAY, HOUR, type Instant } from '../units/quantity.ts';
import { nightTime, workingTime } from './hours.ts';

/** The coming night, or the one that it is: when it begins, and when hands are there again after it. */
export function comingNight(studio: StudioSet, now: Instant): { from: Instant; morning: Instant } {
  const [night] = nightTime(studio, now, now + 2 * DAY);
  const from = night?.from ?? now + 12 * HOUR;
  const spells = workingTime(studio.hours, studio.zone, from, from + 8 * DAY);
  const first = spells.find((spell) => spell.from >= from);
  return { from, morning: first?.from ?? night?.to ?? from + 10 * HOUR };
}
