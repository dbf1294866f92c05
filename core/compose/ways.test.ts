import { describe, expect, it } from 'vitest';
import { consistencyFor } from '../slip/consistency.ts';
import { choicesOf, stepsOf, techniqueNamed } from '../catalogue/catalogue.ts';
import { compose } from './compose.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { useOf, type Only, type Step } from '../technique/technique.ts';

/** Ways of doing it that a practitioner found wrong or missing. Common practice, no source. */

const steps = (technique: string, schools: Only = {}): Step[] => stepsOf(techniqueNamed(technique), schools);
const step = (technique: string, key: string, schools: Only = {}): Step =>
  steps(technique, schools).find((of) => of.key === key)!;
const words = (technique: string, key: string, schools: Only = {}): string =>
  step(technique, key, schools).words.join(' ');
const schoolsOf = (technique: string, choice: string, chosen: Only = {}): string[] =>
  choicesOf(techniqueNamed(technique), chosen)
    .find(({ id }) => id === choice)!
    .schools.map(({ id }) => id);
const keys = (technique: string, schools: Only = {}): string[] =>
  steps(technique, schools).map(({ key }) => key);
const remedies = (technique: string, key: string): string =>
  step(technique, key)
    .remedies.map(({ sign, say }) => `${sign}: ${say}`)
    .join(' ');

