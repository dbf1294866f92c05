import type { TodayAnswer, TodayPiece } from '../../api/routes.ts';
import type { GroupState } from '../../core/log/group.ts';
import type { Due } from '../../core/plan/standing.ts';
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
}

/** Which comes first: what closes soonest, then what opens soonest; what is late only after what can still be saved. */
const order: Due[] = ['now', 'late', 'soon', 'today', 'tonight', 'later', 'done'];

/** Most pressing first; the pieces of a group that ask for the same step stand together. */
export function placed(rows: LoggedHere[], { groups }: TodayAnswer, here: Here): Placed[] {
  const of = new Map<string, Placed & { moment: number }>();
  for (const { piece, unsent } of rows) {
    const { next } = piece;
    const answer = unsent.length > 0 ? unsentAnswer(next, unsent) : answerFor(next, here, piece.cover);
    const { due } = answer;
    const group = groups.find(({ id }) => piece.groups.includes(id)) ?? null;
    const together = group && next && unsent.length === 0;
    const key = together ? `${group.id} ${due} ${stepKey(next)}` : piece.pieceId;
    const moment =
      due === 'late' ? 0 : ((due === 'now' ? next?.closes : next?.opens) ?? Number.POSITIVE_INFINITY);
    const known = of.get(key);
    if (!known) of.set(key, { key, pieces: [piece], group, moment, answer });
    else if (moment < known.moment) {
      // the one that presses most speaks for all of them
      known.pieces.unshift(piece);
      known.moment = moment;
      known.answer = answer;
    } else known.pieces.push(piece);
  }
  return [...of.values()].sort(
    (a, b) =>
      order.indexOf(a.answer.due) - order.indexOf(b.answer.due) ||
      (a.moment < b.moment ? -1 : a.moment > b.moment ? 1 : 0),
  );
}
