import { createHash } from 'node:crypto';
import type { RoomMeasured } from '../../api/index.ts';
import type { AirReading } from '../../core/drying/series.ts';
import { actsNaming, revisionOf, stands, type Ledger } from '../../core/log/ledger.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { ReadingSpan, StoredReading } from '../db/repository.ts';

/** What was measured in rooms, from the database; what was asked for last is at hand. */
export interface RoomAir {
  /** A room's standing measurements between two instants, oldest first. */
  between: (roomId: string, from: Instant, to: Instant) => Promise<AirReading[]>;
  /** What was measured of a room in all, and its usual air over the last week of that; null where nothing was. */
  measured: (roomId: string) => Promise<RoomMeasured | null>;
  /** All of them, a month at a time. */
  inPages: (roomId: string) => AsyncGenerator<AirReading[]>;
  /** Changes when a room's measurements do; the same over restarts. */
  mark: (roomId: string) => string;
}

/** The questions put to the database. */
interface Ask {
  between: (roomId: string, from: Instant, to: Instant) => Promise<StoredReading[]>;
  spans: (roomId: string) => Promise<ReadingSpan[]>;
}

interface Held {
  mark: string;
  from: Instant;
  rows: Promise<AirReading[]>;
}

/** No room has this name: nothing was ever taken there. */
const NOWHERE = '@nowhere';
const WEEK_MS = 7 * 86_400_000;
const PAGE_MS = 30 * 86_400_000;

/** What the database does not have yet, and how often it was given what it should have had. */
interface Behind {
  pending: ReadonlySet<string>;
  readAnew: () => number;
}

export function createRoomAir(ledger: Ledger, { pending, readAnew }: Behind, ask: Ask): RoomAir {
  const held = new Map<string, Held>();
  const usual = new Map<string, { mark: string; measured: Promise<RoomMeasured | null> }>();

  const standing = async (roomId: string, from: Instant, to: Instant): Promise<AirReading[]> => {
    const order = (actId: string) => ledger.byId.get(actId)?.n ?? 0;
    const rows = (await ask.between(roomId, from, to))
      .filter((row) => stands(ledger, row.actId))
      .sort((a, b) => a.at - b.at || order(a.actId) - order(b.actId));
    return rows.filter((row, i) => rows[i + 1]?.at !== row.at);
  };

  const mark = marksOf(ledger, { pending, readAnew });

  /** A room of which nothing was ever taken need not be asked for. */
  const nothingTaken = (roomId: string) => mark(roomId) === mark(NOWHERE);

  /** From when to when a room was measured, by what stands of it; null where nothing does. */
  const spanOf = async (roomId: string): Promise<{ from: Instant; to: Instant } | null> => {
    const spans = (await ask.spans(roomId)).filter(({ actId }) => stands(ledger, actId));
    if (spans.length === 0) return null;
    return {
      from: spans.reduce((first, { from }) => Math.min(first, from), spans[0]!.from),
      to: spans.reduce((last, { to }) => Math.max(last, to), spans[0]!.to),
    };
  };

  const measuredNow = async (roomId: string): Promise<RoomMeasured | null> => {
    const span = await spanOf(roomId);
    if (!span) return null;
    const { from, to } = span;
    const week = await standing(roomId, to - WEEK_MS, to);
    const mean = (of: 'celsius' | 'humidity') =>
      week.reduce((sum, reading) => sum + reading[of], 0) / week.length;
    return { from, to, celsius: mean('celsius'), humidity: mean('humidity') };
  };

  return {
    mark,
    between: async (roomId, from, to) => {
      if (nothingTaken(roomId)) return [];
      // a life that is over is asked for once; those that go on share what reaches to the present
      if (Number.isFinite(to)) return standing(roomId, from, to);
      const now = mark(roomId);
      let known = held.get(roomId);
      if (known?.mark !== now || known.from > from) {
        const since = Math.min(from, known?.mark === now ? known.from : from);
        known = { mark: now, from: since, rows: standing(roomId, since, to) };
        known.rows.catch(() => held.delete(roomId));
        held.set(roomId, known);
      }
      return (await known.rows).filter(({ at }) => at >= from);
    },
    measured: (roomId) => {
      const now = mark(roomId);
      const last = usual.get(roomId);
      if (last?.mark === now) return last.measured;
      const fresh = nothingTaken(roomId) ? Promise.resolve(null) : measuredNow(roomId);
      fresh.catch(() => usual.delete(roomId));
      usual.set(roomId, { mark: now, measured: fresh });
      return fresh;
    },
    inPages: async function* (roomId) {
      const span = await spanOf(roomId);
      if (!span) return;
      for (let from = span.from; from <= span.to; from += PAGE_MS)
        yield await standing(roomId, from, Math.min(span.to, from + PAGE_MS - 1));
    },
  };
}

/** Changes when what stands of a room's air does. */
function marksOf(ledger: Ledger, { pending, readAnew }: Behind): RoomAir['mark'] {
  const marks = new Map<string, { at: string; mark: string }>();
  return (roomId) => {
    const at = `${revisionOf(ledger, 'readings', roomId)}.${pending.size}.${readAnew()}`;
    const known = marks.get(roomId);
    if (known?.at === at) return known.mark;
    const acts = actsNaming(ledger, 'readings', roomId).filter(({ id }) => stands(ledger, id));
    // while files are being written away it stays as it is: not each of them is followed
    const lacking = acts.some(({ id }) => pending.has(id)) ? ' and more' : '';
    const anew = acts.length > 0 && readAnew() > 0 ? ` anew ${readAnew()}` : '';
    const which = createHash('sha1')
      .update(acts.map(({ id }) => id).join())
      .digest('base64url');
    const fresh = `${which}${lacking}${anew}`;
    marks.set(roomId, { at, mark: fresh });
    return fresh;
  };
}
