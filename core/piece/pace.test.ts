import { describe, expect, it } from 'vitest';
import { foldPiece } from '../log/piece.ts';
import { planPiece } from '../plan/plan.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { caseOf, coatLaid, cruetMade, hoursOn } from './piece.test-support.ts';
import { pacesOf } from './pace.ts';

const started = hoursOn(8);
const coats = (...minutes: number[]) => minutes.map((m, i) => coatLaid(i + 1, started + m * MINUTE));
const pieceWith = (...minutes: number[]) => foldPiece('p', [cruetMade(), ...coats(...minutes)])!;
const KEY = 'sgraffito/coat';

describe('the pace of a maker, by the record', () => {
  it('is how long was left between two passes, the last that were done', () => {
    expect(pacesOf([pieceWith(0, 6)])).toEqual({ [KEY]: 6 * MINUTE });
    expect(pacesOf([pieceWith(0, 6, 15)])).toEqual({ [KEY]: 9 * MINUTE });
    expect(pacesOf([pieceWith(0, 6), pieceWith(0, 20)])).toEqual({ [KEY]: 20 * MINUTE });
  });
  it('says nothing of one pass, nor of the next day', () => {
    expect(pacesOf([pieceWith(0)])).toEqual({});
    expect(pacesOf([pieceWith(0, 20 * 60)])).toEqual({});
  });

  it('is what the next coat is planned by, and moves no window', () => {
    const now = started + MINUTE;
    const facts = caseOf([cruetMade(), ...coats(0)]);
    const next = (paces?: Record<string, number>) =>
      planPiece({ ...facts, ...(paces && { paces }) }, now, undefined, { members: 2 })!.next!;
    const plain = next();
    const paced = next({ [KEY]: 6 * MINUTE });
    expect(plain.doAt! - started).toBeLessThan(4 * MINUTE);
    expect(paced.doAt! - started).toBe(6 * MINUTE);
    expect([paced.opens, paced.closes]).toEqual([plain.opens, plain.closes]);
    // a pace that its window does not leave time for is not kept to
    expect(next({ [KEY]: 2.9 * HOUR }).doAt).not.toBeNull();
  });
});
