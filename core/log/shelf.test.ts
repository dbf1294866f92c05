import { describe, expect, it } from 'vitest';
import { steadyClimate } from '../drying/air.ts';
import { whyNotInto } from '../slip/bin.ts';
import { rawMaterials } from '../slip/rawMaterials.ts';
import { alikeWhenWet, openWaterLoss, tubOnShelf } from '../shelf/tubOnShelf.ts';
import { DAY } from '../units/quantity.ts';
import { firstProblem } from './admission/admit.ts';
import { dryInBatch, foldBatch, madeOf, nextLook, nextMaking } from './batch.ts';
import { DEFAULT_CLAY } from './studio.ts';
import { foldBin } from './bin.ts';
import { catalogueOf } from './materials.ts';
import { entry, measuredBody, sampleOf, tubBody } from './entries.test-support.ts';
import type { Entry, EntryBodies } from './entry.ts';
import { emptyLedger, entriesAbout, record } from './ledger.ts';
import { foldTrial } from './trial.ts';
import { feltAndWeighed, foldTub, readingNow, wasteOf, type TubState } from './tub.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const day = (n: number) => new Date(Date.parse('2026-02-01T09:00:00Z') + n * DAY).toISOString();
const tub = (change: Partial<EntryBodies['tub.made']>, ...more: Entry[]) =>
  foldTub('t', [entry('tub.made', 't', tubBody(change), day(0)), ...more])!;
const weighed = (gravity: number, at: string) =>
  entry('tub.measured', 't', measuredBody({ sample: sampleOf(gravity) }), at);
const ledgerOf = (...entries: Entry[]) => {
  const ledger = emptyLedger();
  entries.forEach((e, i) =>
    record(ledger, { id: `a${i}`, makerId: 'm', deviceAt: e.at, entries: [e], n: i + 1, recordedAt: e.at }),
  );
  return ledger;
};
const refusal = (ledger: ReturnType<typeof ledgerOf>, e: Entry) =>
  firstProblem(ledger, { id: 'new', makerId: 'm', deviceAt: e.at, entries: [e] }, NOW)?.code ?? null;
const room = { climate: steadyClimate(20, 0.5), heatTransfer: 4 };
const onShelf = (state: ReturnType<typeof tub>) =>
  tubOnShelf(state, catalogueOf(emptyLedger()), room, [], NOW);

describe('a tub by its log', () => {
  it('keeps a mass balance through topping up, decanting and dosing', () => {
    const state = tub(
      { volumeM3: 0.001 },
      weighed(1.5, day(1)),
      entry('tub.topped', 't', { volumeM3: 0.001, specificGravity: 1.3, fromTubId: null }, day(2)),
      entry('tub.decanted', 't', { volumeM3: 0.0005 }, day(3)),
      entry('tub.dosed', 't', { does: 'deflocculate', materialId: 'silicate-42', massKg: 0.002 }, day(4)),
    );
    expect(state.volumeM3).toBeCloseTo(0.0015, 12);
    expect(state.specificGravity).toBeCloseTo((1.5 + 1.3 - 0.5) / 1.5, 9);
    expect(state.adjusted).toBe('deflocculated');
    expect(state.doses).toEqual({ 'silicate-42': 0.002 });
    expect(state.measuredAt).toBeNull();
  });

  it('forgets how it felt and flowed once it is changed, and knows its gelling', () => {
    const measured = entry(
      'tub.measured',
      't',
      measuredBody({
        feel: 'double-cream',
        flow: [
          { cupId: 'pot', seconds: 10, restS: 0 },
          { cupId: 'pot', seconds: 15, restS: 600 },
        ],
      }),
      day(1),
    );
    expect(readingNow(tub({}, measured))).toEqual({
      feel: 'double-cream',
      seconds: { pot: 10 },
      gelling: 1.5,
    });
    const thinned = tub({}, measured, entry('tub.watered', 't', { volumeM3: 1e-4 }, day(2)));
    expect(readingNow(thinned)).toEqual({ feel: null, seconds: {}, gelling: null });
  });

  it('learns what a word means only from slip that was weighed as it was felt', () => {
    const state = tub(
      {},
      weighed(1.45, day(1)),
      entry('tub.measured', 't', measuredBody({ feel: 'single-cream' }), day(2)),
      entry('tub.watered', 't', { volumeM3: 1e-4 }, day(3)),
      entry('tub.measured', 't', measuredBody({ feel: 'milk' }), day(4)),
    );
    expect(feltAndWeighed(state)).toEqual([
      { feel: 'single-cream', gravity: expect.closeTo(1.45, 9) as number },
    ]);
  });

  it('judges and corrects by feel alone', () => {
    const state = tub({}, entry('tub.measured', 't', measuredBody({ feel: 'set-yoghurt' }), day(1)));
    const { judgement, correction } = onShelf(state);
    expect(judgement).toMatchObject({ verdict: 'too-thick', by: 'feel' });
    expect(judgement.felt!.sigma).toBeGreaterThan(0.05);
    expect(correction!.roads[0]).toMatchObject({ road: 'water' });
  });

  it('warns before it drifts out, of mould, of settling that is due, and of a twin on the shelf', () => {
    const creeping = tub(
      { keepsDays: 20 },
      ...[0, 8, 16, 24].map((n) => weighed(1.4 + n * 0.0006, day(n + 1))),
    );
    expect(onShelf(creeping).attention.map((a) => a.kind)).toEqual(['mould', 'drifting']);
    const settling = tub(
      {},
      weighed(1.35, day(1)),
      entry('tub.settling', 't', { depthM: 0.1, grainM: 2e-6, celsius: 20, seconds: 36_000 }, day(2)),
    );
    expect(onShelf(settling).attention.map((a) => a.kind)).toContain('settled');
    const twin = { ...tub({ name: 'Twin', wetColour: '#020202', firedColour: '#2255aa' }), id: 'u' };
    const alike = (other: TubState) =>
      alikeWhenWet([tub({}), other])
        .get(tub({}).id)!
        .map((t) => t.made.name);
    expect(alike(twin)).toEqual(['Twin']);
    expect(alike({ ...twin, made: { ...twin.made, wetColour: '#a08070' } })).toEqual([]);
  });

  it('loses water from an open tub at a rate that agrees with indoor pans', () => {
    // common practice, no source: water standing in a still room at 20 °C and 50 % loses 1 to 3 mm a day
    const lossM = openWaterLoss(Math.PI / 4, room, NOW) / (Math.PI / 4);
    expect(lossM).toBeGreaterThan(0.001);
    expect(lossM).toBeLessThan(0.003);
  });
});

