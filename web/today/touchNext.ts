import type { TodayPiece } from '../../api/routes.ts';
import { DAY, MINUTE } from '../../core/units/quantity.ts';
import { span } from '../ui/times.ts';

/** A gain smaller than this is not worth lifting the plastic for. */
const WORTH_MIN = 20;
/** Nor one that leaves more than this of the width: that is as much as the forecast itself wavers. */
const WORTH_SHARE = 0.25;

/** The piece that one touch check would tell most about, with the window it narrows and by how much; null where none is worth it. */
export function touchNext(pieces: TodayPiece[]): { piece: TodayPiece; words: string } | null {
  const worth = pieces
    .flatMap((piece) =>
      piece.check && (piece.next?.opens ?? 0) - piece.ribbon.at[0]! < DAY
        ? [{ piece, check: piece.check, gain: piece.check.widthNow - piece.check.widthAfter }]
        : [],
    )
    .sort((a, b) => b.gain - a.gain)[0];
  if (!worth || worth.gain < Math.max(WORTH_MIN, WORTH_SHARE * worth.check.widthNow)) return null;
  const { piece, check } = worth;
  return {
    piece,
    words: `One check would narrow “${piece.next?.name}” from ${span(check.widthNow * MINUTE)} to about ${span(check.widthAfter * MINUTE)}.`,
  };
}
