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

const ways: [string, () => boolean][] = [
  [
    'a transfer on a fresh wall: slurry off once, before any ground; then turned, and why',
    () =>
      keys('transfer', { wall: 'fresh' }).indexOf('rib') === 0 &&
      steps('transfer', { wall: 'fresh' }).filter(({ slurry }) => slurry).length === 1 &&
      /never through it/.test(words('transfer', 'rib')) &&
      /Turn it afterwards.*out of true/.test(words('transfer', 'shape-fresh', { wall: 'fresh' })),
  ],
  [
    'low in smoke: bisque first, smoke at 590 to 700 °C on it, and no cone of its own',
    () => {
      const way = { way: 'smoked' };
      const fires = steps('firing', way).flatMap(({ effects }) =>
        effects.flatMap((effect) => (effect.does === 'fire' ? [effect.cone] : [])),
      );
      return (
        keys('firing', way).indexOf('smoke') > keys('firing', way).indexOf('bisque') &&
        fires.join() === '010' &&
        /590 to 700/.test(words('firing', 'smoke', way))
      );
    },
  ],
  [
    'fired again hotter or cooler, each with its cone',
    () => /Hotter or cooler.*its own cone/.test(words('firing', 'again', { way: 'again' })),
  ],
  [
    'lace: where its thread lay stays bare, lifted at once, short of the edge',
    () =>
      /stays bare/.test(
        techniqueNamed('stencil').choices[0]!.schools.find(({ id }) => id === 'lace')!.difference,
      ) &&
      techniqueNamed('stencil').choices.find(({ id }) => id === 'lift')!.usual === 'at-once' &&
      /Short of the edge/.test(words('stencil', 'brush')),
  ],
  [
    'monoprint: the ground while the paper dries, both tacky, then drawn; its tub is judged and its paper has a clock',
    () => {
      const order = keys('monoprint', { ground: 'ground' });
      const draw = step('monoprint', 'draw', { ground: 'ground' });
      return (
        order.indexOf('paint') < order.indexOf('ground') &&
        order.indexOf('ground') < order.indexOf('draw') &&
        draw.needs.some((need) => need.kind === 'sign' && need.of === 'ground') &&
        draw.needs.some((need) => need.kind === 'seen' && need.clock === 'paper') &&
        step('monoprint', 'paint').effects.some((effect) => useOf(effect) === 'monoprint')
      );
    },
  ],
  [
    'a wash and a joint take from a tub too',
    () =>
      step('oxide-wash', 'brush-bisque').effects.some((effect) => useOf(effect) === 'wash') &&
      step('shaping', 'join-handle', { join: 'handle' }).effects.some(
        (effect) => useOf(effect) === 'joining',
      ),
  ],
  [
    'a stretched slab: coats at once along the same strokes, heat gun or torch, area to 9, off the mould by a board',
    () => {
      const stretch = step('stretched-slab', 'stretch').effects[0]!;
      return (
        /same strokes each time, at once/.test(words('stretched-slab', 'coat')) &&
        schoolsOf('stretched-slab', 'heat').join() === 'torch,gun' &&
        stretch.does === 'stretch' &&
        stretch.ratio.most === 9 &&
        /smooth board on top/.test(words('stretched-slab', 'off')) &&
        /at once: on the mould it splits further/.test(remedies('stretched-slab', 'off')) &&
        /held for glazing/.test(words('stretched-slab', 'drape'))
      );
    },
  ],
  [
    'as sheet it is cut and joined',
    () => {
      const { planned } = compose([
        layerOf('stretched-slab', { after: 'sheet' }),
        layerOf('shaping', { foot: 'as-is', join: 'edges' }),
      ]);
      return (
        planned.some(({ step: of }) => of.key === 'cut-slab') &&
        !planned.some(({ step: of }) => of.key === 'drape')
      );
    },
  ],
  [
    'crackle: colour optional and of any kind, silicate from a jar of its own with a strength',
    () =>
      schoolsOf('silicate-crackle', 'colour').join() === 'slip,oxide,underglaze,glaze,none' &&
      !keys('silicate-crackle', { colour: 'none' }).includes('colour') &&
      step('silicate-crackle', 'silicate').effects.some((effect) => useOf(effect) === 'silicate') &&
      consistencyFor('silicate').gravity.to > 1.41,
  ],
  [
    'no crack: more silicate, the skin, the push once more',
    () => step('silicate-crackle', 'push').remedies.some(({ redo }) => redo === 'silicate'),
  ],
  [
    'a drip on the wet tie coat or the matte one; the handle wrapped when it is set',
    () =>
      schoolsOf('slip-drip', 'on').join() === 'matte,wet' &&
      /Wrap the handle at once.*a week/.test(words('slip-drip', 'handle', { handle: 'set' })),
  ],
  [
    'joining: a choice of fluid, a part too dry back under a damp cloth, after turning',
    () =>
      schoolsOf('shaping', 'fluid', { join: 'handle' }).join() === 'thin-slip,thick-slip,silicate,vinegar' &&
      /damp cloth/.test(
        step('shaping', 'join-handle', { join: 'handle' })
          .remedies.map(({ say }) => say)
          .join(),
      ) &&
      keys('shaping', { join: 'handle' }).indexOf('turn') <
        keys('shaping', { join: 'handle' }).indexOf('join-handle'),
  ],
  [
    'inlay: layered blobs, scraped to show rings',
    () => keys('inlay', { figure: 'blobs', finish: 'dry' }).join().includes('fill,blob,scrape-dry'),
  ],
  [
    'sgraffito: several finishes of its edges in a row, each left out at will; recoloured after bisque',
    () => {
      const order = keys('sgraffito');
      const row = ['clean', 'pad', 'brush-again', 'point', 'sponge-edges', 'edges'];
      return (
        row.every((key, i) => i === 0 || order.indexOf(key) === order.indexOf(row[i - 1]!) + 1) &&
        row.slice(1).every((key) => step('sgraffito', key).optional === true) &&
        order.indexOf('recolour-bisque') > order.indexOf('bisque')
      );
    },
  ],
  [
    'sigillata: the sponge first, then chamois, film or spoon; a streaky first coat is usual',
    () =>
      schoolsOf('sigillata', 'tool').join() === 'chamois,film,spoon' &&
      keys('sigillata').indexOf('sponge-leather') === keys('sigillata').indexOf('burnish-leather') - 1 &&
      /streaky: that is usual/.test(words('sigillata', 'coat-leather')) &&
      !/streak/.test(remedies('sigillata', 'coat-leather')),
  ],
  [
    'painterly accents are brushed as well as trailed, and what lies wet is drawn into',
    () =>
      schoolsOf('painterly', 'accents').join() === 'brushed,trailed' &&
      step('painterly', 'into-wet').needs.some((need) => need.kind === 'sign' && need.side === 'before'),
  ],
  [
    'wet in wet: drops need no trailed colour first, and an acid',
    () =>
      !keys('wet-in-wet', { move: 'branch' }).includes('colour') &&
      keys('wet-in-wet', { move: 'comb' }).includes('colour') &&
      /acid/.test(words('wet-in-wet', 'move', { move: 'branch' })),
  ],
  [
    'coloured clay is rolled again and again; a burn-out black foretells the fired colour',
    () =>
      step('coloured-clay', 'roll').repeat!.most > 2 && /burns out/.test(words('coloured-clay', 'colour')),
  ],
  ['vitreous bodies stand on alumina', () => /Vitreous.*alumina/.test(words('sgraffito', 'load'))],
  [
    'trailing chooses its glaze: one that breaks over edges',
    () => /breaks over edges/.test(words('slip-trailing', 'glaze')),
  ],
  [
    'score and break belongs to slab work, and not to the print',
    () =>
      /score it and break it/.test(words('shaping', 'cut-slab', { join: 'edges' })) &&
      !/break/.test(words('monoprint', 'lift')),
  ],
  ['a wooden point beside the needle', () => /wooden point/.test(words('brush-painting', 'scratch'))],
  [
    'ware that is quenched hot wants a wide mouth',
    () =>
      /[Qq]uenched hot.*wide mouth/.test(words('firing', 'smoke', { way: 'smoked' })) &&
      /quenched hot, a wide mouth/.test(words('silicate-texture', 'lip')),
  ],
  [
    'strokes: a matte coat may be crossed',
    () => /Cross the strokes of the coat before/.test(words('brushed-coats', 'coat')),
  ],
  [
    'relief comes before what is trailed on it: a technique of its own',
    () => schoolsOf('relief', 'mark').join() === 'carve,stamp,pierce',
  ],
];

describe('as it is done', () => {
  it.each(ways)('%s', (_name, holds) => {
    expect(holds()).toBe(true);
  });
});
