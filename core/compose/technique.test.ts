import { describe, expect, it } from 'vitest';
import { signAt, signNames, signs } from '../coat/sign.ts';
import { hazards } from '../hazard/hazard.ts';
import { consistencies } from '../slip/consistency.ts';
import { schoolsOf, stepsOf, techniqueNamed, techniques } from '../catalogue/catalogue.ts';
import { rows } from '../catalogue/rows.ts';
import { unsound } from '../technique/sound.ts';
import type { Effect, Only, Usual } from '../technique/technique.ts';
import { waysOf } from '../catalogue/layerOf.test-support.ts';

const named = rows.map((row) => [`${row.id} ${row.rev}`, row] as const);

describe('signs of a drying coat', () => {
  it('come in their order: gloss gone, tacky without a print, firm, touch-dry', () => {
    // common practice, no source
    expect(signs).toEqual(['matte', 'print-free', 'firm', 'touch-dry']);
    for (let i = 1; i < signs.length; i++) expect(signAt[signs[i]!]).toBeLessThan(signAt[signs[i - 1]!]);
    for (const sign of signs) expect(signNames[sign].look.length).toBeGreaterThan(10);
  });
});

describe.each(named)('%s', (_name, technique) => {
  const ways = waysOf(technique);
  const quantities = (effect: Effect<Usual>): Usual[] =>
    Object.values(effect).filter((value): value is Usual => typeof value === 'object');

  it('has steps of names of their own in every way of doing it', () => {
    for (const way of ways) {
      const steps = stepsOf(technique, way);
      expect(steps.length).toBeGreaterThan(1);
      expect(new Set(steps.map(({ key }) => key)).size).toBe(steps.length);
      expect(new Set(steps.map(({ verb }) => verb)).size).toBe(steps.length);
    }
  });

  it('holds together, and names cautions that are there', () => {
    expect(unsound(technique)).toBeNull();
    for (const { hazards: of } of technique.steps)
      for (const hazard of of) expect(hazards[hazard]).toBeDefined();
  });

  it('names spans that are open somewhere, and quantities within their bounds', () => {
    for (const way of ways)
      for (const { needs, effects, repeat } of stepsOf(technique, way)) {
        for (const need of needs)
          if (need.kind === 'water')
            for (const { driest, wettest } of need.spans)
              expect(wettest ?? 120).toBeGreaterThan(driest ?? -3);
        for (const effect of effects) {
          for (const { usual, least = usual, most = usual } of quantities(effect)) {
            expect(usual).toBeGreaterThanOrEqual(least);
            expect(usual).toBeLessThanOrEqual(most);
          }
          if ('use' in effect) expect(consistencies.map(({ use }) => use)).toContain(effect.use);
        }
        if (repeat) {
          expect(repeat.usual).toBeGreaterThanOrEqual(repeat.least);
          expect(repeat.most).toBeGreaterThanOrEqual(repeat.usual);
        }
      }
  });

  it('tells of each step how', () => {
    for (const { words, name, verb } of technique.steps) {
      expect(words.length).toBeGreaterThan(0);
      expect(verb).toMatch(/^Log /);
      expect(name).not.toBe('');
    }
  });
});

describe('schools', () => {
  const sgraffito = techniqueNamed('sgraffito');
  const coatsOf = (ground: string) =>
    stepsOf(sgraffito, { ground }).find(({ key }) => key === 'coat')!.repeat!.usual;
  const windowOf = (step: string, schools: Only) =>
    stepsOf(sgraffito, schools)
      .find(({ key }) => key === step)!
      .needs.flatMap((need) => (need.kind === 'water' ? need.spans : []))[0];

  it('differ in what they say they differ in', () => {
    // common practice, no source: three thin coats, or one or two thicker; two of underglaze
    expect([coatsOf('engobe'), coatsOf('thick'), coatsOf('underglaze')]).toEqual([3, 2, 2]);
    expect(windowOf('coat', { ground: 'underglaze' })).toEqual({ driest: 55, wettest: 80 });
    expect(windowOf('outlines', { carving: 'crisp' })).toEqual({ driest: 48, wettest: 60 });
    expect(windowOf('outlines', { carving: 'buttery' })).toEqual({ driest: 52, wettest: 68 });
    const layout = (way: string) =>
      stepsOf(sgraffito, { layout: way }).findIndex(({ key }) => key.startsWith('draw'));
    const coat = (way: string) => stepsOf(sgraffito, { layout: way }).findIndex(({ key }) => key === 'coat');
    expect(layout('bare')).toBeLessThan(coat('bare'));
    expect(layout('on-coat')).toBeGreaterThan(coat('on-coat'));
  });

  it('fall back to the usual where nothing, or nothing known, was chosen', () => {
    for (const technique of techniques()) {
      const usual = Object.fromEntries(technique.choices.map((c) => [c.id, c.usual]));
      expect(schoolsOf(technique, { ground: 'unheard-of' })).toEqual(usual);
      expect(stepsOf(technique, {})).toEqual(stepsOf(technique, usual));
    }
  });
});
