import type { TodayAnswer } from '../../api/routes.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { clockTime } from '../ui/times.ts';

/** The stretch of time that all rows of Today share. */
export interface Day {
  from: Instant;
  to: Instant;
  now: Instant;
  /** When hands are there. */
  sessions: TodayAnswer['sessions'];
  nights: TodayAnswer['nights'];
  /** How far along it an instant lies, 0 to 1; at its ends outside it. */
  across: (at: Instant) => number;
}

const BEFORE = HOUR;
const LONG = 25 * HOUR;
/** Hours between two of its labels. */
const EVERY = 4;
/** So far the word now reaches along it. */
const CLEAR = 2.6 * HOUR;

export function dayAround(now: Instant, { sessions, nights }: Pick<TodayAnswer, 'sessions' | 'nights'>): Day {
  const from = now - BEFORE;
  const to = from + LONG;
  const across = (at: Instant) => Math.min(1, Math.max(0, (at - from) / LONG));
  const within = (spells: TodayAnswer['sessions']) => spells.filter((of) => of.to > from && of.from < to);
  return { from, to, now, sessions: within(sessions), nights: within(nights), across };
}

/** The hours that are written over it: every fourth of the studio's clock, clear of its ends and of now. */
export function hoursOf({ from, to, now }: Day, zone: string): Instant[] {
  const first = Math.ceil(from / HOUR) * HOUR;
  return Array.from({ length: LONG / HOUR }, (_, i) => first + i * HOUR).filter(
    (at) =>
      Number.parseInt(clockTime(at, zone), 10) % EVERY === 0 && at < to - HOUR && Math.abs(at - now) > CLEAR,
  );
}
