import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { choose } from '../../core/schedule/choose.ts';
import type { Scheduled } from '../../core/schedule/itinerary.ts';
import type { Among, Choice } from '../../core/schedule/pool.ts';
import {
  anyPiece,
  block,
  evening,
  everyWay,
  exactly,
  member,
  piece,
  type Ways,
} from '../../core/schedule/schedule.test-support.ts';
import type { Solver } from '../../core/schedule/solver.ts';
import { createSolver } from './solver.ts';

let solver: Solver;
beforeAll(async () => {
  solver = await createSolver();
});

const evenings = [evening(0), evening(1)];
const LEAST = 0.5;
/** All that could be better is looked at. */
const exact = { allWithin: 1, give: 0, nodes: 10_000, mostLooked: Number.POSITIVE_INFINITY };
const among = (piece: Scheduled, hands: Among['slots'][number]['hands'][] = [0, 1]): Among => ({
  graph: exactly(piece, evenings, LEAST),
  count: 1,
  slots: evenings.map((spell, s) => ({ ...spell, hands: hands[s]! })),
  least: piece.blocks.map(() => LEAST),
});

/** The best of all ways of all pieces together, one by one. */
function bestTogether(ways: Ways[], tens: number[]): number {
  const [first, ...others] = ways;
  if (!first) return 0;
  let best = Number.NEGATIVE_INFINITY;
  for (const [hands, worth] of first) {
    const left = [...tens];
    for (const [, s, taken] of hands.matchAll(/(\d+):(\d+)/g)) left[Number(s)]! -= Number(taken);
    if (left.some((spare) => spare < 0)) continue;
    best = Math.max(best, worth + bestTogether(others, left));
  }
  return best;
}

const anyStudio = fc.record({
  pieces: fc.array(anyPiece, { minLength: 3, maxLength: 3 }),
  tens: fc.array(fc.integer({ min: 0, max: 14 }), { minLength: 2, maxLength: 2 }),
});

