import { describe, expect, it } from 'vitest';
import { silicateSolidsAt } from '../drying/laws.ts';
import { withheld } from '../hazard/hazard.ts';
import { nothingSaid, type Entry, type PieceDone } from '../log/entry.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { rawAdditions } from '../slip/rawAdditions.ts';
import { rawMinerals } from '../slip/rawMinerals.ts';
import { techniqueNamed, techniques, stepsOf } from '../catalogue/catalogue.ts';
import { compose } from '../compose/compose.ts';
import { untouched } from '../compose/passes.ts';
import type { Effect, Only } from '../technique/technique.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';
import { causes } from './causes.ts';
import { explain } from './explain.ts';
import { faultWords } from './fault.ts';
import { historyOf } from './history.ts';
import { faultOfSign, signsOfFaults } from './signs.ts';

/** Faults and cautions know in which way something was done. Common practice, no source. */

const slip = { specificGravity: 1.4, grainDensity: 2650, adjusted: 'none' as const };

function told(
  fault: string,
  technique: string,
  schools: Only,
  steps: [number, string, Effect<number>, Partial<PieceDone>?][],
) {
  const entries: Entry[] = [
    cruetMade(),
    logged('piece.routed', MADE + 1, { layers: [layerOf(technique, schools, { id: 'l' })] }),
    ...steps.map(([hours, step, effect, more]) =>
      logged(
        'piece.done',
        hoursOn(hours),
        {
          ...nothingSaid,
          refs: [{ layer: 'l', step, zone: null, pass: 1 }],
          effects: [effect],
          slip: 'use' in effect ? slip : null,
          ...more,
        },
        { face: 'outside' },
      ),
    ),
  ];
  return explain(fault, historyOf(caseOf(entries), hoursOn(400))!);
}
const of = (found: ReturnType<typeof told>, id: string) => found.find((cause) => cause.id === id)!;

describe('what was done dry on purpose is not blamed for being dry', () => {
  const bone = 80;

  it('sigillata on bone dry', () => {
    const coat: Effect<number> = { does: 'coat', use: 'sigillata', thicknessM: 0.00005, share: 1 };
    const dry = told('flaking or peeling coat', 'sigillata', { on: 'dry' }, [[bone, 'coat-dry', coat]]);
    expect(of(dry, 'laid-on-dry-clay').evidence).toMatchObject({ says: 'against' });
    // the same on the same wall by the other school is
    const leather = told('flaking or peeling coat', 'sigillata', { on: 'leather' }, [
      [bone, 'coat-leather', coat],
    ]);
    expect(of(leather, 'laid-on-dry-clay').evidence).toMatchObject({ says: 'for' });
  });

  it('low lines', () => {
    const line: Effect<number> = { does: 'line', use: 'trailing', thicknessM: 0.0008, share: 0.1 };
    const low = told('flaking or peeling coat', 'slip-trailing', { height: 'low' }, [[bone, 'trail', line]]);
    expect(of(low, 'laid-on-dry-clay').evidence.says).toBe('against');
    const high = told('flaking or peeling coat', 'slip-trailing', { height: 'high' }, [
      [bone, 'trail', line],
    ]);
    expect(of(high, 'laid-on-dry-clay').evidence.says).toBe('for');
  });

  it('an oil burnish near bone dry', () => {
    const burnish: Effect<number> = { does: 'burnish', share: 1 };
    const hours = Array.from({ length: 12 }, (_, k) => 16 + 2 * k);
    const says = (step: string) =>
      hours.map(
        (at) =>
          of(told('sigillata dull or scratched', 'sigillata', {}, [[at, step, burnish]]), 'burnished-dry')
            .evidence,
      );
    const oiled = says('oil').filter(({ words }) => words.includes('as its way of doing it asks'));
    expect(oiled.length).toBeGreaterThan(0);
    for (const { says: found } of oiled) expect(found).toBe('against');
    expect(says('burnish-leather').some(({ says: found }) => found === 'for')).toBe(true);
  });
});

