import { describe, expect, it } from 'vitest';
import psychrolib from 'psychrolib';
import {
  cycleClimate,
  readClimate,
  saturationDensity,
  saturationDensitySlope,
  saturationPressure,
  seriesClimate,
  steadyClimate,
  wetBulb,
  type Air,
  type AirRead,
  type Climate,
} from './air.ts';
import { surfaceState } from './face.ts';
import { activityLaw, defaultBody } from '../clay/body.ts';

psychrolib.SetUnitSystem(psychrolib.SI);
const HOUR = 3_600_000;

describe('air that is read now and then', () => {
  const usual = cycleClimate(
    { meanCelsius: 19, swingCelsius: 2, meanHumidity: 0.55, swingHumidity: 0.06, warmestHour: 15 },
    0,
  );
  const at = (climate: Climate, hours: number): Air => {
    const out: Air = { celsius: Number.NaN, humidity: Number.NaN };
    climate(hours * HOUR, out);
    return out;
  };
  const read = (hours: number, celsius: number, humidity: number): AirRead => ({
    at: hours * HOUR,
    celsius,
    humidity,
  });
  const reads = [read(10, 24, 0.35), read(34, 18, 0.7)];

  it('passes through what was read, and is as usual long before and after', () => {
    const climate = readClimate(usual, reads);
    expect(at(climate, 10)).toMatchObject({ celsius: 24, humidity: expect.closeTo(0.35, 9) as number });
    expect(at(climate, 34).celsius).toBeCloseTo(18, 9);
    for (const far of [-400, 450]) expect(at(climate, far).celsius).toBeCloseTo(at(usual, far).celsius, 3);
  });

  it('is between as the posterior mean of a process with an exponential covariance', () => {
    // Rasmussen and Williams 2006, eq. 2.23: k(t)·K⁻¹·d, here solved for two readings by Cramer's rule
    const climate = readClimate(usual, reads);
    const covariance = (a: number, b: number) => Math.exp(-Math.abs(a - b) / 36);
    const [d1, d2] = reads.map((r) => r.celsius - at(usual, r.at / HOUR).celsius) as [number, number];
    const k = covariance(10, 34);
    const [w1, w2] = [(d1 - k * d2) / (1 - k * k), (d2 - k * d1) / (1 - k * k)];
    for (const t of [-5, 3, 12, 20, 33.9, 40, 90]) {
      const wanted = covariance(t, 10) * w1 + covariance(t, 34) * w2;
      expect(at(climate, t).celsius - at(usual, t).celsius).toBeCloseTo(wanted, 9);
    }
  });

  it('takes two readings of one moment as the later says, and is never damper than air can be', () => {
    expect(at(readClimate(usual, [read(10, 24, 0.3), read(10, 22, 0.99)]), 10).humidity).toBeLessThanOrEqual(
      0.99,
    );
    expect(at(readClimate(usual, [read(10, 24, 0.3), read(10, 22, 0.5)]), 11).celsius).toBeCloseTo(
      at(readClimate(usual, [read(10, 22, 0.5)]), 11).celsius,
      9,
    );
  });
});

describe('moist air', () => {
  // psychrolib: ASHRAE Handbook Fundamentals 2017, ch. 1, eq. 5 and 6. The Magnus form agrees to 0.3 %.
  it.each([1, 5, 10, 15, 20, 25, 30, 40])(
    'has the saturation pressure of the handbook at %d °C',
    (celsius) => {
      const handbook = psychrolib.GetSatVapPres(celsius) as number;
      expect(Math.abs(saturationPressure(celsius) / handbook - 1)).toBeLessThan(0.003);
    },
  );

  it.each([
    [20, 0.5],
    [29, 0.25],
    [20, 0.8],
    [12, 0.6],
    [35, 0.15],
  ])('has the wet bulb of the handbook at %d °C and %d', (celsius, humidity) => {
    const handbook = psychrolib.GetTWetBulbFromRelHum(celsius, humidity, 101_325) as number;
    expect(Math.abs(wetBulb(celsius, humidity) - handbook)).toBeLessThan(0.02);
  });

  // ASHRAE Fundamentals through psychrolib, as published: 13.78 °C and 16.19 °C.
  it('has the published wet bulbs', () => {
    expect(wetBulb(20, 0.5)).toBeCloseTo(13.78, 1);
    expect(wetBulb(29, 0.25)).toBeCloseTo(16.19, 1);
  });

  it('knows its own slope', () => {
    const slope = (saturationDensity(20.001) - saturationDensity(19.999)) / 0.002;
    expect(saturationDensitySlope(20, saturationDensity(20))).toBeCloseTo(slope, 9);
  });
});

