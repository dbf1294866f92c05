import { isSign, signNames } from '../../core/coat/sign.ts';
import { changesFrom, coverMeantAt, isWithoutSession, type PieceMeant } from '../../core/schedule/meant.ts';
import { lostWords } from '../../core/schedule/sheets.ts';
import type { EdgeSpread } from '../../core/forecast/windows.ts';
import { remedyFor, type NextStep } from '../../core/plan/next.ts';
import { inTimeFor, type Follows } from '../../core/plan/follows.ts';
import type { Moved, MovedBy } from '../../core/plan/moved.ts';
import type { ComingNight } from '../../core/plan/night.ts';
import {
  asKnown,
  dueOf,
  grainOf,
  standingOf,
  type Asks,
  type Due,
  type Standing,
  type Stands,
} from '../../core/plan/standing.ts';
import { coverNamed, type Cover } from '../../core/drying/face.ts';
import { DAY, HOUR, MINUTE, type Instant } from '../../core/units/quantity.ts';
import type { Spell } from '../../core/time/hours.ts';
import { dayOf, span, whenNear } from './times.ts';
import type { Tone } from './theme.ts';

/** What a piece asks for, in one line: the same line wherever it is named. */
export interface Headline {
  tone: Tone;
  /** When it asks for hands, in a word. */
  word: string;
  headline: string;
  due: Due;
  /** Something was logged of it on this device that the studio does not know yet. */
  unsent?: true;
}

/** The answer to “what now, and how long have I got”, in words. */
export interface Answer {
  tone: Tone;
  /** In place of the tone's own word. */
  word?: string;
  headline: string;
  detail: string;
}

/** When and where an answer is given. */
export interface Here {
  now: Instant;
  zone: string;
  night: ComingNight;
}

/** When a piece asks for hands, in words. */
export const dueNames: Record<Due, string> = {
  late: 'Late',
  now: 'Now',
  soon: 'Soon',
  today: 'Later today',
  tonight: 'Tonight',
  later: 'Later',
  done: 'Done',
};

const toneOf: Record<Due, Tone> = {
  late: 'late',
  now: 'now',
  soon: 'soon',
  today: 'rest',
  tonight: 'rest',
  later: 'rest',
  done: 'rest',
};

/** What a piece asks for, and when, in one line. */
export function headlineOf(next: (Stands & { name: string }) | null, here: Here): Headline {
  const standing = standingOf(next, here.now);
  const due = dueOf(standing, here.now, here.night);
  return {
    due,
    tone: toneOf[due],
    word: wordOf(standing, due, here),
    headline: next ? headlines[standing.asks](next.name, standing, here) : 'All steps done',
  };
}

function wordOf({ asks, at }: Standing, due: Due, { now, zone }: Here): string {
  if (asks === 'held') return 'Held';
  return due === 'later' && at !== null ? dayOf(at, now, zone) : dueNames[due];
}

/** A step for when it opens, or is planned. */
const comes = (name: string, { at }: Standing, { now, zone }: Here): string =>
  `${name} ${atTime(whenNear(at!, now, zone))}`;

const headlines: Record<Asks, (name: string, standing: Standing, here: Here) => string> = {
  nothing: () => 'All steps done',
  late: (name) => `Too late: ${lower(name)}`,
  now: (name) => `${name} now`,
  look: (_name, { wait }) => `Look: ${waitWords(wait!.what)}?`,
  wait: (_name, { wait }) => `Wait until ${waitWords(wait!.what)}`,
  opens: comes,
  meant: comes,
  held: (name) => `${name}: not as it stands`,
};

/** @param cover how it stands, for what to do where nothing opens under it */
export function answerFor(next: NextStep | null, here: Here, cover: Cover | null = null): Headline & Answer {
  const { now, zone } = here;
  const detail = next ? detailOf(next, here, cover) : 'Finish the piece when it is out of the kiln.';
  const answer = { ...headlineOf(next, here), detail };
  const more = next && [jointWords(next, now, zone), candlingWords(next)].filter(Boolean).join(' ');
  return more ? { ...answer, detail: `${answer.detail} ${more}`.trim() } : answer;
}

/** What a piece asks for where something was logged of it on this device that has not reached the studio. */
export const unsentAnswer = (
  next: Pick<NextStep, 'name'> | null,
  words: readonly string[],
): Headline & Answer => ({
  unsent: true,
  due: 'now',
  tone: 'now',
  word: 'Not yet sent',
  headline: next ? `Next: ${lower(next.name)}` : 'All steps done',
  detail: `Logged here, not yet sent: ${words.join('; ')}. Its times are worked out once that is sent.`,
});

