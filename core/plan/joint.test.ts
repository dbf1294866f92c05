import { layerOf } from '../technique/technique.test-support.ts';
import { describe, expect, it } from 'vitest';
import { moistureIndex } from '../clay/stage.ts';
import { meanReading } from '../drying/readings.ts';
import type { Cover } from '../drying/face.ts';
import type { Entry } from '../log/entry.ts';
import { nothingSaid } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import { believedNow } from '../piece/believed.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { HOUR } from '../units/quantity.ts';
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
      const { best } = believedNow(foldPiece('p', facts.entries)!, facts, hoursOn(hours), 2);
      const { state, wall, setting } = best['part h']!;
      return moistureIndex(setting.body, meanReading(state.x, wall.mesh));
    };
    // in the damp box it stays; open with the pot it dries
    expect(index(20, 4)).toBeGreaterThan(index(2, 4) - 3);
    expect(index(20, 6)).toBeLessThan(index(4, 6) - 25);
    expect(foldPiece('p', entries)!.parts).toMatchObject([{ cover: 'damp-box', joinedAt: hoursOn(3) }]);
    expect(foldPiece('p', entries)!.cover).toBe('open');
  });
});
