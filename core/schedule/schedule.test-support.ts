import fc from 'fast-check';
import type { Spell } from '../time/hours.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import type { Block } from './block.ts';
import { effortBetween, type Effort } from './effort.ts';
import { graphOf, type Graph } from './graph.ts';
import type { Member, Scheduled } from './itinerary.ts';
import { readyIn, suitability, type Suitability } from './readiness.ts';
import { driedTo, moistureOfRow, ROWS, type DryingTable } from './table.ts';

/** A wall that loses so many points an hour, evenly. */
export const evenly = (pointsAnHour: number): DryingTable => ({
  hours: Float64Array.from(
    { length: ROWS },
    (_, row) => (moistureOfRow(0) - moistureOfRow(row)) / pointsAnHour,
  ),
  outside: new Float32Array(ROWS),
  inside: new Float32Array(ROWS),
  core: new Float32Array(ROWS),
});
/** The reference air, for ten days. */
export const steady: Effort = { from: 0, sums: Float64Array.from({ length: 481 }, (_, i) => i / 2) };

export const member = (pace: number, moisture: number, adds: number[], weight = 1): Member => ({
  weight,
  moisture,
  tables: [evenly(pace), evenly(pace / 25)],
  efforts: [steady, steady],
  adds,
});
export const block = (driest: number, wettest: number, minutes = 30): Block => ({
  steps: [],
  lengthMs: (minutes * HOUR) / 60,
  handsMs: (minutes * HOUR) / 60,
  holdsMs: (minutes * HOUR) / 60,
  needs: [{ reading: 'mean', spans: [{ driest, wettest }] }],
  water: 0,
});
export const evening = (day: number): Spell => ({
  from: (24 * day + 10) * HOUR,
  to: (24 * day + 12.5) * HOUR,
});
export const piece = (members: Member[], blocks: Block[]): Scheduled => ({
  ...{ members, blocks },
  covers: ['open', 'tight'],
  cover: 'open',
});

/** How hands are taken up, by session, and the best that is worth. */
export type Ways = Map<string, number>;

/** A piece as hands are done with it. */
interface Left {
  mid: number[];
  freeAt: number[];
  waits: boolean[];
  gained: number;
  tens: number;
}

/** Every way there is through some sessions, one by one: the best of each in which hands are taken up. */
export function everyWay({ members, blocks, covers }: Scheduled, sessions: Spell[], least: number): Ways {
  const dry = (m: number, cover: number, moisture: number, from: number, to: number) =>
    drying(members[m]!, cover, moisture, from, to);
  const suits = members.map(({ tables }) => blocks.map(({ needs }) => suitability(tables[0]!, needs)));
  const workable = (next: number, state: number[]) =>
    members.reduce((sum, { weight }, m) => {
      const rows = suits[m]![next]!.suit.slice(Math.round((110 - Math.min(110, Math.max(1, state[m]!))) * 2));
      return sum + weight * Math.max(...rows);
    }, 0);
  const left = (next: number, state: number[]) =>
    next === blocks.length ? 0 : 0.35 * (blocks.length - next) * workable(next, state);

  const from = (s: number, next: number, cover: number, state: number[]): Ways => {
    const ways: Ways = new Map();
    const add = (hands: string, worth: number) =>
      ways.set(hands, Math.max(worth, ways.get(hands) ?? Number.NEGATIVE_INFINITY));
    add('', left(next, state));
    const session = sessions[s];
    if (!session || next === blocks.length || workable(next, state) < least) return ways;
    const until = sessions[s + 1]?.from ?? session.to;
    const leave = (stayed: number, then: number, { mid, freeAt, waits, gained, tens }: Left) => {
      for (const [to] of covers.entries()) {
        // once all is done it stands open
        if (then === blocks.length && to > 0) continue;
        // what was too wet for what was done is wrapped, whatever is meant
        const after = mid.map((moisture, m) => dry(m, waits[m] ? 1 : to, moisture, freeAt[m]!, until));
        const changes = Number(stayed !== cover) + Number(to !== stayed);
        const ended = then === blocks.length ? 0.002 * s : 0;
        const here = tens > 0 ? `${s}:${tens} ` : '';
        for (const [hands, worth] of from(s + 1, then, to, after))
          add(`${here}${hands}`, gained - 0.004 * changes - ended + worth);
      }
    };
    const came = members.map(() => session.from);
    const gone = members.map(() => session.to);
    const none = members.map(() => false);
    leave(cover, next, { mid: state, freeAt: came, waits: none, gained: 0, tens: 0 });
    const stood = state.map((x, m) => dry(m, 0, x, session.from, session.to));
    leave(0, next, { mid: stood, freeAt: gone, waits: none, gained: 0, tens: 0 });
    let [mid, freeAt, waits, gained, hands] = [state, came, none, 0, 0];
    for (let b = next; b < blocks.length; b++) {
      const { lengthMs, handsMs } = blocks[b]!;
      hands += handsMs;
      const { done, chance, wet } = oneTask(members, suits, { b, mid, freeAt, session, lengthMs });
      if (chance < least) break;
      [mid, freeAt, waits, gained] = [
        done.map(({ x }) => x),
        done.map(({ end }) => end),
        done.map(({ later }, m) => waits[m]! || later > 0.5),
        gained + chance + 0.9 * wet,
      ];
      const tens = Math.ceil(hands / (10 * MINUTE));
      // covered once it is done, or when hands leave
      leave(0, b + 1, { mid, freeAt, waits, gained, tens });
      const stays = mid.map((moisture, m) => dry(m, 0, moisture, freeAt[m]!, session.to));
      leave(0, b + 1, { mid: stays, freeAt: gone, waits, gained, tens });
    }
    return ways;
  };
  return from(
    0,
    0,
    0,
    members.map(({ moisture }) => moisture),
  );
}