describe('waste', () => {
  it.each([
    ['reclaim', 'silicate', false],
    ['apart', 'silicate', false],
    ['reclaim', 'coloured', false],
    ['waste', 'toxic', false],
    ['reclaim', 'thin-deflocculated', true],
    ['apart', 'coloured', true],
  ] as const)('%s refuses %s', (bin, waste, mayOverride) => {
    expect(whyNotInto(bin, waste, true)).toMatchObject({ mayOverride });
  });
  it('takes what it is for', () => {
    expect(whyNotInto('reclaim', 'clean', true)).toBeNull();
    expect(whyNotInto('apart', 'thin-deflocculated', true)).toBeNull();
    expect(whyNotInto('waste', 'silicate', true)).toBeNull();
    expect(whyNotInto('toxic-waste', 'toxic', true)).toBeNull();
    expect(whyNotInto('reclaim', 'clean', false)).toMatchObject({ mayOverride: true });
  });
  it('is named by what a tub carries', () => {
    const dosed = entry(
      'tub.dosed',
      't',
      { does: 'deflocculate', materialId: 'silicate-42', massKg: 0.001 },
      day(1),
    );
    expect(wasteOf(tub({ use: 'texture' }, dosed))).toBe('silicate');
    expect(wasteOf(tub({}, dosed))).toBe('thin-deflocculated');
    expect(wasteOf(tub({ carries: ['colour', 'toxic'] }))).toBe('toxic');
    expect(wasteOf(tub({}))).toBe('clean');
  });
  it('is refused by the log itself, and taken with a reason where it may be', () => {
    const ledger = ledgerOf(entry('bin.set', 'b', { name: 'Red', kind: 'reclaim', clayId: DEFAULT_CLAY }));
    const fill = (waste: EntryBodies['bin.filled']['waste'], override: string | null) =>
      entry('bin.filled', 'b', { waste, clayId: DEFAULT_CLAY, massKg: 1, from: 'bench', override });
    expect(refusal(ledger, fill('silicate', 'please'))).toBe('wrong-bin');
    expect(refusal(ledger, fill('thin-deflocculated', null))).toBe('wrong-bin');
    expect(refusal(ledger, fill('thin-deflocculated', 'one cup in a barrel'))).toBeNull();
    const filled = foldBin('b', [
      ...entriesAbout(ledger, 'bin', 'b'),
      fill('clean', null),
      fill('clean', null),
    ])!;
    expect(filled.massKg).toBe(2);
    const emptied = entry('bin.emptied', 'b', { how: 'pugged' }, day(30));
    expect(foldBin('b', [...entriesAbout(ledger, 'bin', 'b'), fill('clean', null), emptied])!.massKg).toBe(0);
  });
});

