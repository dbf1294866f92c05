import { describe, expect, it } from 'vitest';
import { caseOf, cruetMade, hoursOn } from '../piece/piece.test-support.ts';
import { HOUR } from '../units/quantity.ts';
import { inTimeFor, isLost, kilnDryAt } from './follows.ts';
import { planPiece } from './plan.ts';

const members = 2;

describe('what follows under a cover', () => {
  it('is when the next step is done, as a plan under those covers has it', () => {
    const of = (wallM: number) =>
      caseOf([
        cruetMade({ form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM, mouth: 'open' } }),
      ]);
    let steered = 0;
    for (const wallM of [0.004, 0.006, 0.008, 0.012])
      for (const hours of [2, 8]) {
        const { advice } = planPiece(of(wallM), hoursOn(hours), undefined, { members })!;
        if (advice!.why === 'stay' || !advice!.follows) continue;
        steered += 1;
        const done = planPiece(of(wallM), hoursOn(hours), { covers: advice!.changes }, { members })!;
        expect(Math.abs(advice!.follows!.doAt! - done.next!.doAt!)).toBeLessThan(HOUR / 2);
        expect(isLost(advice!.follows!)).toBe(false);
      }
    expect(steered).toBeGreaterThan(1);
  });

  it('is asked for at any hour: whoever asks is there', () => {
    // nine in the evening: nobody is at work until eight
    const plan = planPiece(
      caseOf([
        cruetMade({ form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.012, mouth: 'open' } }),
      ]),
      hoursOn(11.5),
      undefined,
      { members },
    )!;
    expect(plan.advice!.why).not.toBe('stay');
    expect(plan.advice!.changes[0]!.at).toBe(plan.at);
    expect(plan.advice!.now).toBe(plan.advice!.changes[0]!.cover);
  });

  it('is sooner dry for the kiln uncovered than wrapped', () => {
    const wrapped = planPiece(caseOf([cruetMade({ cover: 'draped' })]), hoursOn(3), undefined, { members })!;
    expect(wrapped.advice!.openDryAt!).toBeLessThan(kilnDryAt(wrapped.gates) ?? Infinity);
  });
});

it('a wanted date is in time, in time if uncovered, or too late', () => {
  expect(inTimeFor(10, 9, 8)).toBe('in-time');
  expect(inTimeFor(10, 10, null)).toBe('in-time');
  expect(inTimeFor(10, 12, 9)).toBe('if-uncovered');
  expect(inTimeFor(10, null, 9)).toBe('if-uncovered');
  expect(inTimeFor(10, 12, 11)).toBe('too-late');
  expect(inTimeFor(10, 12, null)).toBe('too-late');
  expect(inTimeFor(10, null, null)).toBe('unknown');
});
