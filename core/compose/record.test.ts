import { describe, expect, it } from 'vitest';
import { techniqueNamed, techniques } from '../catalogue/catalogue.ts';
import { recordsOf, wilsonInterval } from './record.ts';
import { sectionOf } from './section.ts';
import type { Layer } from '../technique/layer.ts';

describe('the record of a technique', () => {
  const of = (technique: string): Layer => ({ technique }) as Layer;
  const plain = { done: {}, made: { clayId: 'red' }, carried: { tubs: ['brown'] } };
  it('counts pieces, those finished, what went wrong, and by what', () => {
    const records = recordsOf([
      { ...plain, layers: [of('inlay'), of('sgraffito')], finished: { outcome: 'good', faults: [] } },
      {
        ...plain,
        made: { clayId: 'buff' },
        layers: [of('inlay')],
        finished: { outcome: 'bad', faults: ['sunk line'] },
      },
      { ...plain, layers: [of('inlay'), { ...of('burnish'), dropped: true }], finished: null },
    ]);
    expect(records).toEqual({
      inlay: {
        pieces: 3,
        finished: 2,
        good: 1,
        faults: [{ word: 'sunk line', times: 1 }],
        stages: [],
        clays: [
          { id: 'red', done: 1, good: 1 },
          { id: 'buff', done: 1, good: 0 },
        ],
        tubs: [{ id: 'brown', done: 2, good: 1 }],
      },
      sgraffito: {
        pieces: 1,
        finished: 1,
        good: 1,
        faults: [],
        stages: [],
        clays: [{ id: 'red', done: 1, good: 1 }],
        tubs: [{ id: 'brown', done: 1, good: 1 }],
      },
    });
  });

  it('tells at which stage its steps went well', () => {
    const step = (outcome: 'good' | 'bad' | null, stage: 'leather-hard' | 'drying' | null) => ({
      outcome,
      stage,
    });
    const piece = (done: Record<string, ReturnType<typeof step>>) => ({
      ...plain,
      layers: [
        { ...of('inlay'), id: 'a' },
        { ...of('sgraffito'), id: 'ab' },
      ],
      done,
      finished: null,
    });
    const { inlay, sgraffito } = recordsOf([
      piece({ 'a/cut/1': step('good', 'leather-hard'), 'a/scrape/1': step('bad', 'drying') }),
      piece({ 'a/cut/1': step('bad', 'leather-hard'), 'ab/coat/1': step('good', 'leather-hard') }),
      // what nobody judged, or nobody knows the stage of, counts for nothing
      piece({ 'a/cut/1': step(null, 'leather-hard'), 'a/fill/1': step('good', null) }),
    ]);
    expect(inlay!.stages).toEqual([
      { stage: 'leather-hard', done: 2, good: 1 },
      { stage: 'drying', done: 1, good: 0 },
    ]);
    expect(sgraffito!.stages).toEqual([{ stage: 'leather-hard', done: 1, good: 1 }]);
  });

  it('has its rate within an interval of Wilson', () => {
    // Wilson's score interval, 15 of 50 at 95 %: about 0.19 to 0.44
    const [low, high] = wilsonInterval(15, 50);
    expect(low).toBeCloseTo(0.191, 3);
    expect(high).toBeCloseTo(0.438, 3);
    expect(wilsonInterval(0, 3)[0]).toBe(0);
    expect(() => wilsonInterval(3, 2)).toThrow(RangeError);
  });
});

describe('the section of a technique', () => {
  const materials = (id: string, schools = {}, fired = false) =>
    sectionOf(techniqueNamed(id), schools, fired).laid.map(({ material }) => material);

  it('shows what its data lay, cut and fill', () => {
    const inlay = sectionOf(techniqueNamed('inlay'), {}, false);
    const [clay, fill] = inlay.laid;
    // scraped level: nothing stands above the wall, and the fill lies where the clay was cut
    expect(inlay.heightMm).toBeCloseTo(3, 6);
    fill!.columns.forEach((column, i) => {
      if (column) expect(column[0]).toBeCloseTo(clay!.columns[i]![1], 6);
    });
    const sunk = sectionOf(techniqueNamed('inlay'), { finish: 'sunk' }, false);
    expect(sunk.heightMm).toBeGreaterThan(3);
    expect(materials('sgraffito')).toContain('slip');
  });

  it('breaks a silicate skin where it is stretched, and is bare where it broke', () => {
    const { laid } = sectionOf(techniqueNamed('silicate-crackle'), {}, false);
    const skin = laid.find(({ material }) => material === 'silicate')!;
    const bare = skin.columns.filter((column) => column === null).length;
    expect(bare).toBeGreaterThan(10);
    expect(bare).toBeLessThan(60);
  });

  it('has no wax left once it is fired, and a glaze where one is put on', () => {
    expect(materials('resist')).toContain('wax');
    expect(materials('resist', {}, true)).not.toContain('wax');
    expect(materials('slip-trailing', {}, true)).toContain('glaze');
    expect(materials('slip-trailing')).not.toContain('glaze');
  });

  it('differs between techniques that differ', () => {
    const pictures = techniques()
      .filter(({ id }) => id !== 'shaping' && id !== 'firing')
      .map((technique) => JSON.stringify(sectionOf(technique, {}, false)));
    expect(new Set(pictures).size).toBeGreaterThan(pictures.length * 0.8);
  });
});
