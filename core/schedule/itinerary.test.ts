import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOUR } from '../units/quantity.ts';
import { bestItinerary, itinerariesWithin, type Itinerary } from './itinerary.ts';
import {
  anyPiece,
  bestOfAll,
  block,
  evening,
  everyWay,
  member,
  piece,
  sessions,
} from './schedule.test-support.ts';

describe('the best of a piece over some sessions', () => {
  it('is as good as trying every way, where nothing is taken as alike', () => {
    fc.assert(
      fc.property(anyPiece, fc.constantFrom(0, 0.5, 0.8), (of, least) => {
        expect(bestItinerary(of, sessions, { least, alike: 0 }).value).toBeCloseTo(
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
        const found = itinerariesWithin(of, sessions, { least: 0.5, alike: 0 }, atLeast);
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
        const loss = bestOfAll(of, sessions, 0.5) - bestItinerary(of, sessions, { least: 0.5 }).value;
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
          bestItinerary(of, sessions.slice(0, count), { least: 0.5, alike: 0 }).value;
        // what is counted on beyond the last session may be found lost by then
        const done = (of: Itinerary) => of.visits.flatMap(({ blocks }) => blocks).length;
        expect(value(3) + 1e-9).toBeGreaterThanOrEqual(value(2) - 0.35 * 2);
        expect(done(bestItinerary(of, sessions, { least: 0.5, alike: 0 }))).toBeLessThanOrEqual(2);
      }),
      { numRuns: 60 },
    );
  });

  it('waits for clay that is too wet when hands come, and puts no task where there is no time for it', () => {
    // 3 points an hour from 90: 75 after 5 hours, 72 after 6
    const wet = piece([member(3, 79, [0])], [block(60, 73, 30)]);
    const [visit] = bestItinerary(wet, [evening(0)], { least: 0.8 }).visits;
    // at 79 when they come; 73 − 2 softened points is reached 2 h 40 min later: too late for half an hour
    expect(visit?.blocks ?? []).toEqual([]);
    const soon = piece([member(3, 77, [0])], [block(60, 73, 30)]);
    expect(bestItinerary(soon, [evening(0)], { least: 0.8 }).visits[0]!.blocks).toEqual([
      // six points at three an hour: two hours after ten
      { block: 0, chance: 1, at: 12 * HOUR },
    ]);
  });

  it('wraps what would be too dry by the next evening, and only that', () => {
    // 1 point an hour in the open: 24 a day; 1 a day when wrapped
    const quick = bestItinerary(piece([member(1, 95, [0])], [block(68, 84, 30)]), [evening(0), evening(1)], {
      least: 0.8,
    });
    expect(quick.visits.map(({ leaves }) => leaves)).toEqual(['open', 'open']);
    const narrow = bestItinerary(piece([member(2, 90, [0])], [block(70, 86, 30)]), [evening(0), evening(1)], {
      least: 0.8,
    });
    expect(narrow.visits[0]!.blocks.length + (narrow.visits[0]!.leaves === 'tight' ? 1 : 0)).toBe(1);
  });
});
