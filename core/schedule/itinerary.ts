import type { Cover } from '../drying/face.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import type { Block } from './block.ts';
import type { Effort } from './effort.ts';
import type { Moisture } from './readiness.ts';
import type { DryingTable } from './table.ts';

/** What one member believes of the wall of a piece, as far as a schedule goes. */
export interface Member {
  weight: number;
  /** The mean of the wall when the first session begins, on the reference scale of moisture. */
  moisture: number;
  /** By cover, in the order of `covers`; the first is open. */
  tables: DryingTable[];
  efforts: Effort[];
  /** What a task's water adds to the mean, points, by task. */
  adds: number[];
}

/** A piece to be scheduled. */
export interface Scheduled {
  members: Member[];
  blocks: Block[];
  /** The first is open: so a piece stands while hands are at it. */
  covers: readonly Cover[];
  cover: Cover;
  /** When it is wanted dry, and what that is; left out where nobody asks. */
  due?: { by: Instant; dry: Moisture };
  /** Its first task is to make it: until that ends nothing dries, and it begins as its members stand. */
  unmade?: true;
  /** Several stand for one: hands at them are not rounded up each by itself. */
  several?: true;
}

/** What is done of a piece in one session. */
export interface Visit {
  session: Spell;
  /**
   * Tasks done, by their place among all, each with the chance that it is done as it should, the chance that it is too wet for
   * it then, and when it is begun, in the mean.
   */
  blocks: { block: number; chance: number; tooWet: number; at: Instant }[];
  /** Hands at them, in tens of minutes begun. */
  tens: number;
  /** How it stands while hands are in the studio. */
  stays: Cover;
  /** How it is left, and from when on. */
  leaves: Cover;
  covered: 'at-once' | 'when-done' | 'at-the-end';
  leavesAt: Instant;
}

/** When each task of a piece is done, and how it is covered between. */
export interface Itinerary {
  /** Of each session up to the last that anything is meant for. */
  visits: Visit[];
  /** The chance that it is dry by when it is wanted, where all is done and somebody asks; null elsewhere. */
  dry: number | null;
  /** What it is worth, whatever hands cost. */
  value: number;
  /** What it seemed to be worth, where places that stand alike are taken as one. */
  hoped: number;
}

/** How many tasks are done in it. */
export const doneIn = ({ visits }: Pick<Itinerary, 'visits'>): number =>
  visits.reduce((sum, { blocks }) => sum + blocks.length, 0);

export interface Search {
  /** The least chance that a task is done or can be done later at which it is put into a session: of all, or of each. */
  least: number | readonly number[];
  /** What ten minutes of hands cost in each session; nothing where it is not said. */
  prices?: readonly number[];
  /** Tens of minutes of hands that there are in each session; as many as are wanted where it is not said. */
  spare?: readonly number[];
  /** In which session each task is done if at all, by its beginning; in any where it is null or not said. */
  told?: readonly (Instant | null)[];
  /** How it is left at the end of each session; anyhow where it is null or not said. */
  left?: readonly (Cover | null)[];
  /** The least chance that each task is done where it is meant to be, whatever can be done later. */
  sure?: number;
  /** The beginning of a session that nobody comes to. */
  away?: Instant;
  /** The least chance, where its last task is done, that it is dry by when it is wanted. */
  dry?: number;
}
