import { driedTo, hoursBetween, moistureOfRow, readingAt, rowAt, ROWS, type DryingTable } from './table.ts';

/** What a task asks of the clay: a reading within one of some spans, on the reference scale of moisture. */
export interface Moisture {
  reading: 'mean' | 'core' | 'outside' | 'inside';
  spans: { driest: number; wettest: number }[];
}

/** The edge of a window is so soft, points: half of hands would do it there. Common practice. */
const SOFT = 4;
/** On the edge of its window clay is taken. */
export const SUITS = 0.5;

/** How well a moisture suits a span: 1 inside it, 0.5 on its edge, 0 well outside. */
export const suits = (moisture: number, { driest, wettest }: { driest: number; wettest: number }): number =>
  Math.max(0, Math.min(1, 0.5 + (moisture - driest) / SOFT, 0.5 + (wettest - moisture) / SOFT));

/** How well the clay suits a task at each row of a table as it dries, and the best that comes from there on. */
export interface Suitability {
  suit: Float32Array;
  later: Float32Array;
}

export function suitability(table: DryingTable, needs: readonly Moisture[]): Suitability {
  const suit = suitsAll(table, needs);
  const later = suit.slice();
  for (let row = ROWS - 2; row >= 0; row--) later[row] = Math.max(later[row]!, later[row + 1]!);
  return { suit, later };
}

const suitsAll = (table: DryingTable, needs: readonly Moisture[]): Float32Array =>
  Float32Array.from({ length: ROWS }, (_, row) => {
    const mean = moistureOfRow(row);
    return needs.reduce((least, { reading, spans }) => {
      const value = readingAt(table, reading, mean);
      return Math.min(least, Math.max(...spans.map((span) => suits(value, span))));
    }, 1);
  });

/** When hands take a task up, as they wait for the clay. */
export interface Ready {
  /** The mean of the wall then. */
  moisture: number;
  /** Hours of drying until then, of the reference air. */
  effort: number;
  /** The chance that it is done as it should. */
  chance: number;
  /** The chance that it is too wet for it all the while, and can be done later. */
  tooWet: number;
}

/**
 * When in a stretch of drying hands begin: as soon as the clay suits, or when it comes nearest to it.
 * @param suit of each row of the table that it dries by
 * @param later at each row the best that comes from there on
 * @param moisture of the mean when hands come
 * @param effort hours of drying until the task must be begun at the latest
 * @param held hours of drying through which it must go on suiting, while hands are at it
 */
export function readyIn(
  table: DryingTable,
  { suit, later }: Suitability,
  moisture: number,
  effort: number,
  held = 0,
): Ready {
  const first = rowAt(moisture);
  const last = rowAt(driedTo(table, moisture, effort));
  const suitsAll = suitsThrough(table, suit, held);
  let chance = suitsAll(Math.round(first));
  let begins: number | null = null;
  for (let row = Math.ceil(first); row <= last && chance < 1; row++) {
    const suits = suitsAll(row);
    if (suits <= chance) continue;
    // once it suits it is begun; how surely it does is seen as it goes on
    if (chance < SUITS) begins = row;
    chance = suits;
  }
  const tooWet = Math.max(0, later[Math.min(ROWS - 1, Math.ceil(last))]! - chance);
  return begins === null
    ? { moisture, effort: 0, chance, tooWet }
    : { moisture: moistureOfRow(begins), effort: hoursBetween(table, first, begins), chance, tooWet };
}

/** How well the clay suits from a row on, until it has dried so much further. */
function suitsThrough({ hours }: DryingTable, suit: Float32Array, held: number): (row: number) => number {
  let end = 0;
  return (row) => {
    end = Math.max(end, row);
    while (end < ROWS - 1 && hours[end + 1]! <= hours[row]! + held) end++;
    return Math.min(suit[row]!, suit[end]!);
  };
}
