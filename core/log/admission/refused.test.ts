import { describe, expect, it } from 'vitest';
import type { Form } from '../../form/form.ts';
import { compose, MOST_DONE, plannedCount } from '../../compose/compose.ts';
import { groundOf, wholeZone, type Layer, type Zone } from '../../technique/layer.ts';
import { layerOf } from '../../catalogue/layerOf.test-support.ts';
import type { Step, Technique } from '../../technique/technique.ts';
import { at, coat, jar, madeBody, slip, step, today, why } from './admit.test-support.ts';
import { validate, firstProblem } from './admit.ts';
import { nothingSaid, type Act, type Entry } from '../entry.ts';
import { emptyLedger, record } from '../ledger.ts';

/** What cannot be is refused before it is worked on, each with its field and what to do. */

const NOW = Date.parse('2026-03-20T12:00:00Z');

const repeated = (key: string, times: number, each = false): Step => ({
  key,
  name: key,
  verb: `Log ${key}`,
  effects: [{ does: 'none' }],
  needs: [{ kind: 'sign', sign: 'matte', of: '@before', side: 'after' }],
  takesS: null,
  repeat: { least: 1, usual: times, most: 200, until: 'enough', ...(each && { each: 'zone' as const }) },
  look: [],
  words: [],
  remedies: [],
  hazards: [],
});
const own = (...steps: Step[]): Technique => ({
  id: 'ours',
  rev: '1',
  name: 'Ours',
  gives: 'Much',
  tools: [],
  choices: [],
  patches: [],
  steps,
});
const layerWith = (technique: Technique, zones: Zone[] = [wholeZone], id = 'l'): Layer => ({
  ...layerOf('sgraffito', {}, { id }),
  technique: 'ours',
  rev: '1',
  own: technique,
  zones,
});
const motif = (id: string, within: string): Zone => ({
  id,
  name: id,
  kind: 'motif',
  within,
  share: 0.1,
  widthM: 0.01,
});
const bands = (count: number): Zone[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `z${i}`,
    name: `z${i}`,
    kind: 'band',
    from: i / count,
    to: (i + 1) / count,
  }));

describe('layers', () => {
  it('of a technique that is repeated without end are refused before they are composed', () => {
    const forty = own(...Array.from({ length: 40 }, (_, i) => repeated(`s${i}`, 200)));
    expect(why(jar(layerWith(forty)))).toMatchObject({
      code: 'too-many-steps',
      field: 'entries.0.body.layers.0.own.steps',
    });
    const inZones = own(repeated('coat', 60, true));
    expect(plannedCount([layerWith(inZones, bands(12))])).toBe(720);
    expect(why(jar(layerWith(inZones, bands(12))))).toMatchObject({
      code: 'too-many-steps',
      field: 'entries.0.body.layers.0',
      message: expect.stringContaining('720 steps') as string,
    });
    expect(why(jar(layerWith(inZones, bands(6))))).toBeNull();
  });

  it('are counted together: the one that is too much is named', () => {
    const hundred = own(repeated('coat', 99));
    const layers = Array.from({ length: 5 }, (_, i) => layerWith(hundred, [wholeZone], `l${i}`));
    expect(why(jar(...layers.slice(0, 4)))).toBeNull();
    expect(why(jar(...layers))).toMatchObject({ field: 'entries.0.body.layers.4' });
  });

  it('have as many steps as they were counted to have, and too many are not planned at all', () => {
    for (const layers of [
      [layerOf('sgraffito'), layerOf('inlay', {}, { id: 'two' })],
      [layerWith(own(repeated('coat', 30, true)), bands(4))],
    ])
      expect(compose(layers).planned.length).toBeLessThanOrEqual(plannedCount(layers));
    const old = layerWith(
      own(repeated('a', 200), repeated('b', 200), repeated('c', 200), repeated('d', 200), repeated('e', 200)),
    );
    const route = compose([old]);
    expect(route.planned).toEqual([]);
    expect(route.conflicts[0]!.problem.message).toContain(String(MOST_DONE));
  });

  it.each([
    ['in itself', [motif('a', 'a')], 0],
    ['in a ring', [motif('a', 'b'), motif('b', 'c'), motif('c', 'a')], 0],
    ['in one that lies in itself', [wholeZone, motif('b', 'a'), motif('a', 'a')], 1],
  ])('with a zone %s are refused, and an old log that has them is read', (_name, zones, i) => {
    const layer = { ...layerOf('sgraffito'), zones };
    expect(why(jar(layer))).toMatchObject({
      code: 'zone-in-itself',
      field: `entries.0.body.layers.0.zones.${i}.within`,
    });
    expect(groundOf(zones[0]!, zones)).toBe(wholeZone);
    expect(
      compose([layer, { ...layerOf('inlay', {}, { id: 'two' }), zones }]).planned.length,
    ).toBeGreaterThan(10);
  });

  it('with a motif in a motif in a band lie on that band; two zones of one name are refused', () => {
    const [band] = bands(2) as [Zone, Zone];
    const zones = [band, motif('a', 'z0'), motif('b', 'a')];
    expect(groundOf(zones[2]!, zones)).toBe(band);
    expect(why(jar({ ...layerOf('sgraffito'), zones }))).toBeNull();
    expect(why(jar({ ...layerOf('sgraffito'), zones: [band, band] }))).toMatchObject({ code: 'same-zone' });
  });

  it('of many pieces are bounded in one act, the same ones counted once', () => {
    const made = (i: number, layer: Layer) =>
      today('piece.made', `p${i}`, madeBody([layer], { name: `P${i}` }));
    const of = (entries: Entry[]): Act => ({ id: 'many', makerId: 'm', deviceAt: at(0), entries });
    const alike = layerWith(own(repeated('coat', 150), repeated('comb', 150)));
    const thirty = Array.from({ length: 30 }, (_, i) => made(i, alike));
    expect(firstProblem(emptyLedger(), of(thirty), NOW)).toBeNull();
    const unlike = Array.from({ length: 30 }, (_, i) => made(i, { ...alike, id: `l${i}` }));
    expect(firstProblem(emptyLedger(), of(unlike), NOW)).toMatchObject({ code: 'too-much-at-once' });
  });
});

