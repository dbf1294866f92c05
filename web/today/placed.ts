import type { TodayAnswer, TodayPiece } from '../../api/routes.ts';
import type { GroupState } from '../../core/log/group.ts';
import type { Due } from '../../core/plan/standing.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { answerFor, unsentAnswer, type Answer, type Headline, type Here } from '../ui/answer.ts';
import { stepKey } from '../class/sameStep.ts';
import type { LoggedHere } from './loggedHere.ts';

/** Pieces that ask for one step at one time: one alone, or those of a group together. */
export interface Placed {
  key: string;
  pieces: TodayPiece[];
  /** The group they belong to; null for a piece by itself. */
  group: GroupState | null;
  answer: Headline & Answer;
  /** The session that the plan has its act in, by how it lies to the one that runs; null where that is not known. */
  planned: { at: Instant; when: 'this-session' | 'later' } | null;
}

/** Which comes first: what closes soonest, then what opens soonest; what is late only after what can still be saved. */
const order: Due[] = ['now', 'late', 'soon', 'today', 'tonight', 'later', 'done'];

/** Most pressing first; the pieces of a group that ask for the same step stand together. */
export function placed(
  rows: LoggedHere[],
  { groups, sessions }: Pick<TodayAnswer, 'groups' | 'sessions'>,
  here: Here,
): Placed[] {
  const of = new Map<string, Placed & { moment: number }>();
  for (const { piece, unsent } of rows) {
    const { next } = piece;
    const answer = unsent.length > 0 ? unsentAnswer(next, unsent) : answerFor(next, here, piece.cover);
    const { due } = answer;
    const group = groups.find(({ id }) => piece.groups.includes(id)) ?? null;
    const together = group && next && unsent.length === 0;
    const key = together ? `${group.id} ${due} ${stepKey(next)}` : piece.pieceId;
    const moment =
      due === 'late'
        ? 0
        : ((due === 'now' ? next?.closes : (next?.meantAt ?? next?.opens)) ?? Number.POSITIVE_INFINITY);
    const known = of.get(key);
    const planned = plannedOf(piece, sessions, here.now);
    if (!known) of.set(key, { key, pieces: [piece], group, moment, answer, planned });
    else if (moment < known.moment) {
      // the one that presses most speaks for all of them
      known.pieces.unshift(piece);
      known.moment = moment;
      known.answer = answer;
      known.planned = planned;
    } else known.pieces.push(piece);
  }
  return [...of.values()].sort(
    (a, b) =>
      order.indexOf(a.answer.due) - order.indexOf(b.answer.due) ||
      turnOf(a) - turnOf(b) ||
      (a.moment < b.moment ? -1 : a.moment > b.moment ? 1 : 0),
  );
}

/** When the plan has the very step that a piece asks for. */
export function plannedOf(
  { next, meant }: Pick<TodayPiece, 'next' | 'meant'>,
  sessions: TodayAnswer['sessions'],
  now: Instant,
): Placed['planned'] {
  if (!next || !meant?.next || next.planned.key !== meant.next.key) return null;
  const { at } = meant.next;
  const runs = sessions.find(({ from, to }) => from <= now && now < to);
  return { at, when: runs && at >= runs.to ? 'later' : 'this-session' };
}

/** In the order in which the plan has hands take them up; what it has later comes after what it does not know. */
const turnOf = ({ planned }: Pick<Placed, 'planned'>): number =>
  planned === null
    ? Number.MAX_SAFE_INTEGER - 1
    : planned.when === 'later'
      ? Number.MAX_SAFE_INTEGER
      : planned.at;
