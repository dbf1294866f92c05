import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import { WAITS_UNDER } from '../drying/face.ts';
import type { Scheduled, Visit } from './itinerary.ts';
import { suits, type Suitability } from './readiness.ts';
import { dried, stays, suitabilities, type Standing, type Stay } from './stay.ts';
import { readingAt, rowAt } from './table.ts';
import { ASKED } from './weekPlan.ts';

/** A change of cover costs so much of a task, and a session later that it is finished. */
const CHANGE = 0.004;
const LATER = 0.002;
/** What is not done within the sessions is worth so much, if it can still be done. */
const LEFT = 0.35;
/** What is dry by the date it is wanted by is worth as much as a task, what is not so much of it. */
const LATE = 0.3;

/** Two that differ by no more than this in any member go on as one, points. */
const ALIKE = 2;
/** So many go on from a session at most: where there are more, those that differ twice as much are taken as alike too. */
const MOST = 120;

/** What is done of a piece in one session, and where that leads. */
export interface Arc {
  /** By its place among all. */
  name: number;
  from: number;
  to: number;
  /** By its place among the sessions. */
  session: number;
  /** The chances of its tasks, less what covers and delay cost. */
  worth: number;
  tens: number;
  visit: Visit;
  /** The chance that it is dry by when it is wanted, where its last task is done here and somebody asks; null elsewhere. */
  dry: number | null;
  /** Nobody need be there for it. */
  idle: boolean;
}

/** Everything that may become of a piece over some sessions: it does not depend on what hands cost. */
export interface Graph {
  piece: Scheduled;
  sessions: readonly Spell[];
  suitable: Suitability[][];
  /** What it is worth to end at each place: where tasks are left, they may still be done. The first is now. */
  ends: number[];
  /** In the order of the sessions: what leads to a place stands before what leads from it. */
  arcs: Arc[];
  /** The same figures of all arcs side by side, for speed. */
  side: ArcFigures;
}

export interface ArcFigures {
  from: Int32Array;
  to: Int32Array;
  session: Int32Array;
  worth: Float64Array;
  tens: Float64Array;
}

/** A place in the graph, while it is made. */
interface Place extends Standing {
  /** What is worth most to come here, whatever hands cost. */
  value: number;
}

/**
 * @param sessions ascending
 * @param floor no task is done with less of a chance
 * @param alike points; none at 0
 */
export function graphOf(
  piece: Scheduled,
  sessions: readonly Spell[],
  { floor, alike = ALIKE }: { floor: number; alike?: number },
): Graph {
  const { blocks, cover, covers, members } = piece;
  const suitable = suitabilities(piece);
  /** The chance that the next task can still be done at some time. */
  const open = ({ next, moistures }: Standing): number =>
    next === blocks.length
      ? 1
      : members.reduce(
          (sum, { weight }, m) => sum + weight * suitable[m]![next]!.later[Math.round(rowAt(moistures[m]!))]!,
          0,
        );
  const endsAt = (place: Standing): number => LEFT * (blocks.length - place.next) * open(place);

  let places: (Place & { name: number })[] = [
    {
      name: 0,
      next: 0,
      cover: covers.indexOf(cover),
      moistures: Float64Array.from(members, ({ moisture }) => moisture),
      value: 0,
    },
  ];
  const ends = [endsAt(places[0]!)];
  const arcs: Arc[] = [];
  for (const [s, session] of sessions.entries()) {
    const until = sessions[s + 1]?.from ?? session.to;
    const reached: { place: Place; arc: Omit<Arc, 'to' | 'name'> }[] = [];
    for (const from of places) {
      // with nothing left to do it is only uncovered, to dry
      const isOver = from.next === blocks.length && (blocks.length > 0 || s > 0);
      if (isOver || open(from) < floor) continue;
      for (const stay of stays({ piece, at: from, session, suitable }, floor))
        for (const leaves of leavings(piece, from, stay)) {
          const dry = dryBy(piece, stay, leaves);
          const idle = stay.covered === 'at-once' && leaves === from.cover;
          const worth = worthOf(piece, from, stay, leaves, dry, s);
          const moistures = dryOn(piece, stay, leaves, until);
          const place = { next: stay.next, cover: leaves, moistures, value: from.value + worth };
          const visit = visitOf(piece, session, stay, leaves);
          reached.push({
            place,
            arc: { from: from.name, session: s, worth, tens: stay.tens, visit, dry, idle },
          });
        }
    }
    reached.sort((a, b) => b.place.value - a.place.value);
    const { kept, at } = merged(
      reached.map(({ place }) => place),
      alike,
    );
    const first = ends.length;
    places = kept.map((place, i) => ({ ...place, name: first + i }));
    ends.push(...kept.map(endsAt));
    reached.forEach(({ arc }, i) => arcs.push({ ...arc, name: arcs.length, to: first + at[i]! }));
  }
  return { piece, sessions, suitable, ends, arcs, side: sideBySide(arcs) };
}