describe('what is chosen for several pieces and one pair of hands', () => {
  it('is as good as trying every way of all together, and never above its bound', () => {
    fc.assert(
      fc.property(anyStudio, ({ pieces, tens }) => {
        const found = choose(
          pieces.map((of) => among(of)),
          tens,
          solver,
          exact,
        );
        const ways = pieces.map((of) => everyWay(of, evenings, LEAST));
        const best = bestTogether(ways, tens);
        expect(found.value).toBeLessThanOrEqual(best + 1e-9);
        expect(found.bound).toBeGreaterThanOrEqual(best - 1e-9);
        expect(found.value).toBeGreaterThan(best - 2e-4 * Math.max(1, best));
      }),
      { numRuns: 300 },
    );
  });

  it('takes up no more hands than there are, and is no worse by more of them', () => {
    fc.assert(
      fc.property(anyStudio, ({ pieces, tens }) => {
        const of = pieces.map((piece) => among(piece));
        const found = choose(of, tens, solver, { give: 0 });
        const taken = tens.map((_, s) =>
          found.shares.reduce((sum, { itinerary }) => sum + (itinerary.visits[s]?.tens ?? 0), 0),
        );
        for (const [s, most] of tens.entries()) expect(taken[s]).toBeLessThanOrEqual(most);
        const more = choose(of, [tens[0]! + 3, tens[1]!], solver, { give: 0 });
        expect(more.value).toBeGreaterThanOrEqual(found.value - (more.bound - more.value) - 1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('asks for no hands of ours where pupils have their own', () => {
    fc.assert(
      fc.property(anyStudio, ({ pieces }) => {
        const own = choose(
          pieces.map((piece) => among(piece, [null, null])),
          [0, 0],
          solver,
          exact,
        );
        const alone = pieces.reduce(
          (sum, of) => sum + Math.max(...everyWay(of, evenings, LEAST).values()),
          0,
        );
        expect(own.value).toBeCloseTo(alone, 9);
      }),
      { numRuns: 30 },
    );
  });

  it('takes some that are alike as one with a number, and is as good as with each for itself', () => {
    fc.assert(
      fc.property(anyPiece, fc.integer({ min: 2, max: 4 }), anyStudio, (alike, count, { pieces, tens }) => {
        const other = among(pieces[0]!);
        const each = Array.from({ length: count }, () => among(alike));
        const together = choose([{ ...among(alike), count }, other], tens, solver, exact);
        const one = choose([...each, other], tens, solver, exact);
        expect(together.value).toBeCloseTo(one.value, 2);
        expect(together.shares.filter(({ p }) => p === 0).reduce((sum, of) => sum + of.count, 0)).toBe(count);
        const taken = tens.map((_, s) =>
          together.shares.reduce(
            (sum, { itinerary, count: many }) => sum + many * (itinerary.visits[s]?.tens ?? 0),
            0,
          ),
        );
        for (const [s, most] of tens.entries()) expect(taken[s]).toBeLessThanOrEqual(most);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves out no more than its own share with a piece', () => {
    fc.assert(
      fc.property(anyStudio, ({ pieces, tens }) => {
        const of = pieces.map((piece) => among(piece));
        const [all, fewer] = [of, of.slice(1)].map((some) => choose(some, tens, solver, { give: 0 }));
        const alone = choose(of.slice(0, 1), tens, solver, { give: 0 });
        expect(all!.value - fewer!.value).toBeLessThanOrEqual(
          alone.bound + (fewer!.bound - fewer!.value) + 1e-6,
        );
      }),
      { numRuns: 30 },
    );
  });
});

/** Sessions that somebody comes to, for a task or for a cover. */
const comes = (found: Choice) =>
  new Set(
    found.shares.flatMap(({ itinerary: { visits } }) =>
      visits.flatMap(({ tens, stays, leaves, session }, v) => {
        const before = visits[v - 1]?.leaves ?? 'open';
        return tens > 0 || stays !== before || leaves !== stays ? [session.from] : [];
      }),
    ),
  ).size;

describe('what is given for peace', () => {
  it('is no more than is allowed, and nobody comes more often for it', () => {
    fc.assert(
      fc.property(anyStudio, ({ pieces, tens }) => {
        const of = pieces.map((piece) => among(piece));
        const [most, calm] = [0, 0.1].map((give) => choose(of, tens, solver, { give, allWithin: 1 }));
        expect(calm!.value).toBeGreaterThanOrEqual(0.9 * most!.value - 1e-6);
        expect(comes(calm!)).toBeLessThanOrEqual(comes(most!));
      }),
      { numRuns: 60 },
    );
  });

  it('keeps a task in the session that was told, where that costs little', () => {
    // half an hour of hands, as well done on the first evening as on the second
    const easy = piece([member(0.02, 70, [0])], [block(40, 90)]);
    const at = (told: number | null) =>
      choose([{ ...among(easy), told: [[told]] }], [9, 9], solver).shares[0]!.itinerary.visits.find(
        ({ tens }) => tens > 0,
      )!.session.from;
    expect(at(null)).toBe(evenings[0]!.from);
    expect(at(evenings[1]!.from)).toBe(evenings[1]!.from);
  });
});

describe('the solver of programs', () => {
  it('gives what one more would be worth, and tells where nothing fits', () => {
    // three of 5, 4 and 3 in room for two, each an hour of two: the second sets the price, from memory of the simplex tableau
    const program = {
      columns: [5, 4, 3].map((worth, i) => ({
        worth,
        counts: [
          [0, 1],
          [1 + i, 1],
        ] as [number, number][],
      })),
      rows: [{ least: 0, most: 1.5 }, ...[0, 1, 2].map(() => ({ least: 0, most: 1 }))],
    };
    const { worth, prices } = solver.relaxed(program);
    expect(worth).toBeCloseTo(7, 9);
    expect(prices.map((price) => Math.round(price * 1e6) / 1e6)).toEqual([4, 1, 0, 0]);
    expect(solver.whole(program, { nodes: 100, near: 0 })).toEqual([1, 0, 0]);
    const tooMuch = { ...program, rows: [{ least: 2, most: 1 }, ...program.rows.slice(1)] };
    expect(solver.whole(tooMuch, { nodes: 100, near: 0 })).toBeNull();
  });
});

describe('a program of whole numbers', () => {
  it('has no solution where there is nothing to choose from, or nothing that fits', () => {
    const one = { least: 1, most: 1 };
    expect(solver.whole({ columns: [], rows: [one] }, { nodes: 10, near: 0 })).toBeNull();
    const columns = [{ worth: 1, counts: [[0, 2]] as [number, number][] }];
    expect(solver.whole({ columns, rows: [one] }, { nodes: 10, near: 0 })).toBeNull();
    expect(solver.whole({ columns, rows: [{ least: 2, most: 2 }] }, { nodes: 10, near: 0 })).toEqual([1]);
  });
});