const ways: [string, () => void][] = [
  [
    'a transfer on a fresh wall: slurry off once, before any ground; then turned, and why',
    () => {
      expect(keys('transfer', { wall: 'fresh' }).indexOf('rib')).toBe(0);
      expect(steps('transfer', { wall: 'fresh' }).filter(({ slurry }) => slurry)).toHaveLength(1);
      expect(words('transfer', 'rib')).toMatch(/never through it/);
      expect(words('transfer', 'shape-fresh', { wall: 'fresh' })).toMatch(/Turn it afterwards.*out of true/);
    },
  ],
  [
    'low in smoke: bisque first, smoke at 590 to 700 °C on it, and no cone of its own',
    () => {
      const way = { way: 'smoked' };
      const fires = steps('firing', way).flatMap(({ effects }) =>
        effects.flatMap((effect) => (effect.does === 'fire' ? [effect.cone] : [])),
      );
      expect(keys('firing', way).indexOf('smoke')).toBeGreaterThan(keys('firing', way).indexOf('bisque'));
      expect(fires.join()).toBe('010');
      expect(words('firing', 'smoke', way)).toMatch(/590 to 700/);
    },
  ],
  [
    'fired again hotter or cooler, each with its cone',
    () => {
      expect(words('firing', 'again', { way: 'again' })).toMatch(/Hotter or cooler.*its own cone/);
    },
  ],
  [
    'lace: where its thread lay stays bare, lifted at once, short of the edge',
    () => {
      expect(
        techniqueNamed('stencil').choices[0]!.schools.find(({ id }) => id === 'lace')!.difference,
      ).toMatch(/stays bare/);
      expect(techniqueNamed('stencil').choices.find(({ id }) => id === 'lift')!.usual).toBe('at-once');
      expect(words('stencil', 'brush')).toMatch(/Short of the edge/);
    },
  ],
  [
    'monoprint: the ground while the paper dries, both tacky, then drawn; its tub is judged and its paper has a clock',
    () => {
      const order = keys('monoprint', { ground: 'ground' });
      const draw = step('monoprint', 'draw', { ground: 'ground' });
      expect(order.indexOf('paint')).toBeLessThan(order.indexOf('ground'));
      expect(order.indexOf('ground')).toBeLessThan(order.indexOf('draw'));
      expect(draw.needs).toContainEqual(expect.objectContaining({ kind: 'sign', of: 'ground' }));
      expect(draw.needs).toContainEqual(expect.objectContaining({ kind: 'seen', clock: 'paper' }));
      expect(step('monoprint', 'paint').effects.map(useOf)).toContain('monoprint');
    },
  ],
  [
    'a wash and a joint take from a tub too',
    () => {
      expect(step('oxide-wash', 'brush-bisque').effects.map(useOf)).toContain('wash');
      expect(step('shaping', 'join-handle', { join: 'handle' }).effects.map(useOf)).toContain('joining');
    },
  ],
  [
    'a stretched slab: coats at once along the same strokes, heat gun or torch, area to 9, off the mould by a board',
    () => {
      const stretch = step('stretched-slab', 'stretch').effects[0]!;
      expect(words('stretched-slab', 'coat')).toMatch(/same strokes each time, at once/);
      expect(schoolsOf('stretched-slab', 'heat').join()).toBe('torch,gun');

      expect(stretch).toMatchObject({ does: 'stretch', ratio: { most: 9 } });
      expect(words('stretched-slab', 'off')).toMatch(/smooth board on top/);
      expect(remedies('stretched-slab', 'off')).toMatch(/at once: on the mould it splits further/);
      expect(words('stretched-slab', 'drape')).toMatch(/held for glazing/);
    },
  ],
  [
    'as sheet it is cut and joined',
    () => {
      const { planned } = compose([
        layerOf('stretched-slab', { after: 'sheet' }),
        layerOf('shaping', { foot: 'as-is', join: 'edges' }),
      ]);
      expect(planned.map(({ step: of }) => of.key)).toContain('cut-slab');
      expect(planned.map(({ step: of }) => of.key)).not.toContain('drape');
    },
  ],
  [
    'crackle: colour optional and of any kind, silicate from a jar of its own with a strength',
    () => {
      expect(schoolsOf('silicate-crackle', 'colour').join()).toBe('slip,oxide,underglaze,glaze,none');
      expect(keys('silicate-crackle', { colour: 'none' })).not.toContain('colour');
      expect(step('silicate-crackle', 'silicate').effects.map(useOf)).toContain('silicate');
      expect(consistencyFor('silicate').gravity.to).toBeGreaterThan(1.41);
    },
  ],
  [
    'no crack: more silicate, the skin, the push once more',
    () => {
      expect(step('silicate-crackle', 'push').remedies.map(({ redo }) => redo)).toContain('silicate');
    },
  ],
  [
    'a drip on the wet tie coat or the matte one; the handle wrapped when it is set',
    () => {
      expect(schoolsOf('slip-drip', 'on').join()).toBe('matte,wet');
      expect(words('slip-drip', 'handle', { handle: 'set' })).toMatch(/Wrap the handle at once.*a week/);
    },
  ],
  [
    'joining: a choice of fluid, a part too dry back under a damp cloth, after turning',
    () => {
      expect(schoolsOf('shaping', 'fluid', { join: 'handle' }).join()).toBe(
        'thin-slip,thick-slip,silicate,vinegar',
      );
      expect(
        step('shaping', 'join-handle', { join: 'handle' })
          .remedies.map(({ say }) => say)
          .join(),
      ).toMatch(/damp cloth/);
      expect(keys('shaping', { join: 'handle' }).indexOf('turn')).toBeLessThan(
        keys('shaping', { join: 'handle' }).indexOf('join-handle'),
      );
    },
  ],
  [
    'inlay: layered blobs, scraped to show rings',
    () => {
      expect(keys('inlay', { figure: 'blobs', finish: 'dry' }).join()).toContain('fill,blob,scrape-dry');
    },
  ],
  [
    'sgraffito: several finishes of its edges in a row, each left out at will; recoloured after bisque',
    () => {
      const order = keys('sgraffito');
      const row = ['clean', 'pad', 'brush-again', 'point', 'sponge-edges', 'edges'];
      expect(order.slice(order.indexOf('clean')).slice(0, row.length)).toEqual(row);
      expect(row.slice(1).filter((key) => !step('sgraffito', key).optional)).toEqual([]);
      expect(order.indexOf('recolour-bisque')).toBeGreaterThan(order.indexOf('bisque'));
    },
  ],
  [
    'sigillata: the sponge first, then chamois, film or spoon; a streaky first coat is usual',
    () => {
      expect(schoolsOf('sigillata', 'tool').join()).toBe('chamois,film,spoon');
      expect(keys('sigillata').indexOf('sponge-leather')).toBe(
        keys('sigillata').indexOf('burnish-leather') - 1,
      );
      expect(words('sigillata', 'coat-leather')).toMatch(/streaky: that is usual/);
      expect(remedies('sigillata', 'coat-leather')).not.toMatch(/streak/);
    },
  ],
  [
    'painterly accents are brushed as well as trailed, and what lies wet is drawn into',
    () => {
      expect(schoolsOf('painterly', 'accents').join()).toBe('brushed,trailed');
      expect(step('painterly', 'into-wet').needs).toContainEqual(
        expect.objectContaining({ kind: 'sign', side: 'before' }),
      );
    },
  ],
  [
    'wet in wet: drops need no trailed colour first, and an acid',
    () => {
      expect(keys('wet-in-wet', { move: 'branch' })).not.toContain('colour');
      expect(keys('wet-in-wet', { move: 'comb' })).toContain('colour');
      expect(words('wet-in-wet', 'move', { move: 'branch' })).toMatch(/acid/);
    },
  ],
  [
    'coloured clay is rolled again and again; a burn-out black foretells the fired colour',
    () => {
      expect(step('coloured-clay', 'roll').repeat!.most).toBeGreaterThan(2);
      expect(words('coloured-clay', 'colour')).toMatch(/burns out/);
    },
  ],
  [
    'vitreous bodies stand on alumina',
    () => {
      expect(words('sgraffito', 'load')).toMatch(/Vitreous.*alumina/);
    },
  ],
  [
    'trailing chooses its glaze: one that breaks over edges',
    () => {
      expect(words('slip-trailing', 'glaze')).toMatch(/breaks over edges/);
    },
  ],
  [
    'score and break belongs to slab work, and not to the print',
    () => {
      expect(words('shaping', 'cut-slab', { join: 'edges' })).toMatch(/score it and break it/);
      expect(words('monoprint', 'lift')).not.toMatch(/break/);
    },
  ],
  [
    'a wooden point beside the needle',
    () => {
      expect(words('brush-painting', 'scratch')).toMatch(/wooden point/);
    },
  ],
  [
    'ware that is quenched hot wants a wide mouth',
    () => {
      expect(words('firing', 'smoke', { way: 'smoked' })).toMatch(/[Qq]uenched hot.*wide mouth/);
      expect(words('silicate-texture', 'lip')).toMatch(/quenched hot, a wide mouth/);
    },
  ],
  [
    'strokes: a matte coat may be crossed',
    () => {
      expect(words('brushed-coats', 'coat')).toMatch(/Cross the strokes of the coat before/);
    },
  ],
  [
    'relief comes before what is trailed on it: a technique of its own',
    () => {
      expect(schoolsOf('relief', 'mark').join()).toBe('carve,stamp,pierce');
    },
  ],
];

describe('as it is done', () => {
  it.each(ways)('%s', (_name, holds) => holds());
});
