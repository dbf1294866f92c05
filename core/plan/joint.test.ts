import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { describe, expect, it } from 'vitest';
import { moistureIndex } from '../clay/stage.ts';
import { meanReading } from '../drying/readings.ts';
import type { Cover } from '../drying/face.ts';
import type { Entry } from '../log/entry.ts';
import { nothingSaid } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import { estimateNow } from '../piece/stateEstimate.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { HOUR } from '../units/quantity.ts';
import { remedyFor } from './next.ts';
import { planPiece } from './plan.ts';

const layer = layerOf('slip-drip', { handle: 'set', hold: 'slip' }, { id: 'drip', upon: null });
const pot = (cover: Cover): Entry[] => [
  cruetMade({ cover }),
  logged('piece.routed', MADE + 1, { layers: [layer] }),
];
const handle = (hours: number, cover: Cover, thicknessM = 0.01): Entry =>
  logged('piece.parted', hoursOn(hours), { part: 'h', role: 'handle', thicknessM, cover, stage: null });
const gateAt = (hours: number, step: string, entries: Entry[]) =>
  planPiece(caseOf(entries), hoursOn(hours), undefined, { members: 12 })!.gates.find(
    ({ planned }) => planned.refs[0]!.step === step,
  )!;

describe('a pot and its handle', () => {
  it('wait for one another: the gate opens when both are ready, and names which to hold back', () => {
    const alone = gateAt(3, 'drips', pot('draped'));
    const fresh = gateAt(3, 'drips', [...pot('draped'), handle(3, 'draped')]);
    expect(alone.joint).toBeNull();
    expect(fresh.joint).toMatchObject({ part: 'h', role: 'handle', ahead: 'piece' });
    expect(fresh.opens!).toBeGreaterThan(alone.opens! + HOUR);
    expect(Math.abs(fresh.opens! - fresh.joint!.until!)).toBeLessThan(4 * HOUR);
    // an open handle of the same hour runs ahead of a wrapped pot
    const ahead = gateAt(1, 'drips', [...pot('tight'), handle(0, 'open')]);
    expect(ahead.joint!.ahead).toBe('part');
  });

  it('are closed to one another once one of them is past joining', () => {
    const late = gateAt(20, 'drips', [...pot('tight'), handle(0, 'open')]);
    expect(late.joint).toMatchObject({ ahead: 'part', until: null });
    expect(late.doAt).toBeNull();
  });

  it('come together again where what was too dry lay under a damp cloth; bone dry it does not', () => {
    // common practice: a part too dry comes back under a damp cloth within some hours
    const dry = gateAt(8, 'drips', [...pot('draped'), handle(0, 'open', 0.012)]);
    const { backAt } = dry.joint!.dried!;
    expect(backAt!).toBeGreaterThan(hoursOn(8) + 0.5 * HOUR);
    expect(backAt!).toBeLessThan(hoursOn(8) + 16 * HOUR);
    // put there, it is told to be ready about then
    const cloth = logged('piece.covered', hoursOn(8), { cover: 'damp-cloth', stand: 'board', part: 'h' });
    const laid = gateAt(8, 'drips', [...pot('draped'), handle(0, 'open', 0.012), cloth]);
    expect(laid.joint!.dried).toBeUndefined();
    expect(laid.joint!.ahead).toBe('piece');
    expect(Math.abs(laid.joint!.until! - backAt!)).toBeLessThan(0.5 * HOUR);
    expect(laid.opens!).toBeGreaterThan(backAt! - 0.5 * HOUR);
    // bone dry, no cloth helps
    expect(gateAt(48, 'drips', [...pot('tight'), handle(0, 'open')]).joint!.dried).toEqual({ backAt: null });
  });

  it('a slab too dry to be joined by its edges comes back under a damp cloth, and when is told', () => {
    const slab = [
      cruetMade({ cover: 'draped' }),
      logged('piece.routed', MADE + 1, {
        layers: [layerOf('shaping', { foot: 'as-is', join: 'edges' }, { id: 'shape' })],
      }),
    ];
    const plan = planPiece(caseOf(slab), hoursOn(24), undefined, { members: 4 })!;
    expect(plan.next).toMatchObject({ status: 'closed', planned: { step: { key: 'cut-slab' } } });
    expect(plan.next!.rescue!.opens).toBeGreaterThan(hoursOn(24.5));
    expect(plan.next!.rescue!.opens).toBeLessThan(hoursOn(48));
    expect(plan.next!.rescue!.remedy.say).toMatch(/damp cloth/);
    const boneDry = planPiece(caseOf(slab), hoursOn(200), undefined, { members: 4 })!.next!;
    expect(boneDry.rescue).toBeNull();
    expect(remedyFor(boneDry)).toMatch(/make it anew/);
  });

  it('are covered apart until they are joined, and together from then on', () => {
    const entries = [
      ...pot('tight'),
      handle(0, 'open'),
      logged('piece.covered', hoursOn(2), { cover: 'damp-box', stand: 'board', part: 'h' }),
      logged('piece.done', hoursOn(3), { ...nothingSaid, effects: [{ does: 'join', part: 'handle' }] }),
      logged('piece.covered', hoursOn(4), { cover: 'open', stand: 'board' }),
    ];
    const index = (hours: number, until: number) => {
      const facts = caseOf(entries.slice(0, until));
      const { best } = estimateNow(foldPiece('p', facts.entries)!, facts, hoursOn(hours), 2);
      const { state, wall, setting } = best['part h']!;
      return moistureIndex(setting.body, meanReading(state.x, wall.mesh));
    };
    // open until then, it lost water before
    expect(index(2, 4)).toBeLessThan(95);
    // in the damp box it stays; open with the pot it dries
    expect(index(20, 4)).toBeGreaterThan(index(2, 4) - 3);
    expect(index(20, 6)).toBeLessThan(index(4, 6) - 25);
    expect(foldPiece('p', entries)!.parts).toMatchObject([{ cover: 'damp-box', joinedAt: hoursOn(3) }]);
    expect(foldPiece('p', entries)!.cover).toBe('open');
  });
});
