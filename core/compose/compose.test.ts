import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { describe, expect, it } from 'vitest';
import { compose } from './compose.ts';
import { untouched } from './passes.ts';
import type { Layer, Route, Zone } from '../technique/layer.ts';
import { searchMends } from './mend.ts';
import type { Only } from '../technique/technique.ts';

const layer = (technique: string, more: Partial<Layer> = {}, schools: Only = {}): Layer =>
  layerOf(technique, schools, more);
const band = (id: string, from: number, to: number): Zone => ({ id, name: id, kind: 'band', from, to });
const keysOf = ({ planned }: Route) => planned.map(({ key }) => key);
const at = (route: Route, key: string) => keysOf(route).indexOf(key);

describe('a route of one technique', () => {
  it('has each pass of a step as a step of its own, waiting for the one before', () => {
    const { planned } = compose([layer('sgraffito')]);
    const coats = planned.filter(({ refs: [ref] }) => ref!.step === 'coat');
    expect(coats.map(({ step }) => step.name)).toEqual(['Coat 1 of 3', 'Coat 2 of 3', 'Coat 3 of 3']);
    expect(coats[0]!.step.needs.map(({ kind }) => kind)).toEqual(['water']);
    // from the second coat on the sign takes the place of the wet edge of the wall; the dry one stays
    for (const [i, coat] of coats.slice(1).entries())
      expect(coat.step.needs).toMatchObject([
        { kind: 'water', of: 'skin', spans: [{ driest: 62 }] },
        { kind: 'sign', sign: 'matte', of: coats[i]!.key, side: 'after' },
      ]);
    const carve = planned.find(({ refs: [ref] }) => ref!.step === 'outlines')!;
    expect(carve.step.needs).toContainEqual(expect.objectContaining({ kind: 'sign', of: coats[2]!.key }));
  });

  it('offers one pass more of what is done until it is enough, until it is', () => {
    const fills = (done: number, enough: boolean) =>
      compose([layer('inlay')], {
        ...untouched,
        done: ({ step }) => (step === 'fill' ? done : 0),
        enough: () => enough,
      }).planned.filter(({ refs: [ref] }) => ref!.step === 'fill');
    expect(fills(0, false)).toHaveLength(3);
    expect(fills(3, false)).toHaveLength(4);
    expect(fills(3, false)[3]!.optional).toBe(true);
    expect(fills(2, true)).toHaveLength(2);
    expect(fills(5, false)).toHaveLength(5);
  });

  it('repeats for each zone what has a colour of its own there', () => {
    const zones = [band('red', 0.2, 0.4), band('blue', 0.6, 0.8)];
    const { planned } = compose([layer('inlay', { zones, stock: [{ zone: 'blue', ids: ['tub-blue'] }] })]);
    const fills = planned.filter(({ refs: [ref] }) => ref!.step === 'fill');
    expect(fills).toHaveLength(6);
    expect(fills.filter(({ stock }) => stock.includes('tub-blue'))).toHaveLength(3);
  });
});

