import { brushedClean, glazed, toBisque } from '../technique/kiln.ts';
import { bisque, coatsWithin, from, step, tooDryForSlip } from '../technique/step.ts';
import { about, water, type Need, type Remedy, type Step, type Technique } from '../technique/technique.ts';

const MINUTE_S = 60;

const firm: Need = { kind: 'sign', sign: 'firm', of: 'coat', side: 'after' };

const tooDryToCarve: Remedy = {
  when: 'too-dry',
  sign: 'chips, ragged lines',
  say: 'Mist it lightly, wait until matte, go on: it will not be as crisp.',
  effects: [{ does: 'film', kgM2: about(0.03), share: about(1) }],
  then: 'matte',
};
const tooWetToCarve: Remedy = {
  when: 'too-wet',
  sign: 'burrs, popped edges',
  say: 'Too wet to cut: let it dry on.',
};

const dampened: Remedy = {
  when: 'too-dry',
  sign: 'the brush clogs and drags',
  say: 'Dampen the wall with a brush or a mist and coat at once, thinly.',
  effects: [{ does: 'film', kgM2: about(0.03), share: about(1) }],
  reaches: { driest: 55 },
};

const recolour = (more: Partial<Step>): Step => ({
  key: 'recolour',
  optional: true,
  name: 'Colour the cut areas',
  verb: 'Log cut areas coloured',
  effects: [{ does: 'line', use: 'brushed-decoration', thicknessM: about(0.00015), share: about(0.2) }],
  needs: [water('skin', 55, 75)],
  takesS: about(10 * MINUTE_S),
  look: ['The edge of the cut stays clean'],
  words: ['A small brush, from the middle to the edge'],
  remedies: [{ ...dampened, reaches: { driest: 45 } }],
  hazards: ['toxic-colour'],
  ...more,
});

/** What is done to the edges of the cuts once it is bone dry: several in a row, each left out at will. */
const edges: Step[] = [
  step('pad', 'Go over the edges with a pad', 'edges padded', {
    optional: true,
    minutes: 5,
    needs: [water('skin', null, 6)],
    words: ['Stainless or nylon, very lightly: crumbs of plain steel rust', 'Respirator on, dust caught'],
    hazards: ['silica-dust', 'toxic-colour'],
  }),
  step('brush-again', 'Brush it once more', 'brushed once more', {
    optional: true,
    minutes: 3,
    needs: [water('skin', null, 6)],
    words: ['A soft dry brush', 'Catch the dust as it falls'],
    hazards: ['silica-dust', 'toxic-colour'],
  }),
  step('point', 'Clear the lines with a point', 'lines cleared', {
    optional: true,
    minutes: 5,
    needs: [water('skin', null, 6)],
    words: ['Ball-ended, or thin film over the nail', 'What lies in a groove fires into it'],
    hazards: ['silica-dust'],
  }),
  step('sponge-edges', 'Sponge the bare edges', 'edges sponged', {
    optional: true,
    minutes: 5,
    effects: [{ does: 'film', kgM2: about(0.02), share: about(0.2) }],
    needs: [water('skin', null, 6)],
    words: ['A wrung sponge on bare edges only', 'Never across the coat'],
  }),
  {
    key: 'edges',
    optional: true,
    name: 'Press the edges down',
    verb: 'Log edges finished',
    effects: [{ does: 'none' }],
    needs: [water('skin', null, 6)],
    takesS: about(10 * MINUTE_S),
    look: ['No edge catches the finger'],
    words: ['A smooth stone, or thin tough film over a finger', 'Nothing is abraded'],
    remedies: [],
    hazards: [],
  },
];