/** What a kiln held low does for a piece that is not dry enough for it; null where that is not asked. */
const candlingWords = ({ candling, name }: NextStep): string | null =>
  candling === null
    ? null
    : `Or ${lower(name)} now and hold the kiln under 100 °C, vents open, for ${span(candling)} first.`;

/** Which of a piece and its part must be held back until the other is ready; null where neither must. */
function jointWords({ joint, closes }: NextStep, now: Instant, zone: string): string | null {
  if (!joint || joint.ahead === null) return null;
  const { role, ahead, until, dried } = joint;
  if (dried)
    return dried.backAt === null
      ? `The ${role} is too dry to be joined, and a day under a damp cloth does not bring it back: make another.`
      : `The ${role} is too dry to be joined: put it under a damp cloth now, and it is ready again about ${whenNear(roughly(dried.backAt), now, zone)}.`;
  const [first, other] = ahead === 'part' ? [`the ${role}`, 'the piece'] : ['the piece', `the ${role}`];
  if (ahead === 'piece' && until !== null && closes !== null && closes < until)
    return `${capital(first)} is ready first: wrap it now, or it is too dry when ${other} is ready, about ${whenNear(roughly(until), now, zone)}.`;
  if (until !== null)
    return `${capital(first)} is ready first: wrap it until about ${whenNear(roughly(until), now, zone)}.`;
  return ahead === 'part'
    ? `The ${role} is ready and the piece is not, as it stands: wrap the ${role}, or make another.`
    : `${capital(other)} is not ready as it lies: uncover it.`;
}

/** Of what was computed on the likeliest walls alone no minute is known. */
const roughly = (at: Instant): Instant => Math.round(at / (10 * MINUTE)) * 10 * MINUTE;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function detailOf(next: NextStep, { now, zone }: Here, cover: Cover | null): string {
  const standing = standingOf(next, now);
  const { at, closes, wait } = standing;
  const { name } = next;
  const [spread] = next.windows;
  const sign = wait && isSign(wait.what) ? ` It shows so: ${wait.look}.` : '';
  switch (standing.asks) {
    case 'nothing':
      return '';
    case 'late':
      return closedWords(next, closes, now, zone);
    case 'look':
      return `Then ${lower(name)}${closes === null ? '' : `, until ${whenNear(closes, now, zone)}`}.${sign}`;
    case 'wait':
      return `Then ${lower(name)}${at! > now ? `, about ${whenNear(at!, now, zone)}` : ''}.${sign}`;
    case 'now':
      return closes === null
        ? 'It stays open.'
        : `Until ${whenNear(closes, now, zone)}: ${spanTo(spread?.closes, next.closes! - now)} left${between(spread?.closes, now, zone, ', could close ')}.`;
    case 'meant':
      return `So it is planned, if it is covered as the plan says. ${asItStands(next, now, zone)}`;
    case 'held':
      if (next.joint?.dried) return '';
      return cover === 'open' || cover === 'fan'
        ? `${name} does not open as it stands: check the clay, and how the room was set.`
        : `${name} does not open under this cover. Uncover to go on.`;
    case 'opens':
      return `Opens ${inWords(at!, spread, now, zone)}${closes === null ? '' : `; closes ${whenNear(closes, now, zone)}${between(spread?.closes, now, zone, ', ')}`}.`;
  }
}

/** When a step that is planned would open if nothing about its piece were changed. */
function asItStands({ opens, windows: [spread] }: NextStep, now: Instant, zone: string): string {
  return `As it stands now, it ${opens === null ? 'does not open' : `opens ${inWords(opens, spread, now, zone)}`}.`;
}

const inWords = (
  at: Instant,
  spread: NextStep['windows'][number] | undefined,
  now: Instant,
  zone: string,
): string => `in ${spanTo(spread?.opens, at - now)}${between(spread?.opens, now, zone, ', ')}`;

/** What is waited for, in words. */
export const waitWords = (what: string): string => (isSign(what) ? signNames[what].name : what);

/** What the maker says who sees it. */
export const seenWords = (what: string): string =>
  isSign(what) ? `It is ${waitWords(what)}` : `Seen: ${what}`;

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
  return early <= now
    ? `${lead}any time, at the latest ${to}`
    : `${lead}between ${whenNear(early, now, zone)} and ${to}`;
}

