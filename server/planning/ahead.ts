import type { KilnDayRow, ToMakeRow } from '../../api/index.ts';
import { groupsOf, hasHoursOfItsOwn } from '../../core/log/group.ts';
import { wantedBy } from '../../core/log/wanted.ts';
import { isAwaited, kilnsOf, loadsOf } from '../../core/log/kilnLoad.ts';
import type { Ledger } from '../../core/log/ledger.ts';
import type { PieceState } from '../../core/log/piece.ts';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { Moved } from '../../core/plan/moved.ts';
import type { PieceGiven } from '../../core/schedule/planning.ts';
import { SECOND, type Instant } from '../../core/units/quantity.ts';
import type { Store } from '../store/store.ts';
import type { PlanInputs } from './planInputs.ts';
import { groupsToMake, toMakeRow, type GroupToMake } from './toMake.ts';

/** The pieces that hands are still to come to. */
export interface Ahead {
  /** Changes when anything changes that a plan of them rests on; not by the clock alone. */
  mark: string;
  /** The mark of what was logged of each. */
  logMarks: Record<string, string>;
  /** The last entry about each. */
  lastEntries: Record<string, string>;
  inputs: () => Promise<PieceGiven[]>;
  /** What little finished pieces have to teach is still to come: what is planned before moves at once. */
  learns: boolean;
  /** What is still to be made. */
  toMake: ToMakeRow[];
  kilnDays: KilnDayRow[];
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
    learns: boolean;
  },
): Ahead {
  const { store, cases, priorOf, movedOf, inputs, learns } = of;
  const groups = groupsOf(store.ledger);
  const wished = groupsToMake(store, cases.pieces(), now);
  const asked: (Pick<GroupToMake, 'piece'> & Partial<GroupToMake>)[] = [
    ...pieces.map((piece) => ({ piece })),
    ...wished,
  ];
  const dueOf = (piece: PieceState) => wantedBy(store.ledger, piece);
  const logMarks = Object.fromEntries(asked.map(({ piece }) => [piece.id, cases.logMark(piece)]));
  const others = asked.map(({ piece, unmade }) => [
    priorOf(piece),
    movedOf(piece),
    dueOf(piece),
    unmade?.count,
  ]);
  return {
    mark: JSON.stringify([logMarks, others, store.studio().studio]),
    learns,
    logMarks,
    lastEntries: Object.fromEntries(
      pieces.map(({ id }) => [id, store.entriesAbout('piece', id).at(-1)?.id ?? '']),
    ),
    toMake: wished.map((one) => toMakeRow(one, store, cases)),
    kilnDays: kilnDaysOf(store.ledger),
    inputs: async () =>
      (await inputs(asked.map(({ piece }) => piece))).flatMap((facts): PieceGiven[] => {
        const one = asked.find(({ piece }) => piece.id === facts.pieceId);
        if (!one) return [];
        const { piece, unmade } = one;
        const ownHands = hasHoursOfItsOwn(groups, piece.groups);
        return [{ facts, due: dueOf(piece), ownHands, ...(unmade && { unmade }) }];
      }),
  };
}

/** Loads that are planned for a day. */
const kilnDaysOf = (ledger: Ledger): KilnDayRow[] =>
  loadsOf(ledger)
    .filter(isAwaited)
    .map(({ id, set }) => {
      const kiln = kilnsOf(ledger).find((of) => of.id === set.kilnId);
      const from = Date.parse(set.fireAt!);
      return {
        ...{ id, name: kiln?.set.name ?? 'Kiln', pieces: set.pieces },
        ...{ from, to: from + (kiln?.set.holdsS ?? 0) * SECOND },
      };
    });