describe('tubs, redos and orders', () => {
  const crackle = layerOf('silicate-crackle', { colour: 'none' }, { id: 'c' });
  const redo = (of: string, from: string) =>
    today(
      'piece.redo',
      'p',
      { ref: { layer: 'c', step: of, zone: null, pass: 1 }, from, sign: 'no crack' },
      3,
    );

  it('a tub for a zone that is not there is refused by its field', () => {
    const layer = { ...layerOf('brushed-coats'), zones: bands(2), stock: [{ zone: 'z9', ids: [] }] };
    expect(why(jar(layer))).toMatchObject({
      code: 'no-such-zone',
      field: 'entries.0.body.layers.0.stock.0.zone',
      message: expect.stringContaining('pick one of its zones') as string,
    });
    expect(why(jar({ ...layer, stock: [{ zone: 'z1', ids: [] }] }))).toBeNull();
  });

  it('what was never done is not done again; what was, is', () => {
    expect(why(jar(crackle), redo('push', 'silicate'))).toMatchObject({
      code: 'never-done',
      field: 'entries.0.body.from',
      message: expect.stringContaining('do it first') as string,
    });
    const silicate = step('c', 'silicate', 2, { effects: [{ does: 'silicate', kgM2: 0.2, share: 1 }] });
    expect(why(jar(crackle), silicate, redo('push', 'silicate'))).toBeNull();
    expect(why(jar(crackle), silicate, redo('push', 'stretch'))).toMatchObject({ code: 'no-such-step' });
    expect(why(jar(crackle), silicate, redo('unheard-of', 'silicate'))).toMatchObject({
      code: 'no-such-step',
      field: 'entries.0.body.ref',
    });
  });

  it('a step that was put back is logged as one pass more, and not without it', () => {
    const silicate = step('c', 'silicate', 2, { effects: [{ does: 'silicate', kgM2: 0.2, share: 1 }] });
    const again = step('c', 'push', 4, {}, 2);
    expect(why(jar(crackle), silicate, step('c', 'push', 2.5), again)).toMatchObject({
      code: 'no-such-step',
    });
    expect(why(jar(crackle), silicate, step('c', 'push', 2.5), redo('push', 'silicate'), again)).toBeNull();
  });

  it('silicate stronger than it can be is asked about', () => {
    const laid = (specificGravity: number) =>
      step('c', 'silicate', 2, {
        effects: [{ does: 'silicate', use: 'silicate', kgM2: 0.2, share: 1 }],
        slip: { ...slip, specificGravity },
      });
    expect(why(jar(crackle), laid(1.9))).toMatchObject({
      code: 'silicate-too-strong',
      field: 'entries.0.body.slip.specificGravity',
    });
    for (const gravity of [1.18, 1.41, 1.5]) expect(why(jar(crackle), laid(gravity))).toBeNull();
  });

  it('an order that cannot be is taken: it is named where the piece is shown', () => {
    const layers = [layerOf('sgraffito', {}, { id: 'a' }), layerOf('fresh-bands', {}, { id: 'b' })];
    expect(why(jar(...layers))).toBeNull();
    expect(compose(layers).conflicts.map(({ problem }) => problem.field)).toContain('layers.1');
  });
});

