import { signNames } from '../../core/technique/technique.ts';
import type { CoverAdvice } from '../../core/plan/advice.ts';
import type { EdgeSpread } from '../../core/forecast/windows.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { HOUR, type Instant } from '../../core/units/quantity.ts';
import { span, whenNear } from './times.ts';
import type { Tone } from './theme.ts';

/** The answer to “what now, and how long have I got”, in words. */
export interface Answer {
  tone: Tone;
  /** In place of the tone's own word. */
  word?: string;
  headline: string;
  detail: string;
}

const SOON = 3 * HOUR;

/** @param cover how it stands, for what to do where nothing opens under it */
export function answerFor(
  next: NextStep | null,
  now: Instant,
  zone: string,
  cover: Cover | null = null,
): Answer {
  if (!next)
    return {
      tone: 'rest',
      headline: 'All steps done',
      detail: 'Finish the piece when it is out of the kiln.',
    };
  const { name, opens, closes, waitFor } = next;
  if (next.status === 'late') {
    return {
      tone: 'late',
      headline: `Too dry: ${lower(name)}`,
      detail: `Its window closed ${closes === null ? '' : `${whenNear(closes, now, zone)}, ${span(now - closes)} ago`}. ${next.remedy}`,
    };
  }
  if (waitFor && (opens === null || waitFor.to >= now || next.status !== 'now')) {
    const until = opens !== null && opens > waitFor.to ? opens : waitFor.to;
    const usual = until > now ? `, about ${whenNear(until, now, zone)}` : ', any moment now';
    return {
      tone: until - now < SOON ? 'soon' : 'rest',
      headline: `Wait until ${signNames[waitFor.sign].name}`,
      detail: `Then ${lower(name)}${usual}. Look: ${signNames[waitFor.sign].look}.`,
    };
  }
  if (next.status === 'now') {
    const until =
      closes === null
        ? 'It stays open.'
        : `Until ${whenNear(closes, now, zone)}: ${span(closes - now)} left${between(next.spread?.closes, now, zone, ', closing ')}.`;
    return { tone: 'now', headline: `${name} now`, detail: until };
  }
  if (opens === null)
    return {
      tone: 'rest',
      headline: 'Holding',
      detail:
        cover === 'open' || cover === 'fan'
          ? `${name} does not open as it stands: check the clay, and how the room was set.`
          : `${name} does not open under this cover. Uncover to go on.`,
    };
  return {
    tone: opens - now < SOON ? 'soon' : 'rest',
    headline: `${name} ${atTime(whenNear(opens, now, zone))}`,
    detail: `Opens in ${span(opens - now)}${between(next.spread?.opens, now, zone, ', ')}${closes === null ? '' : `; closes ${whenNear(closes, now, zone)}${between(next.spread?.closes, now, zone, ', ')}`}.`,
  };
}

/** Between which moments an edge lies, in eight walls of ten. */
export function between(edge: EdgeSpread | undefined, now: Instant, zone: string, lead: string): string {
  if (!edge || edge.p10 === null) return '';
  if (edge.p90 === null) return `${lead}not before ${whenNear(edge.p10, now, zone)}`;
  if (edge.p90 <= now) return '';
  const to = whenNear(edge.p90, now, zone);
  return edge.p10 <= now
    ? `${lead}between now and ${to}`
    : `${lead}between ${whenNear(edge.p10, now, zone)} and ${to}`;
}

const atTime = (when: string): string => (/^\d/.test(when) ? `at ${when}` : when);
const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** What to do about the cover, in one line; null where it is right as it is. */
export function coverWords(
  advice: CoverAdvice | null,
  present: string,
  now: Instant,
  zone: string,
): string | null {
  if (!advice || advice.why === 'stay') return null;
  const [first, second] = advice.changes;
  if (!first) return null;
  const verb = (cover: CoverAdvice['now']) => coverNamed(cover).verb;
  const gain =
    advice.why === 'keeps-steps-in-hours'
      ? 'keeps the next steps in working hours'
      : 'brings the next step sooner';
  const then = second ? `, then ${verb(second.cover).toLowerCase()} ${whenNear(second.at, now, zone)}` : '';
  return first.at <= now + 60_000 && advice.now !== present
    ? `${verb(first.cover)} now${then}: ${gain}.`
    : `${verb(first.cover)} ${whenNear(first.at, now, zone)}${then}: ${gain}.`;
}
