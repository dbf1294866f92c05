import { beginOf, endOf } from '../drying/trajectory.ts';
import type { Studio, StudioSet } from '../log/entry.ts';
import { DAY, HOUR, type Instant } from '../units/quantity.ts';
import { nightTime, workingTime, type Spell } from '../time/hours.ts';
import type { PiecePlan } from './plan.ts';

/** The night to come, or the one that it is. */
export interface ComingNight {
  /** When hands leave: the end of the day's last working time, or when the night begins where nobody works that day. */
  from: Instant;
  /** From when on it is called the night: when hands leave, but not before the evening. */
  evening: Instant;
  /** When the night is over. */
  to: Instant;
  /** When hands are there again. */
  morning: Instant;
}

/** So long before the night begins it is evening. Common practice. */
const EVENING = 5 * HOUR;

/** The night that was last asked for of each studio: it is the same from then until it ends. */
const known = new WeakMap<Studio, { at: Instant; night: ComingNight }>();

/** The coming night, or the one that it is: when hands leave, and when they are there again after it. */
export function comingNight(studio: Studio, now: Instant): ComingNight {
  const last = known.get(studio);
  if (last && now >= last.at && now < last.night.to) return last.night;
  const spells = workingTime(studio, now - 2 * DAY, now + 10 * DAY);
  const night = nightTime(studio, now, now + 3 * DAY)
    .map((dark) => nightIn(dark, spells))
    .find(({ to }) => to > now)!;
  known.set(studio, { at: now, night });
  return night;
}

function nightIn(dark: Spell, spells: Spell[]): ComingNight {
  const last = spells.findLast(({ from }) => from < dark.from && from > dark.to - DAY);
  const from = last?.to ?? dark.from;
  const morning = spells.find((of) => of.from >= Math.max(from, dark.from))?.from ?? dark.to;
  return { from, evening: Math.max(from, dark.from - EVENING), to: Math.min(dark.to, morning), morning };
}

/** The nights of the time that a plan shows. */
export const nightsOf = ({ trajectory }: Pick<PiecePlan, 'trajectory'>, studio: StudioSet): Spell[] =>
  nightTime(studio, beginOf(trajectory), endOf(trajectory));
