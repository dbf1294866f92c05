import { describe, expect, it } from 'vitest';
import { defaultBody } from '../../core/clay/body.ts';
import { sgraffitoGates } from './strip.test-support.ts';
import { GATE_ROW, gateRows, LEFT } from './stepWindows.ts';
import type { StripScene } from './scene.ts';
import { stripLayout, timeAxis } from './strip.ts';

const HOUR = 3_600_000;
const scene = (change: Partial<StripScene> = {}): StripScene => ({
  body: defaultBody,
  thicknessM: 0.006,
  trajectory: [],
  from: 0,
  to: 40 * HOUR,
  now: 10 * HOUR,
  gates: sgraffitoGates,
  covers: [],
  places: [],
  nights: [],
  pictured: [],
  zone: 'Etc/UTC',
  ...change,
});

describe('the strip', () => {
  it('gives all that is done one row, and each step to come its own', () => {
    const rows = gateRows(sgraffitoGates);
    expect(rows[0]!.every(({ doneAt }) => doneAt !== null)).toBe(true);
    expect(rows.slice(1).every((row) => row.length === 1)).toBe(true);
    expect(rows.flat().map(({ planned }) => planned.key)).not.toContain('never');
  });

  it('stacks its parts without a gap or an overlap, and grows by a band for each place', () => {
    const plain = stripLayout(scene());
    expect(plain.coversTop).toBe(gateRows(sgraffitoGates).length * GATE_ROW);
    const order = [
      plain.coversTop,
      plain.wallTop,
      plain.wallBottom,
      plain.stagesTop,
      plain.axisTop,
      plain.height,
    ];
    expect(order).toEqual([...order].sort((a, b) => a - b));
    const band = { name: 'rim', at: [0], meanX: [0.2] };
    const one = stripLayout(scene({ places: [band] })).height - plain.height;
    const three = stripLayout(scene({ places: [band, band, band] })).height - plain.height;
    expect(one).toBeGreaterThan(0);
    expect(three).toBe(3 * one);
  });

  it('has room for a piece without any step to come', () => {
    expect(stripLayout(scene({ gates: [] })).coversTop).toBe(GATE_ROW);
  });

  it('runs through time evenly, and holds at its ends', () => {
    const x = timeAxis(scene(), 1000);
    expect(x(0)).toBe(LEFT);
    expect(x(-5 * HOUR)).toBe(LEFT);
    expect(x(80 * HOUR)).toBe(x(40 * HOUR));
    expect(x(20 * HOUR) - x(10 * HOUR)).toBeCloseTo(x(40 * HOUR) - x(30 * HOUR), 9);
    expect(x(40 * HOUR)).toBeLessThan(1000);
  });
});
