import { describe, expect, it } from 'vitest';
import type { Layer } from '../technique/layer.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { alikeLayered, layersFor } from './alikeLayers.ts';

const named = (id: string, of: string, more: Partial<Layer> = {}): Layer => ({ ...layerOf(of), id, ...more });

describe('layers of several pieces', () => {
  it('are changed where they are the same as those of most, whatever they are called and whenever they were begun', () => {
    const a = { layers: [named('a1', 'sgraffito')] };
    const b = { layers: [named('b1', 'sgraffito', { rev: '0' })] };
    const other = { layers: [named('c1', 'sgraffito', { face: 'inside' })] };
    expect(alikeLayered([other, a, b])).toEqual({ alike: [a, b], others: [other] });
  });

  it("keep each piece's own names and versions; what is new is new to all", () => {
    const was = [named('a1', 'sgraffito', { rev: '2' })];
    const theirs = [named('b1', 'sgraffito', { rev: '1' })];
    const changed = [{ ...was[0]!, stock: [{ ids: ['black'] }] }, named('n', 'firing')];
    const [first, second] = layersFor(changed, was, theirs);
    expect(first).toEqual({ ...theirs[0]!, stock: [{ ids: ['black'] }] });
    expect(second).toEqual(changed[1]);
  });

  it('take up an own technique anew where that was taken up', () => {
    const own = (rev: string) => ({ rev, id: 'mine' }) as unknown as NonNullable<Layer['own']>;
    const was = [named('a1', 'sgraffito', { technique: 'mine', rev: '1', own: own('1') })];
    const theirs = [named('b1', 'sgraffito', { technique: 'mine', rev: '1', own: own('1') })];
    expect(layersFor([{ ...was[0]!, rev: '2', own: own('2') }], was, theirs)[0]).toMatchObject({
      id: 'b1',
      rev: '2',
      own: { rev: '2' },
    });
  });
});
