import { stepsLeft, type PieceState } from '../log/piece.ts';

/** How far a group of pieces has come, by their logs alone. */
export interface Tally {
  pieces: number;
  handedIn: number;
  fired: number;
  finished: number;
  /** Of those finished, how many were lost or bad. */
  lost: number;
  /** The steps that those not finished ask for next, in the order in which the farthest come first, each with how many. */
  next: { name: string; count: number }[];
}

/** Counts what has been done to pieces of a group. */
export function tallyOf(pieces: readonly PieceState[]): Tally {
  const counts = new Map<string, { left: number; count: number }>();
  for (const piece of pieces) {
    if (piece.finished) continue;
    const left = stepsLeft(piece);
    const name = left[0]?.step.name ?? 'Finish';
    const known = counts.get(name);
    counts.set(name, {
      left: Math.min(left.length, known?.left ?? left.length),
      count: (known?.count ?? 0) + 1,
    });
  }
  return {
    pieces: pieces.length,
    handedIn: pieces.filter(({ handedAt }) => handedAt !== null).length,
    fired: pieces.filter(({ fired }) => fired !== 'raw').length,
    finished: pieces.filter(({ finished }) => finished).length,
    lost: pieces.filter(({ finished }) => finished?.outcome === 'bad').length,
    next: [...counts].sort(([, a], [, b]) => a.left - b.left).map(([name, { count }]) => ({ name, count })),
  };
}
