import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Spell } from '../time/hours.ts';
import { HOUR } from '../units/quantity.ts';
import { graphOf } from './graph.ts';
import type { Itinerary, Scheduled } from './itinerary.ts';
import { bestItinerary, itinerariesWithin } from './path.ts';
import {
  anyPiece,
  bestOfAll,
  block,
  evening,
  everyWay,
  exactly,
  member,
  piece,
  sessions,
} from './schedule.test-support.ts';

const best = (of: Scheduled, over: Spell[], least: number): Itinerary =>
  bestItinerary(graphOf(of, over, { floor: least }), { least });

describe('the best of a piece over some sessions', () => {
  it('is as good as trying every way, where nothing is taken as alike', () => {
    fc.assert(
      fc.property(anyPiece, fc.constantFrom(0, 0.5, 0.8), (of, least) => {
        expect(bestItinerary(exactly(of, sessions, least), { least }).value).toBeCloseTo(
          bestOfAll(of, sessions, least),
          9,
        );
      }),
      { numRuns: 300 },
    );
  });

  it('finds the best of each way in which hands are taken up, down to what it is asked for', () => {
    fc.assert(
      fc.property(anyPiece, fc.double({ min: 0, max: 2, noNaN: true }), (of, atLeast) => {
        const ways = [...everyWay(of, sessions, 0.5).values()].filter((worth) => worth >= atLeast);
        const found = itinerariesWithin(
          exactly(of, sessions, 0.5),
          { least: 0.5 },
          atLeast,
          Number.POSITIVE_INFINITY,
        );
        const sorted = (worths: number[]) => worths.sort((a, b) => a - b).map((worth) => worth.toFixed(9));
        expect(sorted(found.map(({ value }) => value))).toEqual(sorted(ways));
      }),
      { numRuns: 60 },
    );
  });

  it('is never above it, and little below, where what is alike goes on as one', () => {
    const losses: number[] = [];
    fc.assert(
      fc.property(anyPiece, (of) => {
        const loss = bestOfAll(of, sessions, 0.5) - best(of, sessions, 0.5).value;
        losses.push(loss);
        expect(loss).toBeGreaterThan(-1e-9);
      }),
      { numRuns: 100 },
    );
    // measured: 0.002 in the mean
    expect(losses.reduce((sum, loss) => sum + loss, 0) / losses.length).toBeLessThan(0.01);
  });

  it('is no worse by one session more', () => {
    fc.assert(
      fc.property(anyPiece, (of) => {
        const value = (count: number) =>
          bestItinerary(exactly(of, sessions.slice(0, count), 0.5), { least: 0.5 }).value;
        // what is counted on beyond the last session may be found lost by then
        const done = (of: Itinerary) => of.visits.flatMap(({ blocks }) => blocks).length;
        expect(value(3) + 1e-9).toBeGreaterThanOrEqual(value(2) - 0.35 * 2);
        expect(done(bestItinerary(exactly(of, sessions, 0.5), { least: 0.5 }))).toBeLessThanOrEqual(2);
      }),
      { numRuns: 60 },
    );
  });

  it('waits for clay that is too wet when hands come, and puts no task where there is no time for it', () => {
    // 3 points an hour from 90: 75 after 5 hours, 72 after 6
    const wet = piece([member(3, 79, [0])], [block(60, 73, 30)]);
    const [visit] = best(wet, [evening(0)], 0.8).visits;
    // at 79 when they come; 73 − 2 softened points is reached 2 h 40 min later: with half an hour to go it is on its edge still
    expect(visit?.blocks ?? []).toEqual([]);
    const soon = piece([member(3, 77, [0])], [block(60, 73, 30)]);
    expect(best(soon, [evening(0)], 0.8).visits[0]!.blocks).toEqual([
      // begun on the edge of its window: four points at three an hour after ten
      { block: 0, chance: 1, tooWet: 0, at: (10 + 4 / 3) * HOUR },
    ]);
  });

  it('wraps what would be too dry by the next evening, and only that', () => {
    // 1 point an hour in the open: 24 a day; 1 a day when wrapped
    const quick = best(piece([member(1, 95, [0])], [block(68, 84, 30)]), [evening(0), evening(1)], 0.8);
    expect(quick.visits.map(({ leaves }) => leaves)).toEqual(['open', 'open']);
    const narrow = best(piece([member(2, 90, [0])], [block(70, 86, 30)]), [evening(0), evening(1)], 0.8);
    expect(narrow.visits[0]!.blocks.length + (narrow.visits[0]!.leaves === 'tight' ? 1 : 0)).toBe(1);
  });

  it('is not dry in time where its last task is done later, however dry it is by then', () => {
    // 4 points an hour: at 5 on the first evening, bone dry some hours later; wanted dry before the second begins
    const by = evening(1).from - HOUR;
    const dry = { reading: 'mean', spans: [{ driest: -20, wettest: 3 }] } as const;
    const of = {
      ...piece([member(4, 45, [0])], [block(-20, 3, 30)]),
      due: { by, dry: { ...dry, spans: [...dry.spans] } },
    };
    const late = bestItinerary(exactly(of, [evening(0), evening(1)], 0.5), { least: 0.5 });
    expect(late.visits.at(-1)!.blocks).toHaveLength(1);
    expect(late.dry).toBe(0);
    const inTime = { ...of, due: { ...of.due, by: evening(1).to } };
    expect(bestItinerary(exactly(inTime, [evening(0), evening(1)], 0.5), { least: 0.5 }).dry).toBe(1);
  });
});
