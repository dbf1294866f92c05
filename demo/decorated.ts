import type { Entry, Make } from './maker.ts';
import { layer, pieceActs, type Done, type Form, type Layers } from './pieceActs.ts';

/** What shows more of the catalogue: trailing, prints, lace, sigillata, slabs, combinations, ways of firing. */

const plate = { kind: 'plate', diameterM: 0.23, wallM: 0.008 } as const;
const cruet = { kind: 'cylinder', diameterM: 0.085, heightM: 0.17, wallM: 0.005, mouth: 'narrow' } as const;
const caddy = { kind: 'cylinder', diameterM: 0.1, heightM: 0.13, wallM: 0.0055, mouth: 'open' } as const;
const plaque = { kind: 'tile', lengthM: 0.21, widthM: 0.15, wallM: 0.01 } as const;
const pig = { kind: 'bowl', diameterM: 0.15, heightM: 0.11, wallM: 0.006 } as const;
const jar: Form = {
  kind: 'profile',
  points: [
    { heightM: 0, diameterM: 0.09 },
    { heightM: 0.1, diameterM: 0.17 },
    { heightM: 0.17, diameterM: 0.11 },
    { heightM: 0.19, diameterM: 0.13 },
  ],
  wallM: 0.007,
  mouth: 'open',
};
const box = { kind: 'box', lengthM: 0.18, widthM: 0.18, heightM: 0.2, wallM: 0.009 } as const;

const band = (name: string, from: number, to: number): Layers[0]['zones'] => [
  { id: name.toLowerCase(), name, kind: 'band', from, to },
];

const creamy = (specificGravity: number) => ({
  specificGravity,
  grainDensity: 2650,
  adjusted: 'none' as const,
});
const none: Done['effects'] = [{ does: 'none' }];
const coat = (
  use: 'poured-ground' | 'sigillata' | 'stencil' | 'bands' | 'broad-brush' | 'brushed-engobe',
  mm: number,
  share = 1,
): Done['effects'] => [{ does: 'coat', use, thicknessM: mm / 1000, share }];
const cut = (mm: number, share: number): Done['effects'] => [{ does: 'cut', depthM: mm / 1000, share }];

export function decorated(make: Make): Entry[][] {
  const tell = teller(make);
  return [...onTheShelf(tell), ...shapedAndPrinted(tell), ...throughTheKiln(tell)];
}

/** How these pieces are told. */
function teller(make: Make) {
  const { entry } = make;
  const { made, covered, done, seen } = pieceActs(make);
  type Step = [
    days: number,
    time: string,
    step: string,
    effects: Done['effects'],
    more?: Parameters<typeof done>[5],
  ];
  const history = (id: string, steps: Step[]): Entry[][] =>
    steps.map(([days, time, step, effects, more]) => done(id, days, time, step, effects, more));
  const bisqued = (days: number, cone = '04', layerId = 'first'): Step[] => [
    [days, '11:00', 'clean', none, { layer: layerId }],
    [days - 1, '09:30', 'load', none, { layer: layerId }],
    [
      days - 3,
      '09:00',
      'bisque',
      [{ does: 'fire', cone, to: 'bisque' }],
      { outcome: 'good', layer: layerId },
    ],
  ];
  const glazed = (days: number, outcome: 'good' | 'mixed', layerId = 'first'): Step[] => [
    [
      days,
      '10:00',
      'glaze',
      [
        { does: 'glaze', on: 'inside', seconds: 6 },
        { does: 'glaze', on: 'outside', seconds: 3 },
      ],
      { layer: layerId },
    ],
    [days - 2, '09:30', 'glost', [{ does: 'fire', cone: '6', to: 'glazed' }], { outcome, layer: layerId }],
  ];
  const finished = (
    id: string,
    days: number,
    outcome: 'good' | 'mixed' | 'bad',
    faults: string[],
    note: string,
  ): Entry[] => [entry('piece.finished', id, days, '17:00', { outcome, faults, note })];
  return { entry, made, covered, done, seen, history, bisqued, glazed, finished };
}

type Tell = ReturnType<typeof teller>;

