import type { BenchAnswer, BenchPiece } from '../../api/routes.ts';
import type { GroupState } from '../../core/log/group.ts';
import { dueOf, type Due } from '../../core/plan/due.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { answerFor, type Answer } from '../frame/answer.ts';
import { stepKey } from '../many/alike.ts';

/** Pieces that ask for one step at one time: one alone, or those of a group together. */
export interface Placed {
  key: string;
  pieces: BenchPiece[];
  /** The group they belong to; null for a piece by itself. */
  group: GroupState | null;
  answer: Answer;
  due: Due;
}

/** Which comes first: what closes soonest, then what opens soonest; what is late only after what can still be saved. */
const order: Record<Due, number> = { now: 0, soon: 1, late: 0.5, tonight: 2, later: 3 };

/** Most pressing first; the pieces of a group that ask for the same step stand together. */
export function placed(
  pieces: BenchPiece[],
  { groups, night }: BenchAnswer,
  now: Instant,
  zone: string,
): Placed[] {
  const of = new Map<string, Placed & { moment: number }>();
  for (const piece of pieces) {
    const { next } = piece;
    const due = dueOf(next, now, night.morning);
    const group = groups.find(({ id }) => piece.groups.includes(id)) ?? null;
    const key = group && next ? `${group.id} ${due} ${stepKey(next)}` : piece.pieceId;
    const moment =
      due === 'late' ? 0 : ((due === 'now' ? next?.closes : next?.opens) ?? Number.POSITIVE_INFINITY);
    const known = of.get(key);
    if (!known)
      of.set(key, {
        key,
        pieces: [piece],
        group,
        due,
        moment,
        answer: answerFor(next, now, zone, piece.cover),
      });
    else if (moment < known.moment) {
      // the one that presses most speaks for all of them
      known.pieces.unshift(piece);
      known.moment = moment;
      known.answer = answerFor(next, now, zone, piece.cover);
    } else known.pieces.push(piece);
  }
  return [...of.values()].sort(
    (a, b) => order[a.due] - order[b.due] || (a.moment < b.moment ? -1 : a.moment > b.moment ? 1 : 0),
  );
}
