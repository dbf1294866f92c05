import { describe, expect, it } from 'vitest';
import { planPiece } from '../plan/plan.ts';
import { keptOf } from '../plan/keptPlan.ts';
import { caseOf, cruetMade, hoursOn, logged } from '../piece/piece.test-support.ts';

/** What was found of another piece, made and kept alike, teaches; less than a check of the piece itself, and it is nobody’s lesson twice. */

const now = hoursOn(6);
const checked = logged('piece.checked', hoursOn(5), { stage: 'plastic', confirmed: true, note: '' });
const sampled = logged('piece.sampled', hoursOn(5), { of: 'q', stage: 'plastic', answers: null });
const planned = (...more: ReturnType<typeof logged>[]) => planPiece(caseOf([cruetMade(), ...more]), now)!;

describe('a check of a sister piece', () => {
  it('moves the forecast the same way as a check of the piece, and less far', () => {
    const [plain, own, sister] = [planned(), planned(checked), planned(sampled)].map(
      (plan) => plan.now.meanIndex,
    );
    expect(own!).toBeGreaterThan(plain! + 2);
    expect(sister!).toBeGreaterThan(plain! + 1);
    expect(sister!).toBeLessThan(own!);
  });

  it('is no lesson of this piece', () => {
    const kept = keptOf(planned(sampled), caseOf([cruetMade()]));
    expect(kept.found.checks).toBe(0);
    expect(keptOf(planned(checked), caseOf([cruetMade()])).found.checks).toBe(1);
  });
});
