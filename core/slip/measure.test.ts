import { describe, expect, it } from 'vitest';
import { consistencyFor } from './consistency.ts';
import { baumeOfGravity, deflocculationCurve, gravityOfBaume, letDown } from './deflocculate.ts';
import { controlChart, driftOf } from './drift.ts';
import { gravityFelt } from './feel.ts';
import { apparentViscosity } from './flow.ts';
import { judgeSlip } from './judge.ts';
import { settlingSpeed, settlingTime, waterViscosity } from './settle.ts';
import { sieveOpening } from './sieve.ts';
import { watered } from './correct.ts';
import { DAY } from '../units/quantity.ts';

describe('flow cups', () => {
  // ISO 2431:2019, annex: ν = 0.443t − 200/t (3 mm), 1.37t − 200/t (4), 3.28t − 220/t (5), 6.90t − 570/t (6)
  // ASTM D1200: ν = 3.85(t − 4.49) for Ford cup no. 4
  it.each([
    ['iso-3', 60, 23.25],
    ['iso-4', 50, 64.5],
    ['iso-5', 40, 125.7],
    ['iso-6', 100, 684.3],
    ['ford-4', 30, 98.21],
  ] as const)('reads %s at %d s', (kind, seconds, mm2) => {
    const outcome = apparentViscosity(kind, seconds);
    expect(outcome.ok && outcome.value! * 1e6).toBeCloseTo(mm2, 1);
  });

  it.each([
    ['iso-4', 29.9],
    ['iso-4', 100.1],
    ['ford-4', 19.9],
  ] as const)('says that %s does not tell at %d s, and which cup to take', (kind, seconds) => {
    const outcome = apparentViscosity(kind, seconds);
    expect(outcome).toMatchObject({ ok: false, problem: { code: 'outside-cup', field: 'seconds' } });
    expect(!outcome.ok && outcome.problem.message).toMatch(/smaller|larger/);
  });

  it('has no viscosity for a cup of one’s own', () => {
    expect(apparentViscosity('home', 12)).toEqual({ ok: true, value: null });
  });
});

describe('silicate solutions', () => {
  it('has 42 °Bé at SG 1.408, there and back', () => {
    // SG = 145/(145 − °Bé), NIST Circular 19
    expect(gravityOfBaume(42)).toBeCloseTo(1.408, 3);
    expect(baumeOfGravity(gravityOfBaume(37.5))).toBeCloseTo(37.5, 9);
  });
  it('lets down to the SG asked for', () => {
    const { volume } = letDown(1.408, 1.2);
    expect(watered(1, 1.408, volume)).toBeCloseTo(1.2, 9);
  });
});

describe('settling', () => {
  it('has the viscosity of water', () => {
    // IAPWS 2008, at 0.1 MPa
    expect(waterViscosity(20) * 1000).toBeCloseTo(1.0016, 4);
    expect(waterViscosity(25) * 1000).toBeCloseTo(0.89, 3);
    expect(waterViscosity(12) * 1000).toBeCloseTo(1.234, 2);
    // CRC Handbook, viscosity of water: 0.3145 mPa·s at 90 °C, 0.378 at 75 °C
    expect(waterViscosity(90) * 1000).toBeCloseTo(0.3145, 2);
    expect(waterViscosity(75) * 1000).toBeCloseTo(0.378, 2);
    expect(() => waterViscosity(101)).toThrow(RangeError);
  });
  it('lets a grain of 2 µm fall 10 cm in about 7.7 h, and one of 1 µm in four times that', () => {
    // Stokes' law; ISO 13317-1
    const grain = { grainM: 2e-6, grainDensity: 2650, celsius: 20, solids: 0 };
    expect(settlingSpeed(grain)).toBeCloseTo(3.6e-6, 8);
    expect(settlingTime(0.1, grain) / 3600).toBeCloseTo(7.7, 1);
    expect(settlingTime(0.1, { ...grain, grainM: 1e-6 }) / settlingTime(0.1, grain)).toBeCloseTo(4, 6);
  });
  it('takes about 1.6 times longer in a slip of SG 1.15', () => {
    // Richardson and Zaki 1954, (1 − φ)^4.65
    const grain = { grainM: 2e-6, grainDensity: 2650, celsius: 20, solids: 0 };
    const crowded = { ...grain, solids: 0.15 / 1.65 };
    expect(settlingTime(0.1, crowded) / settlingTime(0.1, grain)).toBeCloseTo(1.56, 2);
  });
});

describe('sieves', () => {
  it.each([
    [80, 180],
    [100, 150],
    [120, 125],
    [200, 75],
    [325, 45],
  ])('%d mesh opens %d µm', (mesh, micrometres) => {
    // ASTM E11-22, table 1
    expect(sieveOpening(mesh)! * 1e6).toBeCloseTo(micrometres, 6);
  });
});

