import { isSign, signNames } from '../../core/coat/sign.ts';
import type { CoverAdvice } from '../../core/plan/advice.ts';
import type { EdgeSpread } from '../../core/forecast/windows.ts';
import { remedyFor, type NextStep } from '../../core/plan/next.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { HOUR, MINUTE, type Instant } from '../../core/units/quantity.ts';
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
  const answer = ownAnswer(next, now, zone, cover);
  const more = next && [jointWords(next, now, zone), candlingWords(next)].filter(Boolean).join(' ');
  return more ? { ...answer, detail: `${answer.detail} ${more}` } : answer;
}

/** What a kiln held low does for a piece that is not dry enough for it; null where that is not asked. */
const candlingWords = ({ candling, name }: NextStep): string | null =>
  candling === null
    ? null
    : `Or ${lower(name)} now and hold the kiln under 100 °C, vents open, for ${span(candling)} first.`;

/** Which of a piece and its part must be held back until the other is ready; null where neither must. */
function jointWords({ joint }: NextStep, now: Instant, zone: string): string | null {
  if (!joint || joint.ahead === null) return null;
  const { role, ahead, until } = joint;
  const [first, other] = ahead === 'part' ? [`the ${role}`, 'the piece'] : ['the piece', `the ${role}`];
  if (until !== null)
    return `${capital(first)} is ready first: wrap it until about ${whenNear(roughly(until), now, zone)}.`;
  return ahead === 'part'
    ? `The ${role} is ready and the piece is not, as it stands: wrap the ${role}, or make another.`
    : `${capital(other)} is not ready as it lies: uncover it.`;
}

/** Of what was computed on the likeliest walls alone no minute is known. */
const roughly = (at: Instant): Instant => Math.round(at / (10 * MINUTE)) * 10 * MINUTE;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function ownAnswer(next: NextStep | null, now: Instant, zone: string, cover: Cover | null): Answer {
  if (!next)
    return {
      tone: 'rest',
      headline: 'All steps done',
      detail: 'Finish the piece when it is out of the kiln.',
    };
  const { name, wait } = next;
  const [spread] = next.windows;
  const opens = asKnown(next.opens, spread?.opens);
  const closes = asKnown(next.closes, spread?.closes);
  if (next.status === 'closed') {
    return {
      tone: 'late',
      headline: `Too late: ${lower(name)}`,
      detail: closedWords(next, closes, now, zone),
    };
  }
  if (wait && (next.status === 'ask' || opens === null || wait.to >= now || next.status !== 'now')) {
    const until = opens !== null && opens > wait.to ? opens : wait.to;
    const usual = until > now ? `, about ${whenNear(until, now, zone)}` : ', any moment now';
    const look = isSign(wait.what) ? ` Look: ${wait.look}.` : '';
    return {
      tone: until - now < SOON ? 'soon' : 'rest',
      headline: `Wait until ${waitWords(wait.what)}`,
      detail: `Then ${lower(name)}${usual}.${look}`,
    };
  }
  if (next.status === 'now') {
    const until =
      closes === null
        ? 'It stays open.'
        : `Until ${whenNear(closes, now, zone)}: ${spanTo(spread?.closes, closes - now)} left${between(spread?.closes, now, zone, ', could close ')}.`;
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
    detail: `Opens in ${spanTo(spread?.opens, opens - now)}${between(spread?.opens, now, zone, ', ')}${closes === null ? '' : `; closes ${whenNear(closes, now, zone)}${between(spread?.closes, now, zone, ', ')}`}.`,
  };
}

/** What is waited for, in words. */
export const waitWords = (what: string): string => (isSign(what) ? signNames[what].name : what);

/** When a window closed, and what opens it again. */
function closedWords(next: NextStep, closes: Instant | null, now: Instant, zone: string): string {
  const [spread] = next.windows;
  const since =
    closes === null ? '' : ` ${whenNear(closes, now, zone)}, ${spanTo(spread?.closes, now - closes)} ago`;
  const { rescue } = next;
  const again = rescue
    ? ` That opens it again ${rescue.opens <= now + MINUTE ? 'at once' : `about ${whenNear(rescue.opens, now, zone)}`}${rescue.closes === null ? '' : `, until ${whenNear(rescue.closes, now, zone)}`}.`
    : '';
  return `Its window closed${since}. ${remedyFor(next)}${again}`;
}

/** A moment no finer than it is known: to the minute only where the forecast is as sure as that. */
export function asKnown<T extends Instant | null>(at: T, edge: EdgeSpread | undefined): T {
  const grain = grainOf(edge);
  return at === null || grain === null ? at : ((Math.round(at / grain) * grain) as T);
}

/** How fine an edge is known; null where nothing was forecast of it. */
function grainOf(edge: EdgeSpread | undefined): number | null {
  if (!edge || edge.p10 === null) return null;
  const width = (edge.p90 ?? Number.POSITIVE_INFINITY) - edge.p10;
  return width > 2 * HOUR ? 10 * MINUTE : width > 20 * MINUTE ? 5 * MINUTE : MINUTE;
}

/** How long it is until an edge or since, no finer than the edge is known. */
function spanTo(edge: EdgeSpread | undefined, ms: number): string {
  const grain = grainOf(edge) ?? MINUTE;
  if (grain <= MINUTE || ms >= 10 * HOUR) return span(ms);
  const known = Math.round(ms / grain) * grain;
  return known === 0 ? `under ${span(grain)}` : `about ${span(known)}`;
}

/** Between which moments an edge lies, in eight walls of ten. */
export function between(edge: EdgeSpread | undefined, now: Instant, zone: string, lead: string): string {
  if (!edge || edge.p10 === null) return '';
  const early = asKnown(edge.p10, edge);
  if (edge.p90 === null) return `${lead}not before ${whenNear(early, now, zone)}`;
  if (edge.p90 <= now) return '';
  const to = whenNear(asKnown(edge.p90, edge), now, zone);
  if (to === whenNear(early, now, zone)) return '';
  return edge.p10 <= now
    ? `${lead}any time, at the latest ${to}`
    : `${lead}between ${whenNear(early, now, zone)} and ${to}`;
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
