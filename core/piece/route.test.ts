import { describe, expect, it } from 'vitest';
import { foldPiece } from '../log/piece.ts';
import { techniqueNamed } from '../catalogue/catalogue.ts';
import { cruetMade } from './piece.test-support.ts';
import type { SlipInTub } from './planInput.ts';
import { routeWith } from './route.ts';

const slip: SlipInTub = { specificGravity: 1.38, grainDensity: 2600, adjusted: 'none' };
const cautions = (techniqueId: string, stock: string[], tubs: Record<string, SlipInTub>, guarded?: true) => {
  const piece = foldPiece('p', [cruetMade()])!;
  const { rev } = techniqueNamed(techniqueId);
  const layers = piece.layers.map((layer) => ({
    ...layer,
    ...(techniqueId === layer.technique ? {} : { technique: techniqueId, rev, schools: {} }),
    stock: stock.length > 0 ? [{ ids: stock }] : [],
  }));
  return routeWith({ ...piece, layers }, tubs, { guarded }).planned;
};
const cautioned = (of: ReturnType<typeof cautions>) =>
  of.filter(({ step }) => step.hazards.includes('toxic-colour')).map(({ step }) => step.key);

describe('a caution of colourants', () => {
  it('stands where a tub holds some, at the coat and where it is cut', () => {
    expect(cautioned(cautions('sgraffito', ['black'], { black: { ...slip, toxic: true } }))).toContain(
      'coat',
    );
  });

  it('stands at no step whose slip holds none, or is still to be chosen', () => {
    const raw = (of: ReturnType<typeof cautions>) =>
      cautioned(of).filter((key) => ['coat', 'carve', 'clean'].includes(key));
    expect(raw(cautions('sgraffito', ['white'], { white: slip }))).toEqual([]);
    expect(raw(cautions('sgraffito', [], {}))).toEqual([]);
    // dust is dust, whatever its colour
    expect(
      cautions('sgraffito', ['white'], { white: slip }).some(({ step }) =>
        step.hazards.includes('silica-dust'),
      ),
    ).toBe(true);
  });

  it('stands at a wash of oxide, which comes from no tub of slip', () => {
    expect(cautioned(cautions('oxide-wash', [], {})).length).toBeGreaterThan(0);
  });

  it('says at each step whether pupils work on the piece', () => {
    expect(cautions('sgraffito', [], {}, true).every(({ guarded }) => guarded === true)).toBe(true);
    expect(cautions('sgraffito', [], {}).some(({ guarded }) => guarded)).toBe(false);
  });
});