describe('crackle that did not open', () => {
  const silicate = (kgM2: number): Effect<number> => ({ does: 'silicate', use: 'silicate', kgM2, share: 1 });
  const push: Effect<number> = { does: 'stretch', by: 'hoop', ratio: 1.03 };

  it('asks for silicate and drying first, and never says that the wall was too dry', () => {
    expect(causes['crackle did not open']!.map(({ id }) => id).slice(0, 2)).toEqual([
      'little-silicate',
      'skin-not-dry',
    ]);
    const found = told('crackle did not open', 'silicate-crackle', {}, [
      [0.1, 'silicate', silicate(0.2), { slip: null }],
      [0.12, 'push', push],
    ]);
    expect(of(found, 'little-silicate').evidence.says).toBe('against');
    expect(found[0]!.id).toBe('skin-not-dry');
    expect(found.map(({ says }) => says).join()).not.toMatch(/stiff|too dry/);
  });

  it('reckons a solution that was let down by what it holds', () => {
    const thin = { ...slip, specificGravity: 1.17 };
    const found = told('crackle did not open', 'silicate-crackle', {}, [
      [0.1, 'silicate', silicate(0.2), { slip: thin }],
      [2, 'push', push],
    ]);
    expect(silicateSolidsAt(1.17)).toBeLessThan(0.2);
    expect(of(found, 'little-silicate').evidence.says).toBe('for');
    expect(found[0]!.id).toBe('little-silicate');
  });
});

describe('what is tapped at a step', () => {
  const signs = techniques().flatMap(({ steps }) =>
    steps.flatMap(({ remedies }) => remedies.map(({ sign }) => sign)),
  );

  it('leads to causes, of a fault that has some', () => {
    for (const sign of signsOfFaults) {
      const fault = faultOfSign(sign)!;
      expect(faultWords, sign).toContain(fault);
      expect(causes[fault]?.length, sign).toBeGreaterThan(0);
      expect(signs, sign).toContain(sign);
    }
  });

  it('says it all by its remedy where it leads to none: fewer than half of them', () => {
    const all = [...new Set(signs)];
    expect(all.filter((sign) => faultOfSign(sign) === null).length / all.length).toBeLessThan(0.5);
  });
});

describe('cautions go by the material', () => {
  const hazardsIn = (technique: string, schools: Only, step: string) =>
    stepsOf(techniqueNamed(technique), schools).find(({ key }) => key === step)!.hazards;

  it('a mask wherever colour is dry powder, iron too', () => {
    const dusty = ['red-iron', 'yellow-ochre', 'cobalt-oxide', 'copper-carbonate', 'chrome-oxide', 'stain'];
    for (const name of dusty) expect(rawAdditions[name]!.hazards, name).toContain('colour-dust');
    for (const colourant of ['iron', 'stain', 'oxide', 'metal'])
      expect(hazardsIn('coloured-clay', { colourant }, 'colour')).toContain('colour-dust');
  });

  it('bars raw manganese, chromium, nickel and barium where pupils work, and iron not', () => {
    const barred = (hazards: readonly string[]) =>
      hazards.some((id) => withheld.some((other) => other === id));
    expect(barred(rawAdditions['red-iron']!.hazards)).toBe(false);
    expect(barred(rawAdditions['cobalt-carbonate']!.hazards)).toBe(false);
    for (const name of ['manganese-dioxide', 'chrome-oxide', 'nickel-oxide'] as const)
      expect(barred(rawAdditions[name]!.hazards), name).toBe(true);
    expect(barred(rawMinerals['barium-carbonate']!.hazards)).toBe(true);
    const forAdults = (colourant: string) =>
      compose([layerOf('coloured-clay', { colourant }, { also: ['colour'] })], untouched, {
        guarded: true,
      }).conflicts.filter(({ problem }) => problem.code === 'for-adults').length;
    expect([forAdults('iron'), forAdults('stain'), forAdults('metal')]).toEqual([0, 0, 1]);
  });

  it('takes burrs off bone dry without water on the coat', () => {
    const now = causes['burrs on carved lines']!.map((cause) => cause.now).join(' ');
    expect(now).toMatch(/dry brush/);
    expect(now).not.toMatch(/damp sponge/);
  });
});
