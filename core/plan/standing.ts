import { isSign } from '../coat/sign.ts';
import type { EdgeSpread } from '../forecast/windows.ts';
import type { StepWindow, Wait } from '../piece/stepWindow.ts';
import { statusAt } from '../piece/status.ts';
import { HOUR, MINUTE, type Instant } from '../units/quantity.ts';
import type { ComingNight } from './night.ts';

/** What a piece asks of its maker. */
export type Asks =
  /** No step is left. */
  | 'nothing'
  /** The window of its step has closed. */
  | 'late'
  /** Its step can be done. */
  | 'now'
  /** A sign or a sight is due: who sees it says so, then the step can be done. */
  | 'look'
  /** The sign or sight before its step is still to come. */
  | 'wait'
  /** The plan has it at a time to come, under the covers that are meant until then. */
  | 'meant'
  /** Its window is still to open. */
  | 'opens'
  /** Its window does not open as it stands. */
  | 'held';

/** What a piece asks for at a moment. Every place that shows it takes it from here: what is asked, and when. */
export interface Standing {
  asks: Asks;
  /** When it can be done, no finer than that is known; null where that has come, or never does. */
  at: Instant | null;
  /** When its window closes, no finer than that is known; null where it stays open. */
  closes: Instant | null;
  /** What is looked for first. */
  wait: Wait | null;
}

/** What a standing is read from: of a next step, or of any gate. */
export type Stands = Pick<StepWindow, 'status' | 'opens' | 'closes' | 'wait' | 'windows'> & {
  meantAt?: Instant | null;
};

/** @param next the step a piece asks for; null where none is left */
export function standingOf(next: Stands | null, now: Instant): Standing {
  if (!next) return { asks: 'nothing', at: null, closes: null, wait: null };
  const [spread] = next.windows;
  const status = statusAt(next, now);
  const opens = asKnown(next.opens, spread?.opens);
  const stands = { at: null, closes: asKnown(next.closes, spread?.closes), wait: null };
  if (status === 'closed') return { ...stands, asks: 'late' };
  const { wait } = next;
  if (wait && !isShown(next, now)) {
    const clayReady = next.opens === null || next.opens <= Math.max(now, wait.to);
    if (wait.to <= now && clayReady) return { ...stands, asks: 'look', wait };
    if (wait.to > now || status === 'ask')
      return { ...stands, asks: 'wait', at: Math.max(opens ?? 0, asKnown(wait.to, spread?.opens)), wait };
  }
  if (status === 'now') return { ...stands, asks: 'now' };
  const { meantAt } = next;
  if (meantAt && meantAt > now) return { ...stands, asks: 'meant', at: meantAt };
  if (opens === null || status === 'never') return { ...stands, asks: 'held' };
  return { ...stands, asks: 'opens', at: opens };
}

/** When a piece asks for hands: by now, within hours, before hands leave or after, on a later day, or no more. */
export const dues = ['late', 'now', 'soon', 'today', 'tonight', 'later', 'done'] as const;
export type Due = (typeof dues)[number];

const SOON = 3 * HOUR;

export function dueOf({ asks, at }: Standing, now: Instant, { evening, to }: ComingNight): Due {
  switch (asks) {
    case 'nothing':
      return 'done';
    case 'late':
      return 'late';
    case 'now':
    case 'look':
      return 'now';
    case 'held':
      return 'later';
    case 'wait':
    case 'meant':
    case 'opens':
      return at! - now < SOON ? 'soon' : at! < evening ? 'today' : at! < to ? 'tonight' : 'later';
  }
}

/** A sign is asked for until it has shown for so long in nine walls of ten. Common practice. */
const ASKED_FOR = 15 * MINUTE;

/** Whether nobody need be asked for a sign of a coat any more: it has surely shown. Sights are always asked for. */
const isShown = ({ wait, windows: [spread] }: Stands, now: Instant): boolean =>
  wait !== null &&
  isSign(wait.what) &&
  spread?.opens.p90 != null &&
  Math.max(spread.opens.p90, wait.to) + ASKED_FOR <= now;

/** A moment no finer than it is known: to the minute only where the forecast is as sure as that. */
export function asKnown<T extends Instant | null>(at: T, edge: EdgeSpread | undefined): T {
  const grain = grainOf(edge);
  return at === null || grain === null ? at : ((Math.round(at / grain) * grain) as T);
}

/** How fine an edge is known, ms; null where nothing was forecast of it. */
export function grainOf(edge: EdgeSpread | undefined): number | null {
  if (!edge || edge.p10 === null) return null;
  const width = (edge.p90 ?? Number.POSITIVE_INFINITY) - edge.p10;
  return grains.find(({ over }) => width > over)!.grain;
}

/** How fine an edge is told by how wide its spread is. Common practice, no source. */
const grains = [
  { over: 24 * HOUR, grain: HOUR },
  { over: 8 * HOUR, grain: 30 * MINUTE },
  { over: 2 * HOUR, grain: 10 * MINUTE },
  { over: 20 * MINUTE, grain: 5 * MINUTE },
  { over: Number.NEGATIVE_INFINITY, grain: MINUTE },
];

/** What was worked out is shown so long after it should have been worked out anew; then it only says how it stood. */
const HOLDS_ON = HOUR;

/** Whether what was worked out of a piece tells no more how it stands now. */
export const isPast = ({ holdsUntil }: { holdsUntil: Instant }, now: Instant): boolean =>
  now >= holdsUntil + HOLDS_ON;