const drying = (
  { tables, efforts }: Member,
  cover: number,
  moisture: number,
  from: number,
  to: number,
): number =>
  to > from ? driedTo(tables[cover]!, moisture, effortBetween(efforts[cover]!, from, to)) : moisture;

/** A task in each member: when it ends and how wet the wall is then, its chance, and the chance that it was too wet. */
function oneTask(
  members: readonly Member[],
  suits: Suitability[][],
  {
    b,
    mid,
    freeAt,
    session,
    lengthMs,
  }: { b: number; mid: number[]; freeAt: number[]; session: Spell; lengthMs: number },
) {
  let chance = 0;
  let wet = 0;
  const done = mid.map((moisture, m) => {
    const of = members[m]!;
    const free = freeAt[m]!;
    const latest = Math.max(free, session.to - lengthMs);
    const spare = effortBetween(steady, free, latest);
    const held = effortBetween(of.efforts[0]!, latest, latest + lengthMs);
    const ready = readyIn(of.tables[0]!, suits[m]![b]!, moisture, spare, held);
    const fits = session.to - free >= lengthMs;
    if (fits) chance += of.weight * ready.chance;
    // too wet all the while: drier it would do better
    const driest = Math.min(110, Math.max(1, driedTo(of.tables[0]!, moisture, spare)));
    const drier = suits[m]![b]!.suit.slice(Math.ceil((110 - driest) * 2));
    const missed = Math.max(0, Math.max(...drier) - ready.chance);
    const later = fits ? missed : missed + ready.chance;
    wet += of.weight * later;
    const begun = free + (spare > 0 ? (latest - free) * Math.min(1, ready.effort / spare) : 0);
    const end = Math.min(session.to, begun + lengthMs);
    return { end, later, x: drying(of, 0, ready.moisture + of.adds[b]!, begun, end) };
  });
  return { done, chance, wet };
}

/** The best of every way there is. */
export const bestOfAll = (of: Scheduled, sessions: Spell[], least: number): number =>
  Math.max(...everyWay(of, sessions, least).values());

export const anyPiece = fc
  .record({
    paces: fc.array(fc.double({ min: 0.3, max: 6, noNaN: true }), { minLength: 3, maxLength: 3 }),
    begins: fc.array(fc.double({ min: 80, max: 104, noNaN: true }), { minLength: 3, maxLength: 3 }),
    edges: fc.array(fc.tuple(fc.integer({ min: 30, max: 80 }), fc.integer({ min: 6, max: 30 })), {
      minLength: 2,
      maxLength: 2,
    }),
    adds: fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 2, maxLength: 2 }),
    minutes: fc.integer({ min: 10, max: 100 }),
  })
  .map(({ paces, begins, edges, adds, minutes }) =>
    piece(
      paces.map((pace, m) => member(pace, begins[m]!, adds, 1 / 3)),
      edges.map(([driest, width]) => block(driest, driest + width, minutes)),
    ),
  );
export const sessions = [evening(0), evening(1), evening(2)];

/** All that may become of a piece, nothing taken as alike. */
export const exactly = (of: Scheduled, over: Spell[], floor: number): Graph =>
  graphOf(of, over, { floor, alike: 0 });
