import { describe, expect, it } from 'vitest';
import type { StepWindow } from '../piece/stepWindow.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { movedSince } from './moved.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const gate = (opens: number, closes: number | null = null, key = 'coat'): StepWindow =>
  ({ planned: { key }, opens, closes, windows: [] }) as unknown as StepWindow;
const before = (next: StepWindow | null) => ({ next, moved: null });

describe('a window that is told anew', () => {
  it('tells how far it moved and why', () => {
    const moved = movedSince(before(gate(NOW + HOUR)), gate(NOW + HOUR + 40 * MINUTE), 'learned', NOW);
    expect(moved).toEqual({ edge: 'opens', by: 40 * MINUTE, why: 'learned', at: NOW });
  });
  it('is that of its close once it is open', () => {
    const moved = movedSince(
      before(gate(NOW - HOUR, NOW + HOUR)),
      gate(NOW - HOUR, NOW + 20 * MINUTE),
      'measured',
      NOW,
    );
    expect(moved).toMatchObject({ edge: 'closes', by: -40 * MINUTE });
  });
  it('says nothing of little, of time alone, of another step, or of none', () => {
    const was = before(gate(NOW + HOUR));
    expect(movedSince(was, gate(NOW + HOUR + 4 * MINUTE), 'learned', NOW)).toBeNull();
    expect(movedSince(was, gate(NOW + 2 * HOUR), null, NOW)).toBeNull();
    expect(movedSince(was, gate(NOW + 2 * HOUR, null, 'cut'), 'learned', NOW)).toBeNull();
    expect(movedSince(was, null, 'learned', NOW)).toBeNull();
    expect(movedSince(before(null), gate(NOW), 'learned', NOW)).toBeNull();
  });
  it('goes on being told for an hour', () => {
    const moved = { edge: 'opens', by: 40 * MINUTE, why: 'learned', at: NOW } as const;
    const after = (minutes: number) =>
      movedSince({ next: gate(NOW + 2 * HOUR), moved }, gate(NOW + 2 * HOUR), null, NOW + minutes * MINUTE);
    expect(after(59)).toEqual(moved);
    expect(after(60)).toBeNull();
  });
});