export const atTime = (when: string): string => (/^\d/.test(when) ? `at ${when}` : when);
export const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** How a window moved though nothing was logged of the piece, and why, in one line; null where it did not. */
export function movedWords(moved: Moved | null, { now, zone }: Here): string | null {
  if (!moved) return null;
  const { edge, by, why, at } = moved;
  return `It ${edge} ${span(Math.abs(by))} ${by > 0 ? 'later' : 'sooner'} than was told before ${whenNear(at, now, zone)}: ${movedBy[why]}.`;
}

const movedBy: Record<MovedBy, string> = {
  learned: 'learned from finished pieces',
  measured: 'the air of the room was measured',
};

/** What follows for a piece that is covered in some way, in one line. */
export function followsWords(follows: Follows | null, { now, zone }: Pick<Here, 'now' | 'zone'>): string {
  if (!follows) return '';
  const { name, opens, closes, doAt } = follows;
  const step = lower(name);
  if (doAt !== null)
    return `Next: ${step}, ${doAt <= now + MINUTE ? 'now' : whenNear(roughly(doAt), now, zone)}, in your hours`;
  if (opens === null) return `${name} does not open so`;
  if (closes === null) return `Next: ${step}, open from ${whenNear(roughly(opens), now, zone)} on`;
  return opens <= now
    ? `${name} closes ${whenNear(roughly(closes), now, zone)}, before anybody is back`
    : `${name} is open ${whenNear(roughly(opens), now, zone)} to ${whenNear(roughly(closes), now, zone)}, while nobody is there`;
}

/** Whether a piece is dry for the kiln by a wanted time, in one line. */
export function wantedWords(
  wantedAt: Instant,
  { dryAt, openDryAt }: { dryAt: Instant | null; openDryAt: Instant | null },
  { now, zone }: Pick<Here, 'now' | 'zone'>,
): string {
  const when = (at: Instant) => whenNear(roughly(at), now, zone);
  const open = openDryAt === null ? '' : `; uncovered now: ${when(openDryAt)}`;
  switch (inTimeFor(wantedAt, dryAt, openDryAt)) {
    case 'in-time':
      return `dry for the kiln by ${when(dryAt!)}: in time`;
    case 'if-uncovered':
      return `${dryAt === null ? 'not dry as it stands' : `not before ${when(dryAt)}`}${open}`;
    case 'too-late':
      return `too late: ${dryAt === null ? 'not dry as it stands' : `not before ${when(dryAt)}`}${open}`;
    case 'unknown':
      return 'not dry as it stands';
  }
}

/** What is near enough to be told beside what is done now. */
const NEAR = DAY;

/** What to do about the cover, in one line; null where nothing is to be done soon. */
export function coverWords(
  meant: PieceMeant | null,
  present: Cover,
  { now, zone, night }: Here,
): string | null {
  if (!meant) return null;
  if (isWithoutSession(meant)) return `${withoutWords(meant)}, however it is covered.`;
  const [first, second] = changesFrom(meant, present, now);
  if (!first || first.at > now + NEAR) return null;
  const verb = (cover: Cover) => coverNamed(cover).verb;
  const when = (at: Instant) => (at <= now ? 'now' : whenNear(roughly(at), now, zone));
  const then = second ? `, then ${lower(verb(second.cover))} ${when(second.at)}` : '';
  const nightly = coverMeantAt(meant, Math.max(now, night.from), present);
  const told = [first.cover, second?.cover ?? present].includes(nightly);
  const forNight = told ? '' : `, and ${lower(verb(nightly))} for the night`;
  const next = nextWords(meant, { now, zone });
  return `${verb(first.cover)} ${when(first.at)}${then}${forNight}.${next ? ` ${next}.` : ''}`;
}

/** The task that the plan has next for a piece, in one line; empty where it has none. */
export function nextWords(meant: PieceMeant, { now, zone }: Pick<Here, 'now' | 'zone'>): string {
  if (meant.next)
    return `Next: ${lower(meant.next.name)}, ${meant.next.at <= now + MINUTE ? 'now' : whenNear(meant.next.at, now, zone)}`;
  return isWithoutSession(meant) ? withoutWords(meant) : '';
}

/** What happens if nobody comes to a session. */
export function nobodyWords(
  { session, lost }: { session: Spell; lost: readonly string[] },
  { now, zone }: Pick<Here, 'now' | 'zone'>,
): string {
  const when =
    session.from <= now
      ? 'If nobody comes back before the next session'
      : `If nobody comes ${atTime(whenNear(session.from, now, zone))}`;
  return lostWords(when, lost);
}

const withoutWords = ({ unplanned }: PieceMeant): string => `No session fits: ${lower(unplanned!)}`;
