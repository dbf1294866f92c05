import type { Dice, Draft } from './dice.ts';

/** Every kind of entry about what stands around the tubs. */
export function shelfDrafts({ chance, int, between, one, maybe, fresh, some, has, count }: Dice) {
  const use = () =>
    one(['wash', 'sigillata', 'brushed-engobe', 'poured-ground', 'inlay', 'trailing', 'texture', 'joining']);
  const feel = () => one(['skimmed-milk', 'milk', 'single-cream', 'double-cream', 'set-yoghurt', 'paste']);
  const lines = (most: number) =>
    Array.from({ length: int(1, most) }, () => ({ materialId: some('material'), percent: between(0, 100) }));
  const sample = () => ({ massKg: between(0.05, 0.1), tareKg: maybe(1) === null ? 0 : 0.01, volumeM3: 5e-5 });
  const ofShelf: (() => Draft)[] = [
    () => ({
      kind: 'material.set',
      subject: fresh('material'),
      body: {
        name: `Material ${count()}`,
        kind: one(['clay', 'colourant', 'deflocculant']),
        makeUp: one([
          { kind: 'unknown' },
          { kind: 'analysis', percent: { SiO2: 60, Al2O3: 30 } },
          { kind: 'formula', moles: {} },
        ]),
        grainDensity: between(900, 7500),
        hazards: [],
        usualPercent: null,
        standing: 'supplier',
        note: '',
      },
    }),
    () => ({
      kind: 'recipe.set',
      subject: chance(0.3) ? some('recipe') : fresh('recipe'),
      body: {
        name: `Recipe ${count()}`,
        kind: 'engobe',
        use: use(),
        base: lines(4),
        additions: chance(0.5) ? [] : lines(2),
        electrolyte: maybe({ materialId: 'silicate-42', percent: 0.3 }),
        gravity: maybe(between(1.05, 1.9)),
        note: '',
      },
    }),
    () => ({ kind: 'recipe.retired', subject: some('recipe'), body: { reason: '' } }),
    () => ({
      kind: 'cup.set',
      subject: fresh('cup'),
      body: { name: `Cup ${count()}`, kind: one(['iso-4', 'ford-4', 'home']) },
    }),
    () => ({
      kind: 'wanted.set',
      subject: use(),
      body: {
        feel: { from: 'milk', to: feel() },
        gravity: { from: 1.2, to: between(1.2, 1.9) },
        mesh: maybe(80),
        flow: has('cup') ? { cupId: some('cup'), seconds: { from: 5, to: 20 } } : null,
      },
    }),
    () => ({
      kind: 'batch.begun',
      subject: fresh('batch'),
      body: {
        name: `Batch ${count()}`,
        recipeId: has('recipe') ? maybe(some('recipe')) : null,
        source: one(['powders', 'trimmings']),
        road: one(['scale', 'feel']),
        use: use(),
        clayId: maybe(some('clay')),
        lines: lines(3).map(({ materialId }) => ({ materialId, kg: between(0, 2) })),
        colourants: chance(0.5) ? [] : lines(2),
        waterKg: between(0, 3),
        grainDensity: 2600,
      },
    }),
    () => ({
      kind: 'batch.weighed',
      subject: some('batch'),
      body: { line: int(0, 3), massKg: between(0, 3) },
    }),
    () => ({
      kind: 'batch.ticked',
      subject: some('batch'),
      body: { stepId: one(['dry', 'slake', 'weigh', 'sieve', 'mix', 'water']) },
    }),
    () => ({
      kind: 'batch.measured',
      subject: some('batch'),
      body: { sample: sample(), volumeM3: between(1e-5, 0.01) },
    }),
    () => ({
      kind: 'batch.felt',
      subject: some('batch'),
      body: { feel: feel(), volumeM3: between(1e-5, 0.01) },
    }),
    () => ({
      kind: 'batch.coloured',
      subject: some('batch'),
      body: { materialId: some('material'), massKg: between(0, 0.2) },
    }),
    () => ({ kind: 'batch.finished', subject: some('batch'), body: { tubId: some('tub') } }),
    () => ({ kind: 'batch.abandoned', subject: some('batch'), body: { reason: '' } }),
    () => ({
      kind: 'bin.set',
      subject: chance(0.3) ? some('tub') : fresh('bin'),
      body: {
        name: `Bin ${count()}`,
        kind: one(['reclaim', 'apart', 'coloured', 'waste', 'toxic-waste']),
        clayId: maybe(some('clay')),
      },
    }),
    () => ({
      kind: 'bin.filled',
      subject: some('bin'),
      body: {
        waste: one(['clean', 'thin-deflocculated', 'coloured', 'silicate', 'toxic']),
        clayId: maybe(some('clay')),
        massKg: between(0, 3),
        from: 'bench',
        override: maybe('it is little'),
      },
    }),
    () => ({ kind: 'bin.emptied', subject: some('bin'), body: { how: 'away' } }),
    () => ({
      kind: 'trial.begun',
      subject: fresh('trial'),
      body: {
        tubId: some('tub'),
        volumeM3: 0.0002,
        specificGravity: between(1, 2),
        materialId: 'silicate-42',
        dropKg: 5e-5,
        cupId: has('cup') ? some('cup') : 'nobody',
      },
    }),
    () => ({
      kind: 'trial.dosed',
      subject: some('trial'),
      body: { drops: int(0, 20), seconds: between(0.2, 200) },
    }),
    () => ({ kind: 'trial.ended', subject: some('trial'), body: { note: '' } }),
  ];
  return ofShelf;
}
