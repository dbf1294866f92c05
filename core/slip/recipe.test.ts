import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { MF } from 'mf-parser';
import { blendCups, blendTable } from './blend.ts';
import { dryContent, solidsByMass } from './density.ts';
import { firedMoles, formulaMass, mixtureDensity } from './material.ts';
import { molarMass, oxides } from './oxide.ts';
import { rawMaterials } from './rawMaterials.ts';
import { batchOf, recipeProblem, recipeQuestions, roundedBatch, type Recipe } from './recipe.ts';
import { expansionEstimate, unityFormula } from './unity.ts';

const engobe = (change: Partial<Recipe> = {}): Recipe => ({
  name: 'White',
  kind: 'engobe',
  use: 'brushed-engobe',
  base: [
    { materialId: 'china-clay', percent: 50 },
    { materialId: 'ball-clay', percent: 30 },
    { materialId: 'potash-feldspar', percent: 20 },
  ],
  additions: [{ materialId: 'cobalt-carbonate', percent: 1 }],
  electrolyte: { materialId: 'silicate-42', percent: 0.3 },
  gravity: 1.4,
  note: '',
  ...change,
});

describe('molar masses', () => {
  // mf-parser, an independent package with its own table of atomic masses
  it.each(oxides)('of %s agrees with an independent package to 0.01 %%', (oxide) => {
    const independent = new MF(oxide).getInfo().mass as number;
    expect(Math.abs(molarMass(oxide) / independent - 1)).toBeLessThan(1e-4);
  });
  it('of minerals agree with the handbook', () => {
    // theoretical formula weights: kaolinite 258.16, potash feldspar 556.66, whiting 100.09, dolomite 184.40
    expect(formulaMass(rawMaterials['china-clay']!)).toBeCloseTo(258.16, 1);
    expect(formulaMass(rawMaterials['potash-feldspar']!)).toBeCloseTo(556.66, 1);
    expect(formulaMass(rawMaterials['whiting']!)).toBeCloseTo(100.09, 1);
    expect(formulaMass(rawMaterials['dolomite']!)).toBeCloseTo(184.4, 1);
  });
  it('of every analysis shipped adds to 100 within one percent', () => {
    for (const { makeUp } of Object.values(rawMaterials)) {
      if (makeUp.kind !== 'analysis') continue;
      const sum = Object.values(makeUp.percent).reduce((a, b) => a + b, 0);
      expect(Math.abs(sum - 100)).toBeLessThan(1);
    }
  });
  it('loses the water of kaolinite and the carbonic acid of whiting', () => {
    // 2 H₂O in 258.16: 13.96 %; CO₂ in CaCO₃: 43.97 %
    expect(firedMoles(rawMaterials['china-clay']!)!.lossPercent).toBeCloseTo(13.96, 1);
    expect(firedMoles(rawMaterials['whiting']!)!.lossPercent).toBeCloseTo(43.97, 1);
  });
});

describe('unity formula', () => {
  it('of the batch of Seger cone 4 is 0.3 K₂O · 0.7 CaO · 0.5 Al₂O₃ · 4 SiO₂', () => {
    // Seger's batch for cone 4: feldspar 83.55, marble 35.00, quartz 54.00, kaolin 25.90 (quoted from memory)
    const formula = unityFormula(
      [
        { materialId: 'potash-feldspar', parts: 83.55 },
        { materialId: 'whiting', parts: 35 },
        { materialId: 'quartz', parts: 54 },
        { materialId: 'china-clay', parts: 25.9 },
      ],
      rawMaterials,
    )!;
    expect(formula.moles.K2O).toBeCloseTo(0.3, 2);
    expect(formula.moles.CaO).toBeCloseTo(0.7, 2);
    expect(formula.moles.Al2O3).toBeCloseTo(0.5, 2);
    expect(formula.moles.SiO2).toBeCloseTo(4, 1);
  });
  it('is none without a flux, and leaves out what is not known', () => {
    expect(unityFormula([{ materialId: 'quartz', parts: 100 }], rawMaterials)).toBeNull();
    const mixed = unityFormula(
      [
        { materialId: 'soda-feldspar', parts: 50 },
        { materialId: 'stain', parts: 50 },
      ],
      rawMaterials,
    )!;
    expect(mixed.unknown).toEqual(['stain']);
    expect(mixed.moles).toMatchObject({ Na2O: 1 });
  });
  it('estimates expansion by additive factors, and says where they do not hold', () => {
    // English and Turner's factors, by hand: 70 SiO₂, 15 Na₂O, 15 CaO → 70·0.05 + 15·4.16 + 15·1.63 = 90.35
    const percent = { SiO2: 70, Na2O: 15, CaO: 15 };
    const glass = expansionEstimate({ moles: {}, percent, lossPercent: 0, unknown: [] });
    expect(glass.perKelvin * 1e7).toBeCloseTo(90.35, 9);
    expect(glass.holds).toBe(true);
    const clay = unityFormula([{ materialId: 'ball-clay', parts: 100 }], rawMaterials)!;
    expect(expansionEstimate(clay).holds).toBe(false);
  });
});

