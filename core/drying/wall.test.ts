import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
  constantLaw,
  sheet,
  shareLost,
  crankConstantSurface,
  crankEvaporation,
} from './crank.test-support.ts';
import { layerLaws } from './laws.ts';
import { bareMesh, evenWidths, gradedWidths, waterIn, withCoat, withSettledCoats } from './mesh.ts';
import { createWall } from './wall.ts';
import { evaporatingFace, linearFace, sealedFace } from './face.ts';
import { steadyClimate } from './air.ts';
import { activityLaw, defaultBody, drySolidsPerArea } from '../clay/body.ts';
import { faceAreaLaw } from './run.ts';

describe('plane sheet with constant diffusivity', () => {
  // Crank 1975, The Mathematics of Diffusion, eq. 4.50 and 4.53: surface evaporation.
  it.each([
    { biot: 0.5, within: 0.001 },
    { biot: 1, within: 0.001 },
    { biot: 5, within: 0.001 },
    { biot: 20, within: 0.003 },
  ])('loses water through an evaporating surface as Crank has it, Bi $biot', ({ biot, within }) => {
    for (const fourier of [0.05, 0.1, 0.2, 0.5, 1, 2]) {
      const computed = shareLost(sheet({ cells: 16, biot }), fourier);
      expect(Math.abs(computed - crankEvaporation(biot, fourier))).toBeLessThan(within);
    }
  });

  // Crank 1975, eq. 4.18: constant surface concentration. L is the whole thickness, twice the half used here.
  it('loses water to a surface held dry as Crank has it, from Dt/L² = 0.02 on', () => {
    for (const wholeFourier of [0.02, 0.05, 0.1, 0.3]) {
      const computed = shareLost(sheet({ cells: 16, biot: 1e7 }), 4 * wholeFourier);
      expect(Math.abs(computed - crankConstantSurface(4 * wholeFourier))).toBeLessThan(0.002);
    }
  });

  it('converges with order about 2 in space', () => {
    const error = (cells: number) =>
      Math.abs(shareLost(sheet({ cells, biot: 1e7, tolerance: 1e-9 }), 0.2) - crankConstantSurface(0.2));
    const order = Math.log2(error(8) / error(16));
    expect(order).toBeGreaterThan(1.8);
    expect(order).toBeLessThan(2.3);
  });

  // Rang and Angermann 2005 give order 3 for the method.
  it('converges with order about 3 in time', () => {
    const exact = shareLost(sheet({ cells: 8, biot: 2, tolerance: 1e-12 }), 0.4);
    const error = (steps: number) =>
      Math.abs(shareLost(sheet({ cells: 8, biot: 2, tolerance: 1, steps }), 0.4) - exact);
    const order = Math.log2(error(20) / error(40));
    expect(order).toBeGreaterThan(2.6);
    expect(order).toBeLessThan(3.6);
  });

  // Philip 1957: early uptake grows with the square root of time (sorptivity).
  it('takes up water as the square root of time while the wall is still deep', () => {
    const early = shareLost(sheet({ cells: 200, biot: 1e7, tolerance: 1e-8 }), 0.01);
    const later = shareLost(sheet({ cells: 200, biot: 1e7, tolerance: 1e-8 }), 0.04);
    expect(later / early).toBeCloseTo(2, 2);
    expect(early).toBeCloseTo(2 * Math.sqrt(0.01 / Math.PI), 3);
  });
});