describe('deeds', () => {
  const form = { kind: 'cylinder', diameterM: 0.01, heightM: 0.15, wallM: 0.006, mouth: 'open' } as const;
  const crossing: Form = {
    kind: 'profile',
    points: [
      { heightM: 0, diameterM: 0.1 },
      { heightM: 0.1, diameterM: 0.12 },
      { heightM: 0.05, diameterM: 0.1 },
    ],
    wallM: 0.006,
    mouth: 'open',
  };

  it.each([
    ['a form thinner than its wall', { form }, 'wall-too-thick', 'body.form.wallM'],
    ['a profile that crosses itself', { form: crossing }, 'profile-crosses', 'body.form.points.2.heightM'],
    ['an end before its beginning', { endedAt: at(1) }, 'ends-before', 'body.endedAt'],
    ['an end that has not come', { endedAt: '2999-01-01T00:00:00.000Z' }, 'in-the-future', 'body.endedAt'],
    ['a place within itself', { zone: motif('a', 'a') }, 'zone-in-itself', 'body.zone.within'],
  ])('with %s are refused by their field', (_name, more, code, field) => {
    const deed = step('first', 'layout', 2, more);
    expect(why(jar(layerOf('sgraffito', {}, { id: 'first' })), deed)).toMatchObject({
      code,
      field: `entries.0.${field}`,
    });
  });

  it('under a mark that is used already lay nothing twice, in one act or in two', () => {
    const layer = layerOf('brushed-coats', {}, { id: 'first' });
    const one = step('first', 'coat', 3, { ...coat, slip });
    const again = { ...step('first', 'coat', 4, { ...coat, slip }, 2), id: one.id };
    expect(why(jar(layer), one, again)).toMatchObject({ code: 'same-entry', field: 'entries.0.id' });
    const ledger = emptyLedger();
    const both: Act = { id: 'both', makerId: 'm', deviceAt: at(0), entries: [jar(layer), one, again] };
    expect(validate(ledger, both, NOW).map(({ code }) => code)).toEqual(['same-entry', 'same-entry']);
    expect(ledger.entryIds.size).toBe(0);
  });

  it('again and again stay within what can be planned', () => {
    const technique = own(...Array.from({ length: 5 }, (_, i) => repeated(`s${i}`, 60)));
    const ledger = emptyLedger();
    const log = (entries: Entry[], n: number): string | null => {
      const act: Act = { id: `a${n}`, makerId: 'm', deviceAt: at(0), entries };
      const found = firstProblem(ledger, act, NOW);
      if (!found) record(ledger, { ...act, n, recordedAt: at(0) });
      return found?.code ?? null;
    };
    expect(log([jar(layerWith(technique))], 1)).toBeNull();
    const passes = (key: string) =>
      Array.from({ length: 199 }, (_, i) => step('l', key, 1 + i / 100, {}, i + 1));
    expect(['s0', 's1', 's2', 's3', 's4'].map((key, i) => log(passes(key), i + 2))).toEqual([
      null,
      null,
      null,
      'too-many-passes',
      'too-many-passes',
    ]);
  });
});

