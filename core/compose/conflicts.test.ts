import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { describe, expect, it } from 'vitest';
import { techniques } from '../catalogue/catalogue.ts';
import { compose } from './compose.ts';
import type { Layer, Zone } from '../technique/layer.ts';
import { searchMends, type Mend } from './mend.ts';
import type { Setting } from './conflicts.ts';

const layer = layerOf;
const band = (from: number, to: number): Zone => ({ id: `b${from}`, name: 'band', kind: 'band', from, to });
/** All that a search finds, waited for. */
function mendsOf(...asked: Parameters<typeof searchMends>): Mend[] {
  const search = searchMends(...asked);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
}
const words = (layers: Layer[], setting: Setting = {}) =>
  compose(layers, undefined, setting)
    .conflicts.map(({ problem }) => problem.message)
    .join('\n');

/** Common practice, no source: what decorators know not to put on one wall. */
describe('what does not go together', () => {
  it.each<[string, Layer[], RegExp]>([
    ['carving through a print', [layer('transfer', { wall: 'fresh' }), layer('sgraffito')], /print/],
    [
      'scraping inlay over trailing',
      [layer('slip-trailing'), layer('inlay', { finish: 'dry' })],
      /slip lines would come off/,
    ],
    [
      'silicate under slip',
      [layer('silicate-crackle'), layer('brushed-coats')],
      /will not stick on silicate/,
    ],
    ['a wash over silicate', [layer('silicate-crackle'), layer('oxide-wash')], /cannot soak in/],
    ['a wash over burnish', [layer('sigillata'), layer('oxide-wash')], /cannot soak in/],
    [
      'turning through a silicate band',
      [
        layer('silicate-crackle', {}, { zones: [band(0.3, 0.8)] }),
        layer('shaping', {}, { zones: [band(0.5, 0.7)] }),
      ],
      /silicate band is not turned through/,
    ],
    ['sigillata under a stoneware glaze', [layer('sigillata'), layer('firing')], /shine goes/],
    [
      'sigillata under a usual bisque',
      [
        layer('brushed-coats', {}, { zones: [band(0, 0.4)] }),
        layer('sigillata', {}, { zones: [band(0.5, 1)] }),
      ],
      /shine goes/,
    ],
    ['crackle inside a bowl for food', [layer('silicate-crackle', {}, { face: 'inside' })], /food/],
  ])('%s', (_name, layers, says) => {
    expect(words(layers)).toMatch(says);
  });

  it('a flat print on a bowl, though not on a cylinder', () => {
    const bowl = { kind: 'bowl', diameterM: 0.2, heightM: 0.08, wallM: 0.006 } as const;
    expect(words([layer('monoprint')], { form: bowl })).toMatch(/wrinkles/);
    expect(words([layer('monoprint')])).toBe('');
  });

  it('dust, alkali and torch where pupils work: the wet school is offered', () => {
    const dry = [layer('inlay', { finish: 'dry' })];
    expect(words(dry, { guarded: true })).toMatch(/adult/);
    expect(words(dry)).toBe('');
    const mends = mendsOf(dry, { guarded: true }, true);
    expect(mends.map((mend) => mend.words)).toContain('Inlay: scraped at stiff leather-hard');
  });

  it('what is not for pupils, once for all its passes, and another technique where none of its own ways serves', () => {
    const sprayed = [layer('sprayed-engobe')];
    expect(words(sprayed, { guarded: true })).toMatch(/^Spray a pass is not for pupils[^\n]*$/);
    const [mend] = mendsOf(sprayed, { guarded: true }, true);
    expect(mend!.words).toBe('Brushed coats in place of sprayed engobe');
    expect(words(mend!.layers, { guarded: true })).toBe('');
    // without pupils nothing is offered in its place
    expect(mendsOf(sprayed, {}, true)).toEqual([]);
  });

  it('no dust at the cleaning of any technique where pupils work: it is wiped', () => {
    for (const { id } of techniques()) {
      const guarded = compose([layer(id)], undefined, { guarded: true }).planned;
      const clean = guarded.find(({ refs: [ref] }) => ref!.step === 'clean');
      if (clean) {
        expect(clean.step.name, id).toBe('Wipe it clean');
        expect(clean.step.hazards).not.toContain('silica-dust');
      }
      expect(guarded).toHaveLength(compose([layer(id)]).planned.length);
    }
  });

  it('nothing by itself, in any technique in its usual way on the outside', () => {
    for (const { id } of techniques())
      expect(
        compose([layer(id)]).conflicts.filter(({ told }) => !told),
        id,
      ).toEqual([]);
  });
});

describe('a mend', () => {
  it('puts layers in halves of their own, or leaves one out', () => {
    const clash = [layer('silicate-crackle'), layer('brushed-coats')];
    const mends = mendsOf(clash, {}, true);
    expect(mends.length).toBeGreaterThan(1);
    for (const { layers } of mends) expect(words(layers).length).toBeLessThan(words(clash).length);
    expect(mends.some(({ layers }) => layers.length === 2 && layers[0]!.zones[0]!.kind === 'band')).toBe(
      true,
    );
    expect(mendsOf(clash, {}, false).every(({ words: said }) => !said.includes('above'))).toBe(true);
  });

  it('is another order, where that is what is wrong', () => {
    const wrong = [layer('sgraffito'), layer('fresh-bands')];
    const [mend] = mendsOf(wrong, {}, true);
    expect(mend!.words).toBe('Bands on a fresh wall before sgraffito');
    expect(mend!.layers.map(({ technique }) => technique)).toEqual(['fresh-bands', 'sgraffito']);
  });

  it('is not looked for where something is only told', () => {
    const glazed = [layer('sigillata'), layer('firing')];
    expect(compose(glazed).conflicts.map(({ told }) => told)).toEqual([true]);
    expect(mendsOf(glazed, {}, true)).toEqual([]);
  });

  it('is not offered where nothing is wrong', () => {
    expect(mendsOf([layer('sgraffito')], {}, true)).toEqual([]);
  });
});