/** Begun, at a step or waiting for one. */
const onTheShelf = ({ entry, made, covered, seen, history }: Tell): Entry[][] => [
  // a ground, trailed on: two layers on one plate
  made('piece-plate-rain', 1, '10:10', {
    name: 'Plate, rain',
    form: plate,
    stand: 'rack',
    layers: [
      layer('poured-ground', '1', { faces: 'outside', way: 'pour' }, ['tub-dusk']),
      layer('slip-trailing', '1', { height: 'high' }, ['tub-frost'], { id: 'trailed', upon: 'firm' }),
    ],
  }),
  covered('piece-plate-rain', 1, '14:40', 'tight'),
  covered('piece-plate-rain', 0, '08:05', 'open'),
  ...history('piece-plate-rain', [
    [0, '08:50', 'outside-only', coat('poured-ground', 0.6), { slip: creamy(1.46), tubs: ['tub-dusk'] }],
  ]),

  // a handle that waits for its pot
  made('piece-jug-tide', 1, '16:10', {
    name: 'Jug, tide',
    form: jar,
    layers: [layer('slip-drip', '1', { run: 'thick', handle: 'set', hold: 'scored' }, ['tub-moss'])],
  }),
  covered('piece-jug-tide', 1, '17:50', 'tight'),
  covered('piece-jug-tide', 0, '08:10', 'open'),
  [
    entry('piece.parted', 'piece-jug-tide', 0, '08:30', {
      part: 'handle',
      role: 'handle',
      thicknessM: 0.011,
      cover: 'draped',
      stage: null,
    }),
  ],

  // bands on a fresh wall below, carved above: side by side on one jar
  made('piece-jar-heath', 0, '08:20', {
    name: 'Jar, heath',
    form: jar,
    layers: [
      layer('fresh-bands', '1', {}, ['tub-moss'], { id: 'bands', zones: band('Foot', 0.05, 0.4) }),
      layer('sgraffito', '2', { ground: 'thick' }, ['tub-night'], {
        zones: band('Shoulder', 0.55, 0.95),
        upon: 'firm',
      }),
    ],
  }),
  ...history('piece-jar-heath', [
    [0, '08:22', 'rib', none, { layer: 'bands' }],
    [0, '08:24', 'bands', coat('bands', 0.3), { layer: 'bands', slip: creamy(1.42), tubs: ['tub-moss'] }],
  ]),

  // lace and printed slip on one plaque
  made('piece-number-3', 1, '11:30', {
    name: 'House number 3',
    form: plaque,
    cover: 'draped',
    layers: [
      layer('stencil', '1', { mask: 'lace', lift: 'matte' }, ['tub-chalk']),
      layer('printed-slip', '1', { mark: 'sponge' }, ['tub-moss'], { id: 'printed', upon: 'matte' }),
    ],
  }),
  ...history('piece-number-3', [
    [0, '09:00', 'lay', none],
    [0, '09:04', 'brush', coat('stencil', 0.2, 0.6), { slip: creamy(1.5), tubs: ['tub-chalk'] }],
  ]),
  seen('piece-number-3', 0, '09:12', 'brush', 1),
  ...history('piece-number-3', [[0, '09:13', 'lift', none, { outcome: 'good' }]]),
];

/** On a mould, burnished, printed. */
const shapedAndPrinted = ({ entry, made, history, bisqued, glazed, finished }: Tell): Entry[][] => [
  // a slab on its mould: it must come off today
  made('piece-bowl-field', 1, '14:00', {
    name: 'Bowl, dry field',
    form: { kind: 'plate', diameterM: 0.2, wallM: 0.028 },
    cover: 'tight',
    layers: [layer('stretched-slab', '1', { after: 'mould', foot: 'flat' }, ['tub-frost'])],
  }),
  ...history('piece-bowl-field', [
    [1, '14:05', 'disc', none],
    [1, '14:16', 'coat', coat('broad-brush', 0.3), { slip: creamy(1.48), tubs: ['tub-frost'] }],
    [1, '14:24', 'coat', coat('broad-brush', 0.3), { pass: 2, slip: creamy(1.48), tubs: ['tub-frost'] }],
    [1, '14:27', 'torch', [{ does: 'heat', tool: 'torch', seconds: 60, duty: 0.5 }]],
    [1, '14:29', 'silicate', [{ does: 'silicate', kgM2: 0.2, share: 0.9 }]],
    [1, '14:32', 'dry', [{ does: 'heat', tool: 'torch', seconds: 90, duty: 0.5 }]],
    [1, '14:40', 'stretch', [{ does: 'stretch', by: 'area', ratio: 3.4 }], { outcome: 'good' }],
    [1, '14:50', 'drape', [{ does: 'stand', stand: 'mould' }]],
  ]),

  [entry('piece.covered', 'piece-bowl-field', 0, '08:10', { cover: 'open', stand: 'mould' })],

  // burnished, from leather-hard to a low bisque
  made('piece-pig-ember', 10, '10:20', {
    name: 'Salt pig, ember',
    form: pig,
    layers: [layer('sigillata', '1', { on: 'leather', tool: 'chamois' })],
  }),
  ...history('piece-pig-ember', [
    [10, '15:20', 'coat-leather', coat('sigillata', 0.05), { slip: creamy(1.14) }],
    [10, '15:25', 'coat-leather', coat('sigillata', 0.05), { pass: 2, slip: creamy(1.14) }],
    [
      10,
      '16:10',
      'burnish-leather',
      [{ does: 'burnish', share: 1 }],
      { outcome: 'good', note: 'Shone at the second go.' },
    ],
    ...bisqued(7, '010'),
  ]),
  finished('piece-pig-ember', 3, 'good', [], 'Bright as a chestnut.'),

  // a print on a firm wall, glazed
  made('piece-caddy-script', 16, '09:40', {
    name: 'Tea caddy, script',
    form: caddy,
    layers: [layer('transfer', '1', { wall: 'firm' })],
  }),
  ...history('piece-caddy-script', [
    [16, '10:00', 'rib', none],
    [16, '14:30', 'mist', [{ does: 'film', kgM2: 0.03, share: 1 }]],
    [16, '14:30', 'lay', [{ does: 'print', share: 0.6 }]],
    [16, '14:33', 'press', none],
    [16, '14:34', 'again', [{ does: 'film', kgM2: 0.03, share: 1 }]],
    [16, '14:36', 'peel', none, { outcome: 'mixed', faults: ['incomplete transfer'] }],
    ...bisqued(13),
    ...glazed(9, 'good'),
  ]),
  finished('piece-caddy-script', 6, 'mixed', ['incomplete transfer'], 'Two letters stayed on the tissue.'),
];

