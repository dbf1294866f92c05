import { describe, expect, it } from 'vitest';
import { caseOf, cruetMade, hoursOn } from '../piece/piece.test-support.ts';
import { inTimeFor, kilnDryAt } from './follows.ts';
import { planPiece } from './plan.ts';

const members = 2;

describe('when a piece is dry', () => {
  it('is sooner dry for the kiln uncovered than wrapped', () => {
    const wrapped = planPiece(caseOf([cruetMade({ cover: 'draped' })]), hoursOn(3), undefined, { members })!;
    expect(wrapped.openDryAt!).toBeLessThan(kilnDryAt(wrapped.gates) ?? Infinity);
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