describe('wet clay surface', () => {
  const face = (celsius: number, humidity: number, heatTransfer: number, resistance = 0) => ({
    climate: steadyClimate(celsius, humidity),
    startAt: 0,
    activity: activityLaw(defaultBody),
    heatTransfer,
    resistance,
  });

  it('lies between the wet bulb and the room, and balances its own heat to 0.05 K', () => {
    for (const [celsius, humidity, h] of [
      [20, 0.5, 4],
      [29, 0.25, 6],
      [20, 0.8, 4],
      [20, 0.5, 15],
    ] as const) {
      const { celsius: surface, flux } = surfaceState(face(celsius, humidity, h), 0, 0.25);
      expect(surface).toBeGreaterThan(wetBulb(celsius, humidity));
      expect(surface).toBeLessThan(celsius);
      const kelvin4 = (t: number) => (t + 273.15) ** 4;
      const heat = h * (celsius - surface) + 0.95 * 5.670374e-8 * (kelvin4(celsius) - kelvin4(surface));
      expect(Math.abs(heat - 2.45e6 * flux) / (h + 5)).toBeLessThan(0.05);
    }
  });

  it('stays cold until nearly dry, and is near the room under tight plastic', () => {
    const at = (x: number, resistance = 0) => surfaceState(face(20, 0.5, 4, resistance), 0, x).celsius;
    expect(at(0.06)).toBeLessThan(at(0.25) + 1);
    expect(at(0.0082)).toBeGreaterThan(19.5);
    expect(at(0.25, 2e4)).toBeGreaterThan(19.5);
  });
});

describe('climate', () => {
  const air: Air = { celsius: 0, humidity: 0 };
  const fallback = steadyClimate(18, 0.55);

  it('joins readings by straight lines, and repeats the last day after them', () => {
    const count = 49;
    const at = Array.from({ length: count }, (_, i) => i * HOUR);
    const series = { at, celsius: at.map((_, i) => i), humidity: at.map(() => 0.4) };
    const climate = seriesClimate(series, fallback);
    climate(1.5 * HOUR, air);
    expect(air.celsius).toBeCloseTo(1.5);
    climate(50 * HOUR, air);
    expect(air.celsius).toBeCloseTo(26);
    climate(98 * HOUR, air);
    expect(air.celsius).toBeCloseTo(26);
  });

  it('does not bridge a gap of over three hours, nor reach back before the first reading', () => {
    const climate = seriesClimate(
      { at: [0, HOUR, 10 * HOUR, 30 * HOUR], celsius: [10, 10, 30, 30], humidity: [0.4, 0.4, 0.4, 0.4] },
      fallback,
    );
    climate(5 * HOUR, air);
    expect(air.celsius).toBe(18);
    climate(-HOUR, air);
    expect(air.celsius).toBe(18);
  });

  it('is warmest and driest at the hour the maker set', () => {
    const cycle = cycleClimate(
      { meanCelsius: 18, swingCelsius: 3, meanHumidity: 0.6, swingHumidity: 0.1, warmestHour: 15 },
      HOUR,
    );
    cycle(14 * HOUR, air);
    expect(air.celsius).toBeCloseTo(21);
    expect(air.humidity).toBeCloseTo(0.5);
  });
});
