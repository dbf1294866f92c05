import { describe, expect, it } from 'vitest';
import { caseOf, cruetMade, hoursOn } from '../piece/piece.test-support.ts';
import type { Cover } from '../drying/face.ts';
import { MINUTE } from '../units/quantity.ts';
import { planPiece } from './plan.ts';

const tile = {
  ...{ form: { kind: 'tile', lengthM: 0.14, widthM: 0.1, wallM: 0.009 } as const, stand: 'board' as const },
  cover: 'draped' as const,
};

describe('a look ahead', () => {
  it('is under a cover from the moment at which it is put on, be that now', () => {
    const now = hoursOn(1);
    const next = (cover: Cover) =>
      planPiece(
        caseOf([cruetMade({ cover: 'open' })]),
        now,
        { covers: [{ at: now, cover }] },
        { members: 4 },
      )!.next!;
    const opens = (cover: Cover) => next(cover).opens! - now;
    // loosely covered it dries about a third as fast as open
    expect(opens('draped') / opens('open')).toBeGreaterThan(2);
    expect(opens('draped') / opens('open')).toBeLessThan(4.5);
    expect(next('damp-box').opens).toBeNull();
  });

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
