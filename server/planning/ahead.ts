import { firstWanted, groupsOf, hasHoursOfItsOwn, leftToMake } from '../../core/log/group.ts';
import { foldPiece, type PieceState } from '../../core/log/piece.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Moved } from '../../core/plan/moved.ts';
import { entryOfMade, type Unmade } from '../../core/schedule/ahead.ts';
import type { PieceGiven } from '../../core/schedule/planning.ts';
import type { Instant } from '../../core/units/quantity.ts';
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

/** A piece, or some that are still to be made alike, as if one were made now; by the name of their group. */
interface Asked {
  piece: PieceState;
  unmade?: Unmade;
}

export function aheadOf(
  pieces: readonly PieceState[],
  now: Instant,
  of: {
    store: Store;
    cases: PlanInputs;
    priorOf: (piece: PieceState) => NonNullable<PlanInput['learned']>;
    /** How the next window of a piece moved though nothing was logged of it. */
    movedOf: (piece: PieceState) => Moved | null;
    inputs: (pieces: readonly PieceState[]) => Promise<PlanInput[]>;
  },
): Ahead {
  const { store, cases, priorOf, movedOf, inputs } = of;
  const groups = groupsOf(store.ledger);
  const asked: Asked[] = [
    ...pieces.map((piece) => ({ piece })),
    ...groups.flatMap((group): Asked[] => {
      const { id, set } = group;
      const count = leftToMake(group, cases.pieces());
      if (count === 0 || !set.toMake) return [];
      const { count: _all, takesS, ...made } = set.toMake;
      const piece = foldPiece(id, [entryOfMade(id, made, now)])!;
      return [{ piece: { ...piece, groups: [id] }, unmade: { made, count, handsMs: takesS * 1000 } }];
    }),
  ];
  const dueOf = ({ piece }: Asked) => firstWanted(groups, piece.groups);
  const logMarks = Object.fromEntries(asked.map(({ piece }) => [piece.id, cases.logMark(piece)]));
  const others = asked.map((one) => [priorOf(one.piece), movedOf(one.piece), dueOf(one), one.unmade?.count]);
  return {
    mark: JSON.stringify([logMarks, others, store.studio().studio]),
    logMarks,
    inputs: async () =>
      (await inputs(asked.map(({ piece }) => piece))).flatMap((facts): PieceGiven[] => {
        const one = asked.find(({ piece }) => piece.id === facts.pieceId);
        if (!one) return [];
        const { piece, unmade } = one;
        const ownHands = hasHoursOfItsOwn(groups, piece.groups);
        return [{ facts, due: dueOf(one), ownHands, ...(unmade && { unmade }) }];
      }),
  };
}
