import { COARSE, integrate } from '../drying/run.ts';
import { meanReading } from '../drying/readings.ts';
import { type WallOfPiece } from '../forecast/ensemble.ts';
import { foldPiece, type PieceState } from '../log/piece.ts';
import { instantOf } from '../time/moment.ts';
import { DAY, type Instant } from '../units/quantity.ts';
import type { PlanInput } from './planInput.ts';

/** Where nothing was logged for longer than this, what went before is folded away. */
export const LONG_PAST = 28 * DAY;
/** A piece begins anew so long before something was done to it again, in the weather of those days. */
const BEFORE = 3 * DAY;

/**
 * A piece with what was carried long ago folded away: where it was left alone for long, its walls begin shortly before
 * something was logged again, as wet as one wall carried there is, and as unsure as a piece that was not made here. So
 * a piece of a year costs as much as one of a week.
 * @param wallOf its own wall and what befell it
 */
export function withoutLongPast(
  piece: PieceState,
  facts: PlanInput,
  now: Instant,
  wallOf: () => WallOfPiece & { begun: Parameters<WallOfPiece['begin']>[0] },
): { piece: PieceState; facts: PlanInput } {
  const from = begunAnew(piece, facts, now);
  if (from === null) return { piece, facts };
  const { begin, begun, events } = wallOf();
  const { state, wall } = integrate(
    begin(begun, COARSE),
    from,
    events.filter((event) => event.at <= from),
  );
  const before = foldPiece(
    piece.id,
    facts.entries.filter((e) => instantOf(e) <= from),
  );
  const { cover, stand, roomId } = before ?? piece.made;
  const { form } = before ?? piece;
  return {
    piece: { ...piece, madeAt: from, made: { ...piece.made, form, cover, stand, roomId } },
    facts: {
      ...facts,
      startX: meanReading(state.x, wall.mesh),
      entries: facts.entries.filter((e) => instantOf(e) > from),
    },
  };
}

/** From when on a piece is carried that was left alone for long; null where it never was. */
export function begunAnew(piece: PieceState, facts: PlanInput, now: Instant): Instant | null {
  const moments = [piece.madeAt, ...facts.entries.map(instantOf).filter((at) => at > piece.madeAt), now];
  const gap = moments.findLastIndex((at, i) => i > 0 && at <= now && at - moments[i - 1]! > LONG_PAST);
  return gap < 0 ? null : moments[gap]! - BEFORE;
}