describe('control chart of single values', () => {
  it('has the limits of the handbook’s flow rates', () => {
    // NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2, flowrate example
    const flowrate = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1];
    const chart = controlChart(flowrate)!;
    expect(chart.mean).toBeCloseTo(50.81, 2);
    expect(chart.meanRange).toBeCloseTo(1.878, 3);
    expect(chart.lower).toBeCloseTo(45.816, 2);
    expect(chart.upper).toBeCloseTo(55.804, 2);
    expect(chart.signals).toEqual([]);
  });
  it('signals a value outside, and a long climb', () => {
    const level = [1.4, 1.41, 1.4, 1.39, 1.4, 1.41, 1.4];
    expect(controlChart([...level, 1.6])!.signals.at(-1)).toEqual({ at: 7, rule: 'outside' });
    expect(controlChart([1.4, 1.405, 1.41, 1.415, 1.42, 1.425])!.signals.at(-1)).toEqual({
      at: 5,
      rule: 'trend',
    });
  });
  it('says nothing of four values', () => expect(controlChart([1, 2, 3, 4])).toBeNull());
  it('tells when a creeping tub will be out', () => {
    const readings = [0, 10, 20].map((day) => ({ at: day * DAY, value: 1.36 + 0.002 * day }));
    const drift = driftOf(readings, { from: 1.3, to: 1.42 }, 20 * DAY)!;
    expect(drift.perDay).toBeCloseTo(0.002, 9);
    expect(drift.outAt! / DAY).toBeCloseTo(30, 6);
    expect(driftOf(readings.slice(0, 1), { from: 1.3, to: 1.42 }, 0)).toBeNull();
  });
});

describe('deflocculation', () => {
  const curve = (dose: number) => Math.exp(2.6 + 1.4 * Math.exp(-9 * dose) + 0.9 * dose);
  const points = [0, 0.05, 0.1, 0.2, 0.3, 0.45, 0.6].map((dosePercent) => ({
    dosePercent,
    seconds: curve(dosePercent),
  }));
  it('finds the bottom of a curve of its own kind, and names the over-dosed side', () => {
    const outcome = deflocculationCurve(points);
    const exact = Math.log((1.4 * 9) / 0.9) / 9;
    expect(outcome.ok && outcome.value.bestDose).toBeCloseTo(exact, 2);
    expect(outcome.ok && outcome.value.overdosed.map((p) => p.dosePercent)).toEqual([0.3, 0.45, 0.6]);
    expect(outcome.ok && outcome.value.misfit).toBeLessThan(0.01);
  });
  it('finds the lowest of a curve of another kind to within a step', () => {
    const parabola = [0, 1, 2, 3, 4, 5, 6].map((i) => ({
      dosePercent: i / 10,
      seconds: 20 + 3 * (i - 4) ** 2,
    }));
    const outcome = deflocculationCurve(parabola);
    expect(outcome.ok && Math.abs(outcome.value.bestDose! - 0.4)).toBeLessThan(0.1);
  });
  it('has no bottom while it still falls, and says nothing of three doses', () => {
    const falling = deflocculationCurve(points.slice(0, 4));
    expect(falling.ok && falling.value.bestDose).toBeNull();
    expect(deflocculationCurve(points.slice(0, 3))).toMatchObject({
      ok: false,
      problem: { code: 'too-few' },
    });
  });
});

describe('words for numbers', () => {
  it('starts from the usual meaning, and is moved by the tub', () => {
    // usual meanings from memory
    expect(gravityFelt([], 'single-cream')).toMatchObject({ gravity: 1.38, weighed: 0 });
    const pairs = Array.from({ length: 4 }, () => ({ feel: 'single-cream' as const, gravity: 1.46 }));
    const own = gravityFelt(pairs, 'single-cream');
    const other = gravityFelt(pairs, 'double-cream');
    expect(own.gravity).toBeGreaterThan(1.44);
    expect(other.gravity).toBeGreaterThan(1.5);
    expect(own.sigma).toBeLessThan(gravityFelt([], 'single-cream').sigma);
    expect(own.sigma).toBeLessThan(other.sigma);
  });
});

describe('wanted against measured', () => {
  const wanted = consistencyFor('brushed-engobe');
  const plain = { gravity: null, feel: null, seconds: {}, adjusted: false };
  it('lets SG decide for clay and water alone', () => {
    expect(judgeSlip({ ...plain, gravity: 1.5 }, wanted)).toMatchObject({
      verdict: 'too-thick',
      by: 'gravity',
    });
    expect(judgeSlip({ ...plain, gravity: 1.5, feel: 'double-cream' }, wanted).by).toBe('gravity');
  });
  it('lets feel decide where it is on target, or an electrolyte is in it', () => {
    expect(judgeSlip({ ...plain, gravity: 1.65, feel: 'single-cream' }, wanted)).toEqual({
      verdict: 'right',
      by: 'feel',
      gravitySays: 'too-thick',
    });
    expect(judgeSlip({ ...plain, gravity: 1.38, feel: 'milk', adjusted: true }, wanted)).toMatchObject({
      verdict: 'too-thin',
      by: 'feel',
      gravitySays: 'right',
    });
    expect(judgeSlip({ ...plain, gravity: 1.38, adjusted: true }, wanted).verdict).toBe('unknown');
  });
  it('lets flow go first where it is asked for', () => {
    const timed = { ...wanted, flow: { cupId: 'pot', seconds: { from: 10, to: 14 } } };
    expect(judgeSlip({ ...plain, gravity: 1.5, seconds: { pot: 12 } }, timed).by).toBe('flow');
    expect(judgeSlip({ ...plain, seconds: { pot: 20 } }, timed)).toMatchObject({
      verdict: 'too-thick',
      by: 'flow',
    });
  });
});