/** Fired once, in the kiln, painted and bisqued. */
const throughTheKiln = ({ made, history, bisqued, finished }: Tell): Entry[][] => [
  // once fired
  made('piece-cruet-ash', 14, '13:00', {
    name: 'Oil cruet, ash',
    form: cruet,
    layers: [
      layer('brushed-coats', '1', { cream: 'thick' }, ['tub-harbour']),
      layer('firing', '1', { way: 'once' }, [], { id: 'kiln', upon: null }),
    ],
  }),
  ...history('piece-cruet-ash', [
    [14, '16:40', 'coat', coat('brushed-engobe', 0.25), { slip: creamy(1.44), tubs: ['tub-harbour'] }],
    [
      14,
      '17:00',
      'coat',
      coat('brushed-engobe', 0.25),
      { pass: 2, slip: creamy(1.44), tubs: ['tub-harbour'] },
    ],
    [11, '10:30', 'clean', none],
    [
      11,
      '11:00',
      'raw-glaze',
      [
        { does: 'glaze', seconds: 2 },
        { does: 'film', kgM2: 0.3, share: 1 },
      ],
      { layer: 'kiln' },
    ],
    [9, '09:30', 'load', none, { layer: 'kiln' }],
    [7, '09:30', 'bisque', [{ does: 'fire', cone: '6', to: 'glazed' }], { outcome: 'mixed', layer: 'kiln' }],
  ]),
  finished(
    'piece-cruet-ash',
    6,
    'mixed',
    ['pinholes and bubbles'],
    'Once fired: quick, but the rim pinholed.',
  ),

  // in the kiln now, to be glazed
  made('piece-number-90', 8, '10:40', {
    name: 'House number 90',
    form: plaque,
    layers: [layer('monoprint', '1', { ground: 'bare' })],
  }),
  ...history('piece-number-90', [
    [8, '14:00', 'paint', none],
    [8, '14:08', 'draw', none],
    [8, '14:16', 'print', [{ does: 'print', share: 0.5 }]],
    [8, '14:19', 'lift', none, { outcome: 'good' }],
    [3, '11:00', 'clean', none],
    [1, '09:30', 'load', none],
  ]),

  // painted, bisqued, waiting to be glazed
  made('piece-planter-gorse', 11, '09:20', {
    name: 'Planter, gorse',
    form: box,
    layers: [layer('brush-painting', '1', {}, ['tub-rust'])],
  }),
  ...history('piece-planter-gorse', [
    [
      11,
      '15:40',
      'paint',
      [{ does: 'line', use: 'brushed-decoration', thicknessM: 0.0002, share: 0.3 }],
      { slip: creamy(1.44), tubs: ['tub-rust'] },
    ],
    [11, '16:10', 'scratch', cut(0.2, 0.02)],
    ...bisqued(5),
  ]),
];
