/** Something of which an amount from 0 on is chosen, as far as the rows let it. */
export interface Column {
  worth: number;
  /** In which rows it counts, and how much. */
  counts: [row: number, amount: number][];
}

/** To choose amounts worth most, with what counts in each row between its bounds. */
export interface Program {
  columns: readonly Column[];
  rows: readonly { least: number; most: number }[];
}

/** How hard whole amounts are looked for. */
export interface WholeEffort {
  /** In no more nodes of a tree than this: the same on every machine. */
  nodes: number;
  /** What is so near the best, as a share of it, will do. */
  near: number;
}

/** What solves programs, wherever that is done. */
export interface Solver {
  /** With any amounts: what they are worth, and what one more in each row would be. */
  relaxed: (program: Program) => { worth: number; prices: number[]; amounts: number[] };
  /** With whole amounts: the best that was found; null where there is none. */
  whole: (program: Program, effort: WholeEffort) => number[] | null;
}
