import { mean } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { passedNotes } from '../drying/passed.ts';
import { meanReading } from '../drying/readings.ts';
import type { WallEvent } from '../drying/run.ts';
import { readAt } from '../drying/trajectory.ts';
import type { WallName } from '../form/places.ts';
import { foldPiece } from '../log/piece.ts';
import { estimateNow } from '../piece/stateEstimate.ts';
import { caseOf, cruetMade, hoursOn } from '../piece/piece.test-support.ts';
import { MINUTE } from '../units/quantity.ts';
import { planPiece } from './plan.ts';
import { beginProjection, coursesOf, layOn, type Between } from './wallProjection.ts';

const judged: WallName[] = ['wall'];
const tile = {
  ...{ form: { kind: 'tile', lengthM: 0.14, widthM: 0.1, wallM: 0.009 } as const, stand: 'board' as const },
  cover: 'draped' as const,
};

describe('a look ahead', () => {
  it('comes to where the clock comes to: windows under a cover stay where they were told', () => {
    const told = planPiece(caseOf([cruetMade(tile)]), hoursOn(1), undefined, { members: 4 })!.next!;
    for (const hours of [3, 7, 12]) {
      const { opens, closes } = planPiece(caseOf([cruetMade(tile)]), hoursOn(hours), undefined, {
        members: 4,
      })!.next!;
      expect(Math.abs(opens! - told.opens!), `opens, told after ${hours} h`).toBeLessThan(6 * MINUTE);
      expect(Math.abs(closes! - told.closes!) / (closes! - hoursOn(hours))).toBeLessThan(0.01);
    }
  });

  const fresh = () => {
    const given = caseOf([cruetMade()]);
    return estimateNow(foldPiece('p', given.entries)!, given, hoursOn(1), 2);
  };
  const wetAt = (between: Between, walls: ReturnType<typeof fresh>['best'], hours: number) => {
    const covers: WallEvent[] = [{ at: hoursOn(5), kind: 'surroundings', change: { cover: 'draped' } }];
    const strand = beginProjection(walls, hoursOn(1), { between, covers, judged }, () => undefined);
    const coat = { face: 'outside', thicknessM: 0.0003, specificGravity: 1.4, grainDensity: 2600 } as const;
    layOn(
      strand,
      { wall: [{ at: hoursOn(8), kind: 'coat', coat: { ...coat, adjusted: 'none' } }] },
      hoursOn(8),
      () => undefined,
    );
    return readAt(coursesOf(strand).wall!, hoursOn(hours), meanReading);
  };

  it('of a wall by itself is that of the wall among its neighbours, given what passed between them', () => {
    const { best, joined } = fresh();
    const notes = passedNotes(judged);
    const together = [6, 9, 14, 30].map((hours) => wetAt({ seams: joined, notes }, best, hours));
    const aside = [6, 9, 14, 30].map((hours) =>
      wetAt({ passed: notes.passed }, { wall: fresh().best.wall! }, hours),
    );
    const alone = [6, 9, 14, 30].map((hours) => wetAt({ passed: {} }, { wall: fresh().best.wall! }, hours));
    const apart = (of: number[]) => of.map((x, i) => Math.abs(x - together[i]!));
    expect(Math.max(...apart(aside))).toBeLessThan(0.0008);
    expect(mean(apart(aside))).toBeLessThan(mean(apart(alone)) / 3);
  });
});
