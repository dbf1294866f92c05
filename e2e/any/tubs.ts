import type { Dice, Draft } from './dice.ts';

/** Every kind of entry about a tub; its making apart. */
export function tubDrafts({ chance, int, between, one, maybe, colour, fresh, some, has, count }: Dice) {
  const use = () =>
    one(['wash', 'sigillata', 'brushed-engobe', 'poured-ground', 'inlay', 'trailing', 'texture', 'joining']);
  const feel = () => one(['skimmed-milk', 'milk', 'single-cream', 'double-cream', 'set-yoghurt', 'paste']);
  const sample = () => ({ massKg: between(0.05, 0.1), tareKg: maybe(1) === null ? 0 : 0.01, volumeM3: 5e-5 });
  const tubMade = () => ({
    name: `Tub ${count()}`,
    use: use(),
    contents: 'slip',
    clayId: maybe(some('clay')),
    volumeM3: between(0, 0.002),
    capacityM3: between(0.002, 0.02),
    grainDensity: between(2000, 5000),
    wetColour: colour(),
    firedColour: colour(),
    adjusted: one(['none', 'deflocculated', 'flocculated']),
    carries: chance(0.5) ? [] : ['colour', 'silicate'],
    keepsDays: maybe(int(1, 400)),
    composition: [],
    batchId: null,
  });
  const ofTub: (() => Draft)[] = [
    () => ({
      kind: 'tub.measured',
      subject: some('tub'),
      body: {
        sample: maybe(sample()),
        gravityRead: maybe(between(1, 2)),
        flow:
          has('cup') && chance(0.5)
            ? [{ cupId: some('cup'), seconds: between(0.2, 300), restS: one([0, 0, 600]) }]
            : [],
        feel: maybe(feel()),
        celsius: maybe(between(5, 30)),
        levelM3: maybe(between(0, 0.004)),
      },
    }),
    () => ({ kind: 'tub.watered', subject: some('tub'), body: { volumeM3: 10 ** between(-6, -3) } }),
    () => ({ kind: 'tub.thickened', subject: some('tub'), body: { dryKg: 10 ** between(-4, 0) } }),
    () => ({ kind: 'tub.decanted', subject: some('tub'), body: { volumeM3: 10 ** between(-6, -3) } }),
    () => ({
      kind: 'tub.dosed',
      subject: some('tub'),
      body: {
        does: one(['deflocculate', 'flocculate']),
        materialId: some('material'),
        massKg: 10 ** between(-5, -2),
      },
    }),
    () => ({ kind: 'tub.sieved', subject: some('tub'), body: { mesh: int(10, 500) } }),
    () => ({ kind: 'tub.stirred', subject: some('tub'), body: {} }),
    () => ({
      kind: 'tub.topped',
      subject: some('tub'),
      body: {
        volumeM3: 10 ** between(-5, -3),
        specificGravity: maybe(between(1, 2)),
        fromTubId: maybe(some('tub')),
      },
    }),
    () => ({
      kind: 'tub.used',
      subject: some('tub'),
      body: { volumeM3: between(0, 0.003), pieceId: maybe(some('piece')) },
    }),
    () => ({ kind: 'tub.moved', subject: some('tub'), body: { shelf: 'top' } }),
    () => ({
      kind: 'tub.settling',
      subject: some('tub'),
      body: {
        depthM: between(0.002, 2),
        grainM: 10 ** between(-7, -3),
        celsius: between(0, 40),
        seconds: between(1, 1e8),
      },
    }),
    () => ({ kind: 'tub.noted', subject: some('tub'), body: { text: 'n' } }),
    () => ({ kind: 'tub.discarded', subject: some('tub'), body: { reason: '' } }),
  ];
  const made = (): Draft => ({ kind: 'tub.made', subject: fresh('tub'), body: tubMade() });
  return { made, all: ofTub };
}
