import { describe, expect, it } from 'vitest';
import type { StepWindow } from '../piece/stepWindow.ts';
import { DAY, HOUR, MINUTE } from '../units/quantity.ts';
import { caseOf, cruetMade, hoursOn, logged } from '../piece/piece.test-support.ts';
import { cachedPlanner } from './cachedPlanner.ts';
import { asTold, toldOf } from './told.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const gate = (change: Partial<StepWindow>, key = 'coat'): StepWindow =>
  ({
    planned: { key },
    status: 'waiting',
    opens: null,
    closes: null,
    wait: null,
    windows: [],
    ...change,
  }) as unknown as StepWindow;
const told = toldOf({ gates: [gate({ opens: NOW + HOUR, closes: NOW + 3 * HOUR })] });
const again = (next: StepWindow, now: number) => asTold([next], told, now)[0]!;
const moved = (by: number, change: Partial<StepWindow> = {}) =>
  gate({ opens: NOW + HOUR + by, closes: NOW + 3 * HOUR + by, ...change });

describe('what was told of the same facts', () => {
  it('is told again where it moved by no more than a computation may err, with the status of the moment', () => {
    expect(again(moved(19 * MINUTE), NOW)).toMatchObject({ opens: NOW + HOUR, status: 'waiting' });
    expect(again(moved(-4 * MINUTE), NOW + 2 * HOUR)).toMatchObject({
      closes: NOW + 3 * HOUR,
      status: 'now',
    });
    expect(again(moved(4 * MINUTE, { status: 'ahead' }), NOW)).toMatchObject({
      opens: NOW + HOUR,
      status: 'ahead',
    });
  });
  it('gives way to what really moved', () => {
    const later = moved(21 * MINUTE);
    expect(again(later, NOW)).toEqual({ ...later, toldAt: NOW });
    const never = gate({ status: 'never' });
    expect(again(never, NOW)).toMatchObject(never);
  });
  it('is told again at the far end of what is looked ahead on, where it may just not come within it', () => {
    const far = NOW + 13.9 * DAY;
    const [before] = toldOf({ gates: [gate({ opens: far })] });
    const never = gate({ status: 'never' });
    expect(asTold([never], [before!], NOW)[0]).toMatchObject({ opens: far, status: 'waiting' });
    expect(asTold([never], [before!], NOW + 2 * DAY)[0]).toMatchObject(never);
  });
  it('is held until it comes by how far off it was when it was told', () => {
    const far = gate({ opens: NOW + 60 * HOUR, closes: null });
    const [first] = asTold([far], [], NOW);
    expect(first!.toldAt).toBe(NOW);
    // an hour and a half of sixty, ten hours before
    const [later] = asTold(
      [gate({ opens: NOW + 61.5 * HOUR, closes: null })],
      toldOf({ gates: [first!] }),
      NOW + 50 * HOUR,
    );
    expect(later).toMatchObject({ opens: NOW + 60 * HOUR, toldAt: NOW });
    const [told] = toldOf({ gates: [far] });
    expect(asTold([gate({ opens: NOW + 61.5 * HOUR })], [told!], NOW + 50 * HOUR)[0]).toMatchObject({
      opens: NOW + 61.5 * HOUR,
      toldAt: NOW + 50 * HOUR,
    });
  });
  it('stays closed once it was told to have closed', () => {
    expect(again(moved(MINUTE), NOW + 3 * HOUR)).toMatchObject({ closes: NOW + 3 * HOUR, status: 'closed' });
  });
  it('gives way to another step, and where nothing was known', () => {
    const other = gate({ opens: NOW + HOUR, closes: NOW + 3 * HOUR }, 'cut');
    expect(again(other, NOW)).toMatchObject(other);
    const done = moved(0, { status: 'done' });
    expect(again(done, NOW)).toMatchObject(done);
    expect(toldOf({ gates: [gate({}), done] })).toEqual([]);
  });
});

it('a window under tight plastic, days ahead, does not move by the clock alone', () => {
  const facts = caseOf([
    cruetMade({ cover: 'tight' }),
    logged('piece.checked', hoursOn(1), { stage: 'plastic', confirmed: true, note: '' }, { place: 'wall' }),
  ]);
  const plan = cachedPlanner(2);
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