/** How it may be left: once all is done it stands open, to dry; what is not made yet has nothing to cover. */
const leavings = ({ covers, blocks, unmade }: Scheduled, from: Standing, { next }: Stay): number[] =>
  next === blocks.length ? [0] : unmade && next === 0 ? [from.cover] : [...covers.keys()];

const sideBySide = (arcs: readonly Arc[]): ArcFigures => ({
  from: Int32Array.from(arcs, ({ from }) => from),
  to: Int32Array.from(arcs, ({ to }) => to),
  session: Int32Array.from(arcs, ({ session }) => session),
  worth: Float64Array.from(arcs, ({ worth }) => worth),
  tens: Float64Array.from(arcs, ({ tens }) => tens),
});

/** What a stay is worth, however its piece is left. */
function worthOf(
  { blocks }: Scheduled,
  from: Standing,
  stay: Stay,
  leaves: number,
  dry: number | null,
  session: number,
): number {
  const changes = Number(stay.cover !== from.cover) + Number(leaves !== stay.cover);
  const worth = stay.gained - CHANGE * changes;
  if (stay.next < blocks.length) return worth;
  return worth - LATER * session + (dry === null ? 0 : inTimeWorth(dry));
}

/** As much as a task where it is as likely as is asked. */
const inTimeWorth = (dry: number): number => (dry >= ASKED ? 1 : LATE + (1 - LATE) * dry);

/** The chance that it is dry by when it is wanted, where its last task is done; no more so where that is done later. */
function dryBy(piece: Scheduled, stay: Stay, leaves: number): number | null {
  const { members, blocks, due } = piece;
  if (!due || stay.next < blocks.length) return null;
  const { reading, spans } = due.dry;
  const moistures = dryOn(piece, stay, leaves, due.by);
  return members.reduce((sum, { weight, tables }, m) => {
    if (stay.freeAt[m]! > due.by) return sum;
    const value = readingAt(tables[leaves]!, reading, moistures[m]!);
    return sum + weight * Math.max(...spans.map((span) => suits(value, span)));
  }, 0);
}

/** The walls at a later moment, as the piece is left; what is too wet for what was meant waits under its own cover. */
export function dryOn(
  { members, covers }: Pick<Scheduled, 'members' | 'covers'>,
  stay: Stay,
  leaves: number,
  until: Instant,
): Float64Array {
  const waiting = covers.indexOf(WAITS_UNDER);
  return stay.moistures.map((moisture, m) => {
    const cover = stay.waits[m] && waiting >= 0 ? waiting : leaves;
    return dried(members[m]!, cover, moisture, stay.freeAt[m]!, until);
  });
}

export const visitOf = ({ covers }: Scheduled, session: Spell, stay: Stay, leaves: number): Visit => ({
  session,
  blocks: stay.done,
  tens: stay.tens,
  stays: covers[stay.covered === 'at-once' ? leaves : stay.cover]!,
  leaves: covers[leaves]!,
  covered: stay.covered,
  leavesAt: stay.leavesAt,
});

/**
 * Places that stand alike become one, the first of them.
 * @returns those that are left, and which of them each has become
 */
function merged(places: readonly Place[], alike: number): { kept: Place[]; at: number[] } {
  for (let most = alike; ; most *= 2) {
    const kept: Place[] = [];
    const known = new Map<string, number[]>();
    const at = places.map((place) => {
      const key = `${place.next} ${place.cover}`;
      const others = known.get(key) ?? [];
      known.set(key, others);
      const same = others.find((i) => standAlike(kept[i]!.moistures, place.moistures, most));
      if (same !== undefined) return same;
      others.push(kept.length);
      kept.push(place);
      return kept.length - 1;
    });
    if (alike === 0 || kept.length <= MOST) return { kept, at };
  }
}

function standAlike(a: Float64Array, b: Float64Array, most: number): boolean {
  for (let m = 0; m < a.length; m++) if (Math.abs(a[m]! - b[m]!) > most) return false;
  return true;
}