describe('a batch', () => {
  it('balances: base to 100, additions over it, electrolyte by dry mass, water by SG', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.double({ min: 1.1, max: 1.7, noNaN: true }),
        fc.double({ min: 20, max: 300, noNaN: true }),
        (kg, gravity, clay) => {
          const recipe = engobe({
            gravity,
            base: [{ materialId: 'china-clay', percent: clay }, ...engobe().base],
          });
          const batch = batchOf(recipe, rawMaterials, { by: 'dry', kg });
          const base = batch.lines.filter((l) => l.part === 'base').reduce((a, l) => a + l.kg, 0);
          expect(batch.lines.find((l) => l.part === 'addition')!.kg / base).toBeCloseTo(0.01, 9);
          expect(batch.lines.find((l) => l.part === 'electrolyte')!.kg / batch.dryKg).toBeCloseTo(0.003, 9);
          expect((batch.dryKg + batch.waterKg) / batch.volumeM3 / 1000).toBeCloseTo(gravity, 9);
          expect(batch.dryKg / (batch.dryKg + batch.waterKg)).toBeCloseTo(
            solidsByMass(gravity, batch.grainDensity),
            9,
          );
        },
      ),
    );
  });
  it('is the same batch however its size is given', () => {
    const byVolume = batchOf(engobe(), rawMaterials, { by: 'volume', m3: 0.002 });
    expect(byVolume.volumeM3).toBeCloseTo(0.002, 12);
    expect(byVolume.dryKg).toBeCloseTo(0.002 * dryContent(1.4, byVolume.grainDensity), 9);
    const cobalt = byVolume.lines.find((l) => l.materialId === 'cobalt-carbonate')!.kg;
    const left = batchOf(engobe(), rawMaterials, {
      by: 'ingredient',
      materialId: 'cobalt-carbonate',
      kg: cobalt,
    });
    expect(left.volumeM3).toBeCloseTo(0.002, 12);
    const byArea = batchOf(engobe(), rawMaterials, {
      by: 'area',
      areaM2: 0.5,
      thicknessM: 0.0002,
      coats: 3,
      wasteShare: 0.25,
    });
    expect(byArea.volumeM3).toBeCloseTo(0.0004, 9);
  });
  it('is rounded to the scale without breaking the recipe, and says when the scale is too coarse', () => {
    const batch = batchOf(engobe(), rawMaterials, { by: 'dry', kg: 0.5 });
    const fine = roundedBatch(batch, 0.0001);
    for (const line of fine.lines) {
      expect(Math.abs(line.weighKg / 0.0001 - Math.round(line.weighKg / 0.0001))).toBeLessThan(1e-6);
      expect(Math.abs(line.truePercent / line.percent - 1)).toBeLessThan(0.05);
    }
    expect(fine.factor).toBeLessThanOrEqual(1.03 + 1e-3);
    const coarse = roundedBatch(batchOf(engobe(), rawMaterials, { by: 'dry', kg: 0.03 }), 0.001);
    expect(coarse.worst).toBeGreaterThan(0.01);
    const better = roundedBatch(
      batchOf(engobe(), rawMaterials, { by: 'dry', kg: coarse.betterDryKg! }),
      0.001,
    );
    expect(better.worst).toBeLessThanOrEqual(0.01 + 1e-9);
  });
  it('is never less than was asked for', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0002, max: 0.02, noNaN: true }), (m3) => {
        const batch = batchOf(engobe(), rawMaterials, { by: 'volume', m3 });
        const { lines, factor, waterKg } = roundedBatch(batch, 0.0001);
        const weighed = lines.reduce((sum, l) => sum + (l.part === 'electrolyte' ? 0 : l.weighKg), 0);
        expect(weighed).toBeGreaterThanOrEqual(batch.dryKg * (1 - 1e-9));
        expect(batch.volumeM3 * factor).toBeGreaterThanOrEqual(m3 * (1 - 1e-9));
        expect(weighed).toBeLessThan(batch.dryKg * 1.031 + 0.001);
        expect(Math.abs(waterKg / 0.0001 - Math.round(waterKg / 0.0001))).toBeLessThan(1e-5);
      }),
    );
  });
  it('tells its shares no finer than they are weighed', () => {
    const shares = (kg: number, stepKg: number) =>
      roundedBatch(batchOf(engobe(), rawMaterials, { by: 'dry', kg }), stepKg).decimals;
    // a tenth of a gram of half a kilogram is 0.02 %, a gram of it 0.2 %
    expect(shares(0.5, 0.0001)).toBe(2);
    expect(shares(0.5, 0.001)).toBe(1);
    expect(shares(50, 0.1)).toBe(1);
  });
  it('is never rounded up to more than there is of what is short', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 2, noNaN: true }), (kg) => {
        const batch = batchOf(engobe(), rawMaterials, { by: 'ingredient', materialId: 'china-clay', kg });
        const { lines } = roundedBatch(batch, 0.0001, 'less');
        expect(lines[0]!.weighKg).toBeLessThanOrEqual(kg + 0.5e-4 + 1e-12);
      }),
    );
  });
  it.each([
    ['a base that sums to nothing', { base: [{ materialId: 'quartz', percent: 0 }] }, 'base'],
    [
      'a percentage that is no number',
      { additions: [{ materialId: 'quartz', percent: Number.NaN }] },
      'additions.0.percent',
    ],
    ['less than nothing', { base: [{ materialId: 'quartz', percent: -5 }] }, 'base.0.percent'],
    ['a material nobody knows', { base: [{ materialId: 'moon-dust', percent: 5 }] }, 'base.0.materialId'],
  ])('refuses %s and names the field', (_name, change, field) => {
    expect(recipeProblem(engobe(change), rawMaterials)).toMatchObject({ field });
  });
  it('asks about a strong colourant and a base off 100', () => {
    const questions = recipeQuestions(
      engobe({
        base: [{ materialId: 'china-clay', percent: 97 }],
        additions: [{ materialId: 'cobalt-oxide', percent: 5 }],
      }),
      rawMaterials,
    );
    expect(questions.join(' ')).toMatch(/sums to 97 %.*stronger than usual, 0.5 to 2 %/s);
    expect(recipeQuestions(engobe(), rawMaterials)).toEqual([]);
  });
});

