import type { BodyOf, Entry, Make } from './maker.ts';

type TubMade = BodyOf<'tub.made'>;
type Measured = BodyOf<'tub.measured'>;

/** A mass of 50 ml with its cup, g, and what else was taken. */
type Reading = { daysAgo: number; time?: string; massG?: number } & Partial<Measured>;

const plain = {
  clayId: 'clay-buff',
  adjusted: 'none',
  grainDensity: 2650,
  capacityM3: 0.0015,
  carries: ['colour'],
  keepsDays: 180,
  composition: [],
  batchId: null,
} as const;

/** Tubs at every state: right, too thick, too thin, drifting, settling, looking alike, never measured. */
export function tubs(make: Make): Entry[][] {
  const tell = teller(make);
  return [...measuredOften(tell), ...others(tell)];
}

/** How tubs are told. */
function teller({ entry }: Make) {
  const tub = (
    id: string,
    daysAgo: number,
    made: Partial<TubMade> &
      Pick<TubMade, 'name' | 'use' | 'contents' | 'volumeM3' | 'wetColour' | 'firedColour'>,
  ): Entry[] => [
    entry('tub.made', id, daysAgo, '11:00', {
      ...plain,
      carries: [...plain.carries],
      composition: [],
      ...made,
    }),
  ];
  const measured = (id: string, { daysAgo, time = '09:10', massG, ...more }: Reading): Entry[] => [
    entry('tub.measured', id, daysAgo, time, {
      sample: massG === undefined ? null : { massKg: massG / 1000, tareKg: 0.0124, volumeM3: 5e-5 },
      gravityRead: null,
      flow: [],
      feel: null,
      celsius: 18.5,
      levelM3: null,
      ...more,
    }),
  ];
  const seconds = (s: number, restS = 0) => ({ cupId: 'cup-pot', seconds: s, restS });
  return { entry, tub, measured, seconds };
}

type Tell = ReturnType<typeof teller>;

/** Those that are in use. */
const measuredOften = ({ entry, tub, measured, seconds }: Tell): Entry[][] => [
  tub('tub-night', 90, {
    name: 'Peat brown',
    use: 'brushed-engobe',
    contents: 'Hollow buff trimmings, iron 7 %, brown stain 5 %',
    volumeM3: 0.0011,
    wetColour: '#5a4a3c',
    firedColour: '#35241a',
  }),
  ...[
    { daysAgo: 34, massG: 79.8, flow: [seconds(21)], feel: 'single-cream' as const },
    { daysAgo: 27, massG: 80.1, flow: [seconds(21.6)] },
    { daysAgo: 20, massG: 80.3, flow: [seconds(22.2)], feel: 'single-cream' as const },
    { daysAgo: 13, massG: 80.4, flow: [seconds(22.1)] },
    { daysAgo: 6, massG: 80.9, flow: [seconds(22.9), seconds(26.5, 600)] },
    { daysAgo: 1, massG: 81.1, flow: [seconds(23.4)], feel: 'single-cream' as const },
  ].map((reading) => measured('tub-night', reading)),
  [entry('tub.moved', 'tub-night', 30, '17:00', { shelf: 'Wet shelf, left' })],

  tub('tub-chalk', 40, {
    name: 'Chalk white',
    use: 'poured-ground',
    contents: 'Ball clay 46, china clay 31, quartz 15, soda feldspar 8',
    volumeM3: 0.0023,
    capacityM3: 0.003,
    carries: [],
    wetColour: '#d9cfbd',
    firedColour: '#f4efe2',
    composition: [
      { materialId: 'ball-clay', kg: 0.828 },
      { materialId: 'china-clay', kg: 0.558 },
      { materialId: 'quartz', kg: 0.27 },
      { materialId: 'soda-feldspar', kg: 0.144 },
    ],
  }),
  measured('tub-chalk', { daysAgo: 2, massG: 91.2, feel: 'runny-yoghurt' }),

  tub('tub-harbour', 35, {
    name: 'Lichen green',
    use: 'brushed-engobe',
    contents: 'Hollow buff, chromium green stain 7 %',
    volumeM3: 0.0008,
    carries: ['colour', 'toxic'],
    wetColour: '#908f94',
    firedColour: '#5f7440',
  }),
  measured('tub-harbour', { daysAgo: 1, massG: 80.2, flow: [seconds(21.8)] }),
];

/** Those for one thing each. */
const others = ({ entry, tub, measured }: Tell): Entry[][] => [
  tub('tub-dusk', 28, {
    name: 'Dusk violet',
    use: 'brushed-engobe',
    contents: 'Hollow buff, violet stain 9 %',
    volumeM3: 0.0005,
    wetColour: '#8d8d93',
    firedColour: '#6a4a78',
  }),
  measured('tub-dusk', { daysAgo: 3, feel: 'milk' }),

  tub('tub-moss', 21, {
    name: 'Moss trailing slip',
    use: 'trailing',
    contents: 'Hollow buff, copper carbonate 3 %',
    volumeM3: 0.0004,
    capacityM3: 0.0008,
    carries: ['colour', 'toxic'],
    wetColour: '#87907a',
    firedColour: '#3f6147',
  }),
  measured('tub-moss', { daysAgo: 3, massG: 84.6 }),

  tub('tub-frost', 16, {
    name: 'Frost texture',
    use: 'texture',
    contents: 'Hollow buff trimmings with sodium silicate',
    volumeM3: 0.0009,
    capacityM3: 0.002,
    adjusted: 'deflocculated',
    carries: ['silicate'],
    wetColour: '#a99f8e',
    firedColour: '#ece5d6',
  }),
  measured('tub-frost', { daysAgo: 2, massG: 93.4, feel: 'set-yoghurt' }),

  tub('tub-rust', 12, {
    name: 'Rust sigillata',
    use: 'sigillata',
    contents: 'Tarn red, thin, with a little soda ash',
    volumeM3: 0.0016,
    capacityM3: 0.002,
    clayId: 'clay-default',
    wetColour: '#a0603f',
    firedColour: '#8a3b22',
    adjusted: 'deflocculated',
  }),
  measured('tub-rust', { daysAgo: 1, massG: 69.9, feel: 'milk' }),
  [
    entry('tub.settling', 'tub-rust', 1, '17:40', {
      depthM: 0.1,
      grainM: 2e-6,
      celsius: 18,
      seconds: 46_800,
    }),
  ],
];