describe('loads', () => {
  const kiln = today('kiln.set', 'k', { name: 'Kiln', volumeM3: 0.1, holdsS: 172_800 });
  const load = (more: object = {}) =>
    today('load.set', 'load', { kilnId: 'k', pieces: ['p'], to: 'bisque', cone: '04', over: false, ...more });
  const piece = jar(layerOf('sgraffito'));
  const loaded = () => today('load.loaded', 'load', {}, 2);
  const unloaded = () => today('load.unloaded', 'load', {}, 50);

  it('of a piece that nobody made, or to a cone that there is not, are refused', () => {
    expect(why(kiln, load())).toMatchObject({ code: 'no-such-piece', field: 'entries.0.body.pieces.0' });
    expect(why(kiln, piece, load({ cone: 'zz' }))).toMatchObject({
      code: 'no-such-cone',
      field: 'entries.0.body.cone',
    });
    expect(why(kiln, piece, load())).toBeNull();
    // one that is given up may name what is gone
    expect(why(kiln, load({ over: true }))).toBeNull();
  });

  it('are loaded once and unloaded once', () => {
    expect(why(kiln, piece, load(), loaded(), loaded())).toMatchObject({ code: 'already-loaded' });
    expect(why(kiln, piece, load(), loaded(), unloaded(), unloaded())).toMatchObject({
      code: 'already-unloaded',
    });
    expect(why(kiln, piece, load(), loaded(), unloaded())).toBeNull();
  });
});

describe('a part', () => {
  it('is not undone while a cover names it', () => {
    const ledger = emptyLedger();
    const log = (id: string, n: number, ...entries: Entry[]) => {
      const act: Act = { id, makerId: 'm', deviceAt: at(0), entries };
      const found = firstProblem(ledger, act, NOW);
      if (!found) record(ledger, { ...act, n, recordedAt: at(0) });
      return found;
    };
    const undo = (of: string) => today('act.retracted', of, { reason: '' });
    const part = { part: 'h', role: 'handle', thicknessM: 0.012, cover: 'draped', stage: null } as const;
    log('made', 1, jar(layerOf('slip-drip')));
    log('parted', 2, today('piece.parted', 'p', part, 1));
    log('covered', 3, today('piece.covered', 'p', { cover: 'tight', stand: 'board', part: 'h' }, 2));
    expect(log('undone', 4, undo('parted'))).toMatchObject({
      code: 'in-use',
      message: expect.stringContaining('Undo the cover first') as string,
    });
    expect(log('cover undone', 4, undo('covered'))).toBeNull();
    expect(log('undone', 5, undo('parted'))).toBeNull();
  });
});

describe('an act over one piece', () => {
  const layer = layerOf('inlay', {}, { id: 'first' });
  const made = { id: 'made', makerId: 'm', deviceAt: at(0), n: 1, recordedAt: at(0), entries: [jar(layer)] };
  const deeds = ['cut', 'burrs', 'fill', 'scrape-leather', 'clean', 'bisque', 'fill', 'cut'].flatMap(
    (key, k) =>
      Array.from({ length: 6 }, (_, i) =>
        step('first', key, 2 + ((7 * i + 5 * k) % 40), key === 'fill' ? { ...coat, slip } : {}, 1 + (i % 3)),
      ),
  );
  const fire = today(
    'piece.done',
    'p',
    {
      ...nothingSaid,
      effects: [{ does: 'fire', cone: '04', to: 'glazed' }],
    },
    30,
  );

  it('says of each of its entries what it would say of that one by itself, after all others', () => {
    const entries = [...deeds, fire];
    const ledger = emptyLedger();
    record(ledger, made);
    const whole = validate(ledger, { ...made, id: 'whole', entries }, NOW);
    for (const [i, entry] of entries.entries()) {
      const others = emptyLedger();
      record(others, made);
      entries.forEach((other, k) => {
        if (k !== i) record(others, { ...made, id: `a${k}`, n: k + 2, entries: [other] });
      });
      const alone = firstProblem(others, { ...made, id: 'alone', entries: [entry] }, NOW);
      const found = whole.find(({ field }) => field?.startsWith(`entries.${i}.`));
      expect(found?.code, `${i}`).toBe(alone?.code);
      expect(found?.message).toBe(alone?.message);
    }
    expect(new Set(whole.map(({ code }) => code)).size).toBeGreaterThan(2);
  });
});