describe('a batch', () => {
  const begun = (change: Partial<EntryBodies['batch.begun']> = {}) =>
    entry(
      'batch.begun',
      'b',
      {
        name: 'Moss',
        recipeId: null,
        source: 'trimmings',
        road: 'scale',
        use: 'brushed-engobe',
        clayId: null,
        lines: [],
        colourants: [{ materialId: 'copper-carbonate', percent: 3 }],
        waterKg: 0,
        grainDensity: 2620,
        ...change,
      },
      day(0),
    );
  const tick = (stepId: string, at: string) => entry('batch.ticked', 'b', { stepId }, at);

  it('goes through its steps, waits while it slakes, and weighs colour against the dry clay it measured', () => {
    const entries = [begun(), tick('dry', day(0)), tick('crush', day(0)), tick('slake', day(0))];
    const slaking = foldBatch('b', entries, rawMaterials)!;
    expect(nextMaking(slaking)!.id).toBe('pour-off');
    expect(nextLook(slaking, Date.parse(day(0)))!.at).toBe(Date.parse(day(0)) + 30 * 60_000);
    expect(nextLook(slaking, Date.parse(day(2)))).toMatchObject({ at: Date.parse(day(1)), over: true });
    const measured = entry('batch.measured', 'b', { sample: sampleOf(1.4), volumeM3: 0.002 }, day(2));
    const rest = ['pour-off', 'blend', 'sieve'].map((id) => tick(id, day(2)));
    const state = foldBatch('b', [...entries, ...rest, measured], rawMaterials)!;
    expect(nextMaking(state)).toMatchObject({ id: 'colour', hazards: ['toxic-colour', 'colour-dust'] });
    expect(dryInBatch(state)).toBeCloseTo(0.002 * 1000 * 0.4 * (2.62 / 1.62), 6);
  });

  it('makes of a tub what was really weighed', () => {
    const powders = begun({
      source: 'powders',
      lines: [
        { materialId: 'china-clay', kg: 0.5 },
        { materialId: 'red-iron', kg: 0.03 },
      ],
      colourants: [],
    });
    const state = foldBatch(
      'b',
      [
        powders,
        entry('batch.weighed', 'b', { line: 0, massKg: 0.51 }),
        entry('batch.weighed', 'b', { line: 1, massKg: 0.029 }),
      ],
      rawMaterials,
    )!;
    expect(state.ticked['weigh']).toBeDefined();
    const made = madeOf(state, rawMaterials);
    expect(made.composition).toEqual([
      { materialId: 'china-clay', kg: 0.51 },
      { materialId: 'red-iron', kg: 0.029 },
    ]);
    expect(made.grainDensity).toBeCloseTo(0.539 / (0.51 / 2600 + 0.029 / 5240), 3);
    expect(made.carries).toEqual(['colour']);
  });

  it('does by feel what it does by scale, without a figure', () => {
    const steps = foldBatch('b', [begun({ road: 'feel' })], rawMaterials)!.steps.map((s) => s.asks);
    expect(steps).toContain('feel');
    expect(steps).not.toContain('measure');
  });

  it('refuses a line it does not have, and anything once it is over', () => {
    const ledger = ledgerOf(begun());
    expect(refusal(ledger, entry('batch.weighed', 'b', { line: 4, massKg: 1 }))).toBe('no-such-line');
    const over = ledgerOf(begun(), entry('batch.abandoned', 'b', { reason: '' }, day(1)));
    expect(refusal(over, tick('dry', day(2)))).toBe('ended');
    expect(refusal(ledger, tick('dry', day(2)))).toBeNull();
  });
});

describe('a trial', () => {
  it('adds up its drops to a share of the dry clay in the cup', () => {
    const begun = entry('trial.begun', 'd', {
      tubId: 't',
      volumeM3: 2e-4,
      specificGravity: 1.4,
      materialId: 'silicate-42',
      dropKg: 5e-5,
      cupId: 'pot',
    });
    const dosed = (drops: number) => entry('trial.dosed', 'd', { drops, seconds: 30 });
    const trial = foldTrial('d', [begun, dosed(0), dosed(2), dosed(3)], 2600)!;
    expect(trial.points.map((p) => p.drops)).toEqual([0, 2, 5]);
    // 5 drops of 0.05 g in 200 ml of SG 1.40: 130 g of dry clay
    expect(trial.points.at(-1)!.dosePercent).toBeCloseTo((100 * 0.25) / 130, 9);
  });
});
