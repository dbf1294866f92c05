import { takesOff } from './waste.ts';
import type { Entry, EntryOf } from '../log/entry.ts';
import { instantOf } from '../time/moment.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';

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

const takesClay = ({ body }: EntryOf<'piece.done'>): boolean => takesOff(body.effects);

/** Weighed so shortly before and after, what is missing was cut away, ms. Common practice. */
const AT_ONCE = 90 * MINUTE;

/** Dry clay that is known, and the last weighing by it. */
interface Known {
  dryKg: number;
  weighed: { at: Instant; netKg: number; x: number } | null;
}

/**
 * Water contents from weighings: X = (mass − tare − dry)/dry. The dry mass is what the maker gave with a weighing,
 * carried on; coats add theirs. Trimming or carving breaks the chain until it is given again, or the piece was weighed
 * shortly before and is weighed again shortly after: what is missing then is clay as wet as the piece was.
 * @param laidDryKg dry mass of what a deed laid on this piece, kg
 */
export function weighedWater(
  entries: readonly Entry[],
  laidDryKg: (deed: EntryOf<'piece.done'>) => number,
): WeighedWater[] {
  let known = null as Known | null;
  /** As it was before clay was cut away. */
  let before = null as Known | null;
  let reason = 'the dry mass of the clay is not known: give it with a weighing';
  const readings: WeighedWater[] = [];
  for (const entry of entries) {
    if (entry.kind === 'piece.done') {
      const laid = laidDryKg(entry);
      if (known) known = { ...known, dryKg: known.dryKg + laid };
      if (before) before = { ...before, dryKg: before.dryKg + laid };
      if (takesClay(entry)) {
        before ??= known;
        known = null;
        reason =
          'clay was cut away since the dry mass was known: give it again, or weigh shortly before and after cutting';
      }
    }
    if (entry.kind !== 'piece.weighed') continue;
    const at = instantOf(entry);
    const netKg = entry.body.massKg - entry.body.tareKg;
    const left: number | null = known || entry.body.dryKg !== null ? null : dryLeft(before, at, netKg);
    before = null;
    if (left !== null) {
      known = { dryKg: left, weighed: null };
      readings.push({ at, x: null, reason: 'it says how much clay was cut away since the weighing before' });
      continue;
    }
    const dryKg: number | null = entry.body.dryKg ?? known?.dryKg ?? null;
    const read = readWeighing(entry, dryKg, reason);
    if (dryKg !== null) known = { dryKg, weighed: read.x === null ? null : { at, netKg, x: read.x } };
    readings.push({ at, ...read });
  }
  return readings;
}

/** The dry clay left after a cut, kg, by the weighings before and after it; null where they do not tell. */
function dryLeft(before: Known | null, at: Instant, netKg: number): number | null {
  const weighed = before?.weighed;
  if (!before || !weighed || at - weighed.at > AT_ONCE || netKg > weighed.netKg) return null;
  const left = before.dryKg - (weighed.netKg - netKg) / (1 + weighed.x);
  return left > 0 ? left : null;
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
