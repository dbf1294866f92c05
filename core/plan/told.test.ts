import { describe, expect, it } from 'vitest';
import type { Gate } from '../piece/gates.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { caseOf, cruetMade, hoursOn, logged } from '../piece/piece.test-support.ts';
import { rememberingPlanner } from './memory.ts';
import { asTold, toldOf } from './told.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const gate = (change: Partial<Gate>, key = 'coat'): Gate =>
  ({
    planned: { key },
    status: 'waiting',
    opens: null,
    closes: null,
    wait: null,
    windows: [],
    ...change,
  }) as unknown as Gate;
const told = toldOf({ gates: [gate({ opens: NOW + HOUR, closes: NOW + 3 * HOUR })] });
const again = (next: Gate, now: number) => asTold([next], told, next, now)[0]!;

describe('what was told of the same facts', () => {
  it('is told again of the next step, with the status of the moment', () => {
    const later = gate({ opens: NOW + HOUR + 8 * MINUTE, closes: NOW + 3 * HOUR + 9 * MINUTE });
    expect(again(later, NOW)).toMatchObject({ opens: NOW + HOUR, status: 'waiting' });
    expect(again(later, NOW + 2 * HOUR)).toMatchObject({ closes: NOW + 3 * HOUR, status: 'now' });
    // worked out again it lies beyond the time looked ahead, or is past by a minute
    expect(again(gate({ status: 'never' }), NOW)).toMatchObject({ opens: NOW + HOUR });
    expect(again(gate({ status: 'closed' }), NOW + 2 * HOUR)).toMatchObject({ status: 'now' });
  });
  it('gives way once it has closed, to another step, and where nothing was known', () => {
    const fresh = gate({ opens: NOW + 20 * HOUR });
    expect(again(fresh, NOW + 3 * HOUR)).toBe(fresh);
    const other = gate({ opens: NOW + 20 * HOUR }, 'cut');
    expect(again(other, NOW)).toBe(other);
    const done = gate({ status: 'done' });
    expect(again(done, NOW)).toBe(done);
    expect(toldOf({ gates: [gate({}), done] })).toEqual([]);
  });
  it('is told again of a later step while that moves by no more than a computation may err', () => {
    const next = gate({}, 'first');
    const of = (opens: number) =>
      asTold([next, gate({ status: 'ahead', opens, closes: NOW + 3 * HOUR })], told, next, NOW)[1]!;
    expect(of(NOW + HOUR + 4 * MINUTE)).toMatchObject({ opens: NOW + HOUR, status: 'ahead' });
    expect(of(NOW + HOUR + 6 * MINUTE)).toMatchObject({ opens: NOW + HOUR + 6 * MINUTE });
  });
});

it('a window under tight plastic, days ahead, does not move by the clock alone', () => {
  const facts = caseOf([
    cruetMade({ cover: 'tight' }),
    logged('piece.checked', hoursOn(1), { stage: 'plastic', confirmed: true, note: '' }, { place: 'wall' }),
  ]);
  const plan = rememberingPlanner(2);
  let last = null as ReturnType<typeof plan>;
  const seen = new Set<string>();
  for (let quarter = 0; quarter < 12; quarter++) {
    const told = last ? toldOf(last) : [];
    last = plan(facts, hoursOn(2) + quarter * 15 * MINUTE, undefined, { members: 2 }, told);
    seen.add(`${last!.next!.planned.key} ${last!.next!.opens}`);
    expect(last!.gates.find(({ planned }) => planned.key === last!.next!.planned.key)).toEqual(last!.next);
  }
  expect([...seen]).toHaveLength(1);
});