describe('conservation', () => {
  const room = (celsius: number, humidity: number, resistance: number) =>
    evaporatingFace({
      climate: steadyClimate(celsius, humidity),
      startAt: 0,
      activity: activityLaw(defaultBody),
      heatTransfer: 6,
      resistance,
    });

  it('keeps the water in the wall plus the water that left, to 1e-9, through shrinkage', () => {
    fc.assert(
      fc.property(
        fc.record({
          celsius: fc.double({ min: 5, max: 40, noNaN: true }),
          humidity: fc.double({ min: 0.1, max: 0.95, noNaN: true }),
          resistance: fc.double({ min: 0, max: 1e4, noNaN: true }),
          thicknessM: fc.double({ min: 0.002, max: 0.03, noNaN: true }),
          hours: fc.integer({ min: 1, max: 200 }),
        }),
        ({ celsius, humidity, resistance, thicknessM, hours }) => {
          const drySolids = drySolidsPerArea(defaultBody, thicknessM);
          const mesh = bareMesh(gradedWidths(16, drySolids));
          const wall = createWall(mesh, layerLaws(defaultBody), faceAreaLaw(defaultBody));
          const state = { x: new Float64Array(16).fill(0.25), left: { inside: 0, outside: 0 } };
          const faces = { inside: sealedFace, outside: room(celsius, humidity, resistance) };
          wall.advance(state, 0, hours * 3600, faces, { tolerance: 1e-4 });
          const total = waterIn(mesh, state.x) + state.left.inside + state.left.outside;
          expect(Math.abs(total / (0.25 * drySolids) - 1)).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('counts the water of each face on its own', () => {
    const mesh = bareMesh(evenWidths(16, 9));
    const wall = createWall(mesh, layerLaws(defaultBody), faceAreaLaw(defaultBody));
    const state = { x: new Float64Array(16).fill(0.25), left: { inside: 0, outside: 0 } };
    wall.advance(state, 0, 3600, { inside: sealedFace, outside: room(20, 0.5, 0) }, { tolerance: 1e-4 });
    expect(state.left.inside).toBe(0);
    expect(state.left.outside).toBeGreaterThan(0.05);
  });
});

describe('layers', () => {
  const coat = {
    face: 'outside' as const,
    at: 0,
    thicknessM: 0.00015,
    specificGravity: 1.38,
    grainDensity: 2600,
  };
  const bare = { mesh: bareMesh(gradedWidths(16, 9)), x: new Float64Array(16).fill(0.17) };

  it('keep their water when laid, carried on and joined', () => {
    const laid = withCoat(withCoat(bare, coat), { ...coat, face: 'inside' });
    const water = waterIn(laid.mesh, laid.x);
    expect(water).toBeCloseTo(0.17 * 9 + (2 * 0.15 * 762.5) / 1000, 9);
    const wall = createWall(laid.mesh, layerLaws(defaultBody), faceAreaLaw(defaultBody));
    const state = { x: laid.x.slice(), left: { inside: 0, outside: 0 } };
    const room20 = evaporatingFace({
      climate: steadyClimate(20, 0.5),
      startAt: 0,
      activity: activityLaw(defaultBody),
      heatTransfer: 4,
      resistance: 0,
    });
    wall.advance(state, 0, 7200, { inside: room20, outside: room20 }, { tolerance: 1e-4 });
    const joined = withSettledCoats({ mesh: laid.mesh, x: state.x });
    expect(joined.x).toHaveLength(20);
    const total = waterIn(joined.mesh, joined.x) + state.left.inside + state.left.outside;
    expect(Math.abs(total / water - 1)).toBeLessThan(1e-9);
  });

  it('are the same wall however the cells are graded', () => {
    const meanAfter = (widths: Float64Array) => {
      const mesh = bareMesh(widths);
      const wall = createWall(mesh, layerLaws(defaultBody), faceAreaLaw(defaultBody));
      const state = { x: new Float64Array(widths.length).fill(0.25), left: { inside: 0, outside: 0 } };
      const face = linearFace(3e-4, 0.02);
      wall.advance(state, 0, 6 * 3600, { inside: sealedFace, outside: face }, { tolerance: 1e-7 });
      return waterIn(mesh, state.x) / 9;
    };
    expect(meanAfter(gradedWidths(32, 9))).toBeCloseTo(meanAfter(evenWidths(64, 9)), 3);
  });
});

describe('stopping', () => {
  it('stops at the first step for which the caller says so', () => {
    const laws = { diffusivity: constantLaw(1e-9), volume: constantLaw(1 / 2000) };
    const wall = createWall(
      bareMesh(evenWidths(8, 10)),
      () => laws,
      () => 1,
    );
    const state = { x: new Float64Array(8).fill(0.2), left: { inside: 0, outside: 0 } };
    const faces = { inside: sealedFace, outside: linearFace(1e-3, 0) };
    const stopped = wall.advance(state, 0, 1e7, faces, { tolerance: 1e-4, until: (_t, x) => x[0]! < 0.1 });
    expect(stopped).toBeLessThan(1e7);
    expect(state.x[0]).toBeLessThan(0.1);
  });
});
