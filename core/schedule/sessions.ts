import { workingTime, type Hours, type Spell } from '../time/hours.ts';
import { DAY, HOUR, MINUTE, type Instant } from '../units/quantity.ts';

/** So far ahead is planned at most, and in so many parts. */
const FAR = 14 * DAY;
const MOST_PARTS = 20;
/** Who is there longer looks at the pieces between. Common practice. */
const LOOK_EVERY = 5 * HOUR;
/** What is left of a session is a session while there is time for something. Common practice. */
const SHORTEST = 15 * MINUTE;

/**
 * The sessions, and before them the very moment where none runs: whoever asks is there, and can change a cover.
 */
export const fromNowOn = (sessions: readonly Spell[], now: Instant): Spell[] =>
  sessions[0] && sessions[0].from > now ? [{ from: now, to: now }, ...sessions] : [...sessions];

/** When hands are there from a moment on, long spells in even parts: covers are changed between them. Ascending. */
export function sessionsAhead(hours: Hours, now: Instant): Spell[] {
  const parts = workingTime(hours, now, now + FAR).flatMap(({ from, to, ...rest }) => {
    const count = Math.ceil((to - from) / LOOK_EVERY);
    const long = (to - from) / count;
    return Array.from({ length: count }, (_, i): Spell => ({
      from: Math.round(from + i * long),
      to: Math.round(from + (i + 1) * long),
      ...rest,
    }));
  });
  return parts
    .flatMap((spell) => {
      const from = Math.max(spell.from, now);
      return spell.to - from >= SHORTEST ? [{ ...spell, from }] : [];
    })
    .slice(0, MOST_PARTS);
}
