import { describe, expect, it } from 'vitest';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { outsideArea } from '../form/form.ts';
import { foldPiece, stepsLeft } from '../log/piece.ts';
import { jar } from '../log/admission/admit.test-support.ts';
import { slipForCoat } from '../slip/amount.ts';
import { slipNeeded } from './slipNeeded.ts';

const LITRE = 1e-3;

describe('slip that is still needed of a piece', () => {
  const of = (...layers: Parameters<typeof jar>) => foldPiece('p', [jar(...layers)])!;

  it('is what its coats take from their tub, each over its own part of the face', () => {
    const ground = layerOf('sgraffito', {}, { id: 'g', stock: [{ ids: ['white'] }] });
    const half = {
      ...layerOf('sgraffito', {}, { id: 'h', stock: [{ ids: ['black'] }] }),
      zones: [{ id: 'z', name: 'Lower half', kind: 'band' as const, from: 0, to: 0.5 }],
    };
    const [piece, both] = [of(ground), of(ground, half)];
    const [white] = slipNeeded(piece, stepsLeft(piece), {});
    expect(white!.tubId).toBe('white');
    // three coats as its use lays them, from memory
    const coats = stepsLeft(piece).filter(({ step }) => step.effects.some(({ does }) => does === 'coat'));
    expect(coats).toHaveLength(3);
    const one = slipForCoat(outsideArea(piece.form), 0.00015, 'brushed-engobe');
    expect(white!.volumeM3 / LITRE).toBeCloseTo((3 * one) / LITRE, 3);
    const black = slipNeeded(both, stepsLeft(both), {}).find(({ tubId }) => tubId === 'black')!;
    expect(black.volumeM3 / white!.volumeM3).toBeCloseTo(0.5, 6);
  });

  it('is named where it has no tub yet, and nothing where nothing is laid', () => {
    const piece = of(layerOf('sgraffito'));
    expect(slipNeeded(piece, stepsLeft(piece), {}).map(({ tubId }) => tubId)).toEqual([null]);
    expect(slipNeeded(piece, [], {})).toEqual([]);
  });
});
