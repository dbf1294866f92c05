import type { Entry, EntryOf } from '../log/entry.ts';
import { instantOf } from '../log/piece.ts';
import type { Instant } from '../units/quantity.ts';

/** No clay that keeps a shape holds more water than this, kg/kg. Common practice. */
const WETTEST = 0.5;

/** Dry clay in a piece through its log, and what its weighings say of its water. */
export interface WeighedWater {
  at: Instant;
  /** Mean water content, kg/kg, or null where the chain of masses is broken. */
  x: number | null;
  /** Why the weighing could not be read, in words. */
  reason: string | null;
}

const takesClay = ({ body }: EntryOf<'piece.done'>): boolean =>
  body.effects.some(({ does }) => does === 'cut' || does === 'scrape');

/**
 * Water contents from weighings: X = (mass − tare − dry)/dry. The dry mass is what the maker gave with a
 * weighing, carried on; coats add theirs; trimming or carving breaks the chain until it is given again.
 * @param laidDryKg dry mass of what a deed laid on this piece, kg
 */
export function weighedWater(
  entries: readonly Entry[],
  laidDryKg: (deed: EntryOf<'piece.done'>) => number,
): WeighedWater[] {
  let dry: number | null = null;
  let reason = 'the dry mass of the clay is not known: give it with a weighing';
  const readings: WeighedWater[] = [];
  for (const entry of entries) {
    if (entry.kind === 'piece.done') {
      if (dry !== null) dry += laidDryKg(entry);
      if (takesClay(entry)) {
        dry = null;
        reason = 'clay was cut away since the dry mass was known: give it again';
      }
    }
    if (entry.kind !== 'piece.weighed') continue;
    if (entry.body.dryKg !== null) dry = entry.body.dryKg;
    readings.push({ at: instantOf(entry), ...readWeighing(entry, dry, reason) });
  }
  return readings;
}

function readWeighing(
  { body }: EntryOf<'piece.weighed'>,
  dry: number | null,
  reason: string,
): Omit<WeighedWater, 'at'> {
  const unread = (why: string) => ({ x: null, reason: why });
  if (dry === null) return unread(reason);
  if (dry <= 0) return unread('it holds no dry clay by its log: give it again');
  const water = body.massKg - body.tareKg - dry;
  if (water < 0) return unread('it weighs less than its dry clay: check tare and dry mass');
  if (water / dry > WETTEST) return unread('it weighs more than the wet lump could: check tare and dry mass');
  return { x: water / dry, reason: null };
}
