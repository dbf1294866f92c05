import type { Entry, Make } from './maker.ts';

/** What stands around the tubs: cups, recipes, bins, a batch half made, and a deflocculation trial. */
export function slipRoom(make: Make): Entry[][] {
  const { entry } = make;
  return [
    [entry('cup.set', 'cup-pot', 95, '10:00', { name: 'Blue yoghurt pot', kind: 'home' })],
    [entry('cup.set', 'cup-standard', 95, '10:02', { name: 'Standard cup, 4 mm', kind: 'iso-4' })],
    [
      entry('wanted.set', 'brushed-engobe', 94, '10:10', {
        feel: { from: 'single-cream', to: 'single-cream' },
        gravity: { from: 1.3, to: 1.42 },
        mesh: 100,
        flow: { cupId: 'cup-pot', seconds: { from: 18, to: 26 } },
      }),
    ],
    ...recipes(make),
    [
      entry('bin.set', 'bin-red', 90, '09:00', {
        name: 'Red barrel',
        kind: 'reclaim',
        clayId: 'clay-default',
      }),
    ],
    [entry('bin.set', 'bin-apart', 90, '09:01', { name: 'Grey crate', kind: 'apart', clayId: null })],
    [entry('bin.set', 'bin-colour', 90, '09:02', { name: 'Colour crock', kind: 'coloured', clayId: null })],
    [entry('bin.set', 'bin-waste', 90, '09:03', { name: 'Waste bucket', kind: 'waste', clayId: null })],
    [entry('bin.set', 'bin-toxic', 90, '09:04', { name: 'Lidded tin', kind: 'toxic-waste', clayId: null })],
    [
      entry('bin.filled', 'bin-red', 4, '17:20', {
        waste: 'clean',
        clayId: 'clay-default',
        massKg: 6.4,
        from: 'turnings',
        override: null,
      }),
    ],
    [
      entry('bin.filled', 'bin-colour', 4, '17:25', {
        waste: 'coloured',
        clayId: 'clay-buff',
        massKg: 0.8,
        from: 'carvings',
        override: null,
      }),
    ],
    [
      entry('batch.begun', 'batch-slate', 1, '15:00', {
        name: 'Slate grey',
        recipeId: null,
        source: 'trimmings',
        road: 'scale',
        use: 'brushed-engobe',
        clayId: 'clay-buff',
        lines: [],
        colourants: [{ materialId: 'red-iron', percent: 5 }],
        waterKg: 0,
        grainDensity: 2650,
      }),
    ],
    [entry('batch.ticked', 'batch-slate', 1, '15:05', { stepId: 'dry' })],
    [entry('batch.ticked', 'batch-slate', 1, '15:20', { stepId: 'crush' })],
    [entry('batch.ticked', 'batch-slate', 1, '15:30', { stepId: 'slake' })],
  ];
}

function recipes({ entry }: Make): Entry[][] {
  const recipe = (id: string, body: Parameters<typeof entry<'recipe.set'>>[4]): Entry[] => [
    entry('recipe.set', id, 60, '10:00', body),
  ];
  const line = (materialId: string, percent: number) => ({ materialId, percent });
  return [
    recipe('recipe-white', {
      name: 'White ground',
      kind: 'engobe',
      use: 'poured-ground',
      base: [line('ball-clay', 46), line('china-clay', 31), line('quartz', 15), line('soda-feldspar', 8)],
      additions: [line('zircon', 6)],
      electrolyte: null,
      gravity: null,
      note: 'Holds on Tarn red up to stiff leather-hard',
    }),
    recipe('recipe-fitted', {
      name: 'Fitted engobe',
      kind: 'engobe',
      use: 'brushed-engobe',
      base: [
        line('china-clay', 40),
        line('ball-clay', 20),
        line('quartz', 15),
        line('soda-feldspar', 15),
        line('borax-frit', 10),
      ],
      additions: [line('red-iron', 4)],
      electrolyte: line('silicate-42', 0.15),
      gravity: 1.38,
      note: 'For a dry wall',
    }),
    recipe('recipe-glaze', {
      name: 'Clear test glaze',
      kind: 'engobe',
      use: 'poured-ground',
      base: [
        line('soda-feldspar', 40),
        line('whiting', 18),
        line('quartz', 25),
        line('china-clay', 12),
        line('borax-frit', 5),
      ],
      additions: [],
      electrolyte: null,
      gravity: 1.45,
      note: 'The far end of increment series',
    }),
    recipe('recipe-wash', {
      name: 'Iron wash',
      kind: 'wash',
      use: 'wash',
      base: [line('red-iron', 70), line('borax-frit', 30)],
      additions: [],
      electrolyte: null,
      gravity: 1.12,
      note: '',
    }),
  ];
}

/** A trial in a cup, past its bottom. After the tubs it belongs to. */
export function trials({ entry }: Make): Entry[][] {
  const doses: [drops: number, seconds: number][] = [
    [0, 58],
    [1, 41],
    [1, 30.5],
    [1, 25.2],
    [1, 23],
    [1, 22.6],
    [2, 24.8],
  ];
  return [
    [
      entry('trial.begun', 'trial-frost', 2, '10:00', {
        tubId: 'tub-frost',
        volumeM3: 0.0002,
        specificGravity: 1.62,
        materialId: 'silicate-42',
        dropKg: 0.00005,
        cupId: 'cup-pot',
      }),
    ],
    ...doses.map(([drops, seconds], i): Entry[] => [
      entry('trial.dosed', 'trial-frost', 2, `10:${String(5 + 4 * i).padStart(2, '0')}`, { drops, seconds }),
    ]),
  ];
}
