import { describe, expect, it } from 'vitest';
import { caseOf, cruetMade, hoursOn } from '../piece/piece.test-support.ts';
import { MINUTE } from '../units/quantity.ts';
import { planPiece } from './plan.ts';

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
});
