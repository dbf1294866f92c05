import { firstWanted, groupsOf, hasHoursOfItsOwn } from '../../core/log/group.ts';
import type { PieceState } from '../../core/log/piece.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Moved } from '../../core/plan/moved.ts';
import type { PieceGiven } from '../../core/schedule/planning.ts';
import type { Store } from '../store/store.ts';
import type { PlanInputs } from './planInputs.ts';

/** The pieces that hands are still to come to. */
export interface Ahead {
  /** Changes when anything changes that a plan of them rests on; not by the clock alone. */
  mark: string;
  /** The mark of what was logged of each. */
  logMarks: Record<string, string>;
  inputs: () => Promise<PieceGiven[]>;
}

export function aheadOf(
  pieces: readonly PieceState[],
  of: {
    store: Store;
    cases: PlanInputs;
    priorOf: (piece: PieceState) => NonNullable<PlanInput['learned']>;
    /** How the next window of a piece moved though nothing was logged of it. */
    movedOf: (piece: PieceState) => Moved | null;
    inputs: () => Promise<PlanInput[]>;
  },
): Ahead {
  const { store, cases, priorOf, movedOf, inputs } = of;
  const groups = groupsOf(store.ledger);
  const dueOf = (piece: PieceState) => firstWanted(groups, piece.groups);
  const logMarks = Object.fromEntries(pieces.map((piece) => [piece.id, cases.logMark(piece)]));
  const others = pieces.map((piece) => [priorOf(piece), movedOf(piece), dueOf(piece)]);
  return {
    mark: JSON.stringify([logMarks, others, store.studio().studio]),
    logMarks,
    inputs: async () =>
      (await inputs()).flatMap((facts): PieceGiven[] => {
        const piece = pieces.find(({ id }) => id === facts.pieceId);
        if (!piece) return [];
        return [{ facts, due: dueOf(piece), ownHands: hasHoursOfItsOwn(groups, piece.groups) }];
      }),
  };
}
