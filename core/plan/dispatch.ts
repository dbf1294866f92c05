import { doneOf, routeOf, type PieceState } from '../log/piece.ts';
import type { Planned } from '../technique/layer.ts';
import { rowOf } from '../operation/rows.ts';
import type { Effect, Usual } from '../technique/technique.ts';
import { MINUTE, SECOND, type Instant } from '../units/quantity.ts';
import type { NextStep } from './next.ts';
import { standingOf } from './standing.ts';

/** Which of several pieces to take up: one pair of hands, many walls that do not wait. */

/** A piece among those that are led. */
export interface Led {
  pieceId: string;
  /** What it asks for; null where nothing is left, or nothing is known yet. */
  next: NextStep | null;
}

/** Why a piece is to be taken up. */
export type Why = 'wet-in-wet' | 'sign-due' | 'closes-first' | 'ready' | 'late';

export interface Lead {
  /** The piece to take up now; null while there is nothing but to wait. */
  pick: { pieceId: string; why: Why } | null;
  /** The sign that shows next, among those not shown yet. */
  comes: { pieceId: string; at: Instant } | null;
}

/** A sign that shows within this time is waited for beside the work. Common practice. */
export const SHORT = 20 * MINUTE;
/** Two signs nearer to one another than this ask for four hands. Common practice. */
const APART = 90 * SECOND;
/** A coat shows its sign about so soon. From memory. */
const USUAL_WAIT = 3 * MINUTE;
/** Hands at work where nobody says how long. Common practice. */
const USUAL_WORK = 4 * MINUTE;

/** The step that comes next by the log alone, before anything of it is worked out; null where all are done. */
export const stepByLog = (piece: PieceState): Planned | null =>
  routeOf(piece).planned.find((planned) => !planned.optional && doneOf(piece, planned) === null) ?? null;

/** Whether something is to be watched once a step is done. */
export const startsWait = ({ planned }: NextStep): boolean =>
  planned.step.effects.some((effect) => rowOf(effect).watched);

/** About how long a step takes hands, ms. */
export const workOf = ({ planned }: NextStep): number =>
  (planned.step.takesS?.usual ?? USUAL_WORK / 1000) * 1000;

/** Whether a step must be done while the coat before it is still wet. */
const wetInWet = ({ planned, chain }: NextStep): boolean =>
  chain.length > 0 || planned.step.needs.some((need) => need.kind === 'sign' && need.side === 'before');

/**
 * Which piece to take up now. What is wet in wet stays in hand; a sign that is due is looked at; then what closes first.
 * Nothing is begun that cannot be done before the next sign shows, nor what would show its own sign at the same time.
 * @param held the piece in hand, if any
 */
export function dispatch(pieces: readonly Led[], now: Instant, held: string | null): Lead {
  const open = pieces.flatMap(({ pieceId, next }) => {
    if (!next) return [];
    const { asks, wait } = standingOf(next, now);
    return [{ pieceId, next, asks, sign: wait && wait.to }];
  });
  const comes =
    open
      .flatMap(({ pieceId, sign }) => (sign !== null && sign > now ? [{ pieceId, at: sign }] : []))
      .sort((a, b) => a.at - b.at)[0] ?? null;
  const ready = open.filter(({ asks }) => asks === 'now');
  const inHand = ready.find(({ pieceId, next }) => pieceId === held && wetInWet(next));
  if (inHand) return { pick: { pieceId: inHand.pieceId, why: 'wet-in-wet' }, comes };
  const due = open.filter(({ asks }) => asks === 'look').sort((a, b) => a.sign! - b.sign!)[0];
  if (due) return { pick: { pieceId: due.pieceId, why: 'sign-due' }, comes };
  const signs = open.flatMap(({ sign }) => (sign !== null && sign > now && sign - now < SHORT ? [sign] : []));
  const fits = ready
    .filter(({ next }) => fitsBefore(next, signs, now))
    .sort((a, b) => (a.next.closes ?? Infinity) - (b.next.closes ?? Infinity));
  const [first] = fits;
  if (first)
    return {
      pick: { pieceId: first.pieceId, why: first.next.closes === null ? 'ready' : 'closes-first' },
      comes,
    };
  const late = open.find(({ asks }) => asks === 'late');
  return { pick: late && signs.length === 0 ? { pieceId: late.pieceId, why: 'late' } : null, comes };
}

/** Whether hands are free again before each sign, and no sign of its own shows beside one. */
function fitsBefore(next: NextStep, signs: readonly Instant[], now: Instant): boolean {
  const done = now + workOf(next);
  return signs.every(
    (sign) => done <= sign && (!startsWait(next) || Math.abs(done + USUAL_WAIT - sign) >= APART),
  );
}

/** What is timed while a step is done, s; null where nothing is. */
export function timedIn(
  effects: readonly Effect<Usual>[],
): { seconds: number; what: 'dip' | 'heat' | 'mist' } | null {
  for (const effect of effects) {
    if (effect.does === 'glaze') return { seconds: effect.seconds.usual, what: 'dip' };
    if (effect.does === 'heat') return { seconds: effect.seconds.usual, what: 'heat' };
    if (effect.does === 'film') return { seconds: MIST_SOAKS, what: 'mist' };
  }
  return null;
}

/** A film of mist is left alone so long before the wall is touched, s. Common practice. */
const MIST_SOAKS = 60;
