import type { TodayPiece, PieceRow } from '../../api/routes.ts';
import type { NextStep } from '../../core/plan/next.ts';
import type { DoneStep } from '../acting/doneForm.ts';

/** Pieces that ask for one and the same step. */
export interface Alike {
  key: string;
  next: NextStep;
  pieces: TodayPiece[];
}

/** Pieces by the step they ask for, in the order given; those that ask for nothing are left out. */
export function alikeBy(pieces: readonly TodayPiece[]): Alike[] {
  const of = new Map<string, Alike>();
  for (const piece of pieces) {
    const { next } = piece;
    if (!next) continue;
    const key = stepKey(next);
    const known = of.get(key);
    if (known) known.pieces.push(piece);
    else of.set(key, { key, next, pieces: [piece] });
  }
  return [...of.values()];
}

/** Pieces that stand alike, so that one speaks for all: of one form and clay, as far done, in one room under one cover. The most first. */
export function standAlike(pieces: readonly PieceRow[]): [PieceRow, ...PieceRow[]][] {
  const of = new Map<string, [PieceRow, ...PieceRow[]]>();
  for (const piece of pieces) {
    const { look, clayName, roomId, stand, cover, doneSteps, next } = piece;
    const key = JSON.stringify([look.form, clayName, roomId, stand, cover, doneSteps, next?.name]);
    const known = of.get(key);
    if (known) known.push(piece);
    else of.set(key, [piece]);
  }
  return [...of.values()].sort((a, b) => b.length - a.length);
}

/** What is done is the same where the step is, by its name, and what it does and waits for. */
export const stepKey = ({ planned, name, wait }: NextStep): string =>
  JSON.stringify([name, planned.step.effects, planned.face, wait?.what ?? null]);

export const asDone = (piece: TodayPiece): DoneStep => ({
  pieceId: piece.pieceId,
  pieceName: piece.name,
  areaM2: piece.areaM2,
  wall: piece.wall,
  step: piece.next!,
});