/** A coat on the leather-hard wall, cut away down to the clay. */
export const sgraffito: Technique = {
  id: 'sgraffito',
  rev: '2',
  name: 'Sgraffito',
  gives: 'A coat on the leather-hard wall, cut away to show the clay in line and ground.',
  tools: ['Wide soft brush', 'Wooden point', 'Loop or blade', 'Soft dry brush', 'A bridge for the hand'],
  choices: [
    {
      id: 'ground',
      question: 'What do you coat with?',
      usual: 'engobe',
      schools: [
        { id: 'engobe', name: 'Engobe, thin', difference: 'three thin coats, no brush marks' },
        { id: 'thick', name: 'Engobe, thicker', difference: 'one or two coats: quicker, marks show' },
        { id: 'underglaze', name: 'Underglaze', difference: 'two coats, on a slightly drier wall' },
      ],
    },
    {
      id: 'layout',
      question: 'Where do you draw the design?',
      usual: 'on-coat',
      schools: [
        { id: 'on-coat', name: 'On the matte coat', difference: 'a wooden point: it rubs out' },
        { id: 'bare', name: 'On the bare wall', difference: 'point, pencil or marker, before the coat' },
        {
          id: 'elsewhere',
          name: 'Elsewhere first',
          difference: 'white lines on dark paper show what is cut',
        },
      ],
    },
    {
      id: 'carving',
      question: 'How stiff do you carve?',
      usual: 'buttery',
      schools: [
        { id: 'buttery', name: 'Buttery', difference: 'softer wall, cuts without effort' },
        { id: 'crisp', name: 'Crisp', difference: 'stiffer wall, sharper lines, less time' },
      ],
    },
    {
      id: 'crumbs',
      question: 'What of the crumbs?',
      usual: 'left',
      schools: [
        { id: 'left', name: 'Left until dry', difference: 'nothing smears' },
        { id: 'brushed', name: 'Brushed off while carving', difference: 'only those that fall off cleanly' },
      ],
    },
  ],
  steps: [
    step('design', 'Draw the design on paper', 'design drawn on paper', {
      only: { layout: 'elsewhere' },
      optional: true,
      minutes: 10,
      words: [
        'White lines on dark paper: each line is one that is cut',
        'A negative of it: what is carved shows clay',
      ],
    }),
    {
      key: 'draw-bare',
      layout: true,
      optional: true,
      only: { layout: 'bare' },
      name: 'Draw the design',
      verb: 'Log design drawn',
      effects: [{ does: 'none' }],
      needs: [water('mean', 50, 84)],
      takesS: about(10 * MINUTE_S),
      look: ['Lines can be followed under a thin coat'],
      words: ['Wooden point, soft pencil or marker', 'It must show through the coat'],
      remedies: [],
      hazards: [],
    },
    {
      key: 'coat',
      name: 'Coat',
      verb: 'Log coat',
      effects: [
        {
          does: 'coat',
          use: 'brushed-engobe',
          thicknessM: { usual: 0.00015, least: 0.0001, most: 0.00025 },
          share: about(1),
        },
      ],
      needs: coatsWithin(62, 84),
      takesS: about(3 * MINUTE_S),
      repeat: { least: 1, usual: 3, most: 4, until: 'no clay shows through', each: 'zone' },
      look: ['The last coat has lost its shine', 'Clay that shows through now shows after firing'],
      words: [
        'Shake the water out of the brush before it goes into the slip',
        'Long strokes, one direction; leave a spot that stays wet and come back',
        'Stop short of foot and rim where glaze or shelf wants bare clay',
      ],
      remedies: [
        { when: 'too-wet', sign: 'two strokes lift the first', say: 'Let the wall dry on.' },
        dampened,
        tooDryForSlip,
      ],
      hazards: ['toxic-colour'],
    },
    {
      key: 'draw',
      layout: true,
      optional: true,
      only: { layout: 'on-coat' },
      name: 'Draw the design',
      verb: 'Log design drawn',
      effects: [{ does: 'none' }],
      needs: [water('mean', 50, 84), { kind: 'sign', sign: 'matte', of: 'coat', side: 'after' }],
      takesS: about(10 * MINUTE_S),
      look: ['A wrong line rubs out'],
      words: ['Wooden point, lightly', 'The hand never rests on the coat'],
      remedies: [],
      hazards: [],
    },
    step('try', 'Try the tool on an offcut', 'tried on an offcut', {
      optional: true,
      minutes: 3,
      needs: [firm],
      words: [
        'Of the same slab, with the same coats',
        'It tells how wet it is: crumbs in one piece, no burr',
      ],
    }),
    {
      key: 'outlines',
      name: 'Cut the outlines',
      verb: 'Log outlines cut',
      effects: [{ does: 'cut', depthM: about(0.0004), share: about(0.1) }],
      needs: [water('skin', 52, 68), firm],
      takesS: about(20 * MINUTE_S),
      look: ['The crumb comes off in one piece'],
      words: [
        'Try the tool on an offcut first',
        'Through the coat, hardly into the clay',
        'The hand never rests on the coat',
      ],
      remedies: [
        tooWetToCarve,
        tooDryToCarve,
        { when: 'seen', sign: 'the coat lifts', say: 'Too thick, or the wall was too dry under it.' },
      ],
      hazards: [],
    },
    {
      key: 'backgrounds',
      name: 'Clear the backgrounds',
      verb: 'Log backgrounds cleared',
      effects: [{ does: 'cut', depthM: about(0.0004), share: about(0.3) }],
      needs: [water('skin', 52, 68), firm],
      takesS: about(40 * MINUTE_S),
      look: ['The ground is even to the finger'],
      words: ['From the line outwards', 'Crumbs lie where they fall'],
      remedies: [tooWetToCarve, tooDryToCarve],
      hazards: [],
    },
    recolour({}),
    brushedClean({
      name: 'Brush off the crumbs',
      verb: 'Log crumbs brushed off',
      words: [
        'Begin with a soft dry brush',
        'A ball-ended point clears the grooves',
        'Catch the dust as it falls',
      ],
    }),
    ...edges,
    ...toBisque,
    step('recolour-bisque', 'Colour the cut areas on bisque', 'bisque coloured', {
      optional: true,
      minutes: 10,
      needs: [bisque],
      effects: [
        {
          does: 'wash',
          use: 'underglaze-carving',
          kgM2: from(0.03, 0.08, 0.15),
          share: from(0.05, 0.2, 0.6),
        },
      ],
      words: ['Underglaze, from the middle to the edge', 'Damp bisque takes it more slowly'],
      hazards: ['toxic-colour'],
    }),
    ...glazed,
  ],
  patches: [
    {
      when: { ground: 'thick' },
      step: 'coat',
      set: {
        repeat: { least: 1, usual: 2, most: 2, until: 'no clay shows through', each: 'zone' },
        effects: [
          {
            does: 'coat',
            use: 'brushed-decoration',
            thicknessM: { usual: 0.00025, least: 0.00015, most: 0.0005 },
            share: about(1),
          },
        ],
      },
    },
    {
      when: { ground: 'underglaze' },
      step: 'coat',
      set: {
        repeat: { least: 1, usual: 2, most: 3, until: 'no clay shows through', each: 'zone' },
        needs: coatsWithin(55, 80),
        effects: [
          {
            does: 'coat',
            use: 'underglaze-carving',
            thicknessM: { usual: 0.00015, least: 0.0001, most: 0.00025 },
            share: about(1),
          },
        ],
      },
    },
    { when: { carving: 'crisp' }, step: 'outlines', set: { needs: [water('skin', 48, 60), firm] } },
    { when: { carving: 'crisp' }, step: 'backgrounds', set: { needs: [water('skin', 48, 60), firm] } },
    {
      when: { crumbs: 'brushed' },
      step: 'backgrounds',
      set: { words: ['From the line outwards', 'Soft bristles take only crumbs that fall off cleanly'] },
    },
  ],
};