describe('a route of several layers', () => {
  const both = compose([
    layer('sgraffito', { zones: [band('top', 0.6, 1)] }),
    layer('inlay', { zones: [band('foot', 0, 0.3)] }, { mark: 'stamp' }),
  ]);

  it('begins with the wettest, and does what they share once for both', () => {
    expect(at(both, 'inlay/stamp/1')).toBe(0);
    for (const shared of ['clean', 'load', 'bisque']) {
      const of = both.planned.filter(({ refs: [ref] }) => ref!.step === shared);
      expect(of, shared).toHaveLength(1);
      expect(of[0]!.refs.map(({ layer: id }) => id).sort()).toEqual(['inlay', 'sgraffito']);
    }
    expect(both.conflicts).toEqual([]);
  });

  it('goes on side by side in zones of their own, one after another on the same clay', () => {
    const carve = at(both, 'sgraffito/outlines/1');
    expect(at(both, 'inlay/scrape-leather/1')).toBeGreaterThan(carve);
    const same = compose([layer('inlay', {}, { mark: 'stamp' }), layer('oxide-wash')]);
    expect(at(same, 'inlay/scrape-leather/1')).toBeLessThan(at(same, 'oxide-wash/texture/1'));
    expect(at(same, 'oxide-wash/brush-bisque/1')).toBeGreaterThan(
      same.planned.findIndex(({ step }) => step.shared === 'bisque'),
    );
  });

  it('makes a coat on another layer wait for it', () => {
    const upon = compose([layer('silicate-crackle'), layer('sgraffito', { upon: 'touch-dry' })]);
    const first = upon.planned.find(({ key }) => key === 'sgraffito/coat/1')!;
    expect(first.step.needs).toContainEqual(
      expect.objectContaining({ kind: 'sign', sign: 'touch-dry', of: 'silicate-crackle/silicate/1' }),
    );
  });

  it('names what spoils what, with the remedy', () => {
    const { conflicts } = compose([layer('silicate-crackle'), layer('sgraffito')]);
    expect(conflicts.map(({ problem }) => problem.message).join('\n')).toMatch(
      /will not stick on silicate.*zone/,
    );
  });

  it('names clay that would have to become wetter again', () => {
    const dry = layer('oxide-wash', { id: 'first' }, { on: 'bone-dry' });
    const asked = (layers: Layer[]) =>
      compose(layers).conflicts.flatMap(({ problem }) =>
        problem.code === 'wetter-after-drier' ? [problem.message] : [],
      );
    // the maker's order stands: what it makes impossible is said, once, and not reshuffled
    expect(asked([dry, layer('inlay')])).toEqual([
      expect.stringMatching(/^Cut the lines needs wetter clay.*first/),
    ]);
    expect(asked([layer('inlay'), dry])).toEqual([]);
  });

  it('leaves out what was dropped, and what it does not know', () => {
    expect(compose([layer('inlay', { dropped: true }), layer('sgraffito')])).toEqual(
      compose([layer('sgraffito')]),
    );
    expect(compose([{ ...layer('inlay'), technique: 'unheard-of' }]).planned).toEqual([]);
  });
});

describe('a route on bought-in bisque', () => {
  const onBisque = (layers: Layer[]) => compose(layers, untouched, { entered: 'bisque' });
  const stepsIn = ({ planned }: Route) => planned.map(({ refs: [ref] }) => ref!.step);

  it('leaves out all that is done before the first firing', () => {
    const route = onBisque([layer('oxide-wash')]);
    expect(stepsIn(route)).not.toContain('load');
    expect(stepsIn(route)).not.toContain('bisque');
    expect(stepsIn(route)).toContain('brush-bisque');
    expect(route.conflicts.filter(({ told }) => !told)).toEqual([]);
    // what stays is in the order it had
    const raw = stepsIn(compose([layer('oxide-wash')]));
    expect(stepsIn(route)).toEqual(raw.filter((key) => stepsIn(route).includes(key)));
  });

  it('says of a technique of raw clay that it cannot be done, with what can', () => {
    const route = onBisque([layer('oxide-wash'), layer('sgraffito')]);
    expect(route.conflicts.flatMap(({ problem, told }) => (told ? [] : [problem]))).toEqual([
      expect.objectContaining({ code: 'raw-only', field: 'layers.1.technique' }),
    ]);
    expect(route.conflicts[0]!.problem.message).toMatch(/^Sgraffito is done on raw clay.*choose/);
    // and leaving it out mends it
    const mends = searchMends([layer('oxide-wash'), layer('sgraffito')], { entered: 'bisque' }, true);
    let next = mends.next();
    while (!next.done) next = mends.next();
    expect(next.value.map(({ words }) => words)).toContain('Without sgraffito');
  });

  it('goes on to glaze and glost as any does', () => {
    expect(stepsIn(onBisque([layer('firing')]))).toEqual(['glaze', 'glost']);
    expect(stepsIn(onBisque([layer('firing', {}, { way: 'again' })]))).toContain('again');
  });
});
