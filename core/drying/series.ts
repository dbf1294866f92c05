import type { Instant } from '../units/quantity.ts';
import type { AirSeries } from './air.ts';

export interface AirReading {
  at: Instant;
  celsius: number;
  humidity: number;
}

/**
 * Means over equal stretches of time, each placed at the middle of its stretch; empty stretches are left out.
 * @param readings in any order
 * @param widthMs stretch, ms
 */
export function meansOver(readings: Iterable<AirReading>, widthMs: number): AirSeries {
  const sums = new Map<number, { celsius: number; humidity: number; count: number }>();
  for (const { at, celsius, humidity } of readings) {
    const bin = Math.floor(at / widthMs);
    const sum = sums.get(bin) ?? { celsius: 0, humidity: 0, count: 0 };
    sum.celsius += celsius;
    sum.humidity += humidity;
    sum.count += 1;
    sums.set(bin, sum);
  }
  const bins = [...sums].sort(([a], [b]) => a - b);
  return {
    at: bins.map(([bin]) => (bin + 0.5) * widthMs),
    celsius: bins.map(([, sum]) => sum.celsius / sum.count),
    humidity: bins.map(([, sum]) => sum.humidity / sum.count),
  };
}

/** The readings of a series, one by one. */
export function* readingsOf(series: AirSeries): Generator<AirReading> {
  for (let i = 0; i < series.at.length; i++) {
    yield { at: series.at[i]!, celsius: series.celsius[i]!, humidity: series.humidity[i]! };
  }
}