describe('blends', () => {
  it('has 66 cups in a triangle of ten, all shares adding to one', () => {
    const cups = blendCups('triaxial', 10);
    expect(cups).toHaveLength(66);
    for (const { shares } of cups) expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    expect(blendCups('increments', 10).map((c) => Math.round(c.shares[1]! * 100))).toEqual([
      10, 20, 30, 40, 50, 60, 70, 80, 90,
    ]);
    expect(blendCups('square', 3)).toHaveLength(16);
    expect(new Set(cups.map((c) => c.label)).size).toBe(66);
  });
  it('holds the corner recipes at its corners, and keeps the mass of each cup', () => {
    const red = engobe({
      base: [{ materialId: 'red-clay', percent: 100 }],
      additions: [],
      electrolyte: null,
    });
    const table = blendTable('line', 4, [engobe({ electrolyte: null }), red], rawMaterials, 0.1);
    for (const { kg } of table.rows) expect(kg.reduce((a, b) => a + b, 0)).toBeCloseTo(0.1, 9);
    const redAt = table.materialIds.indexOf('red-clay');
    expect(table.rows[0]!.kg[redAt]).toBe(0);
    expect(table.rows.at(-1)!.kg[redAt]).toBeCloseTo(0.1, 12);
  });
  it('has the density of its parts', () => {
    const density = mixtureDensity([
      { kg: 0.9, grainDensity: 2600 },
      { kg: 0.1, grainDensity: 5200 },
    ]);
    expect(density).toBeCloseTo(1 / (0.9 / 2600 + 0.1 / 5200), 9);
  });
});
