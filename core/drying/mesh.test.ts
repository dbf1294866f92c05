import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coatLoad } from '../slip/density.ts';
import {
  bareMesh,
  coatsOn,
  gradedWidths,
  SETTLED_CELLS,
  waterIn,
  withCoat,
  withSettledCoats,
  type CoatLaid,
  type MeshState,
} from './mesh.ts';

const coat: fc.Arbitrary<CoatLaid> = fc.record({
  face: fc.constantFrom('outside' as const, 'inside' as const),
  at: fc.integer({ min: 0, max: 1e9 }),
  thicknessM: fc.double({ min: 1e-5, max: 2e-3, noNaN: true }),
  specificGravity: fc.double({ min: 1.05, max: 1.9, noNaN: true }),
  grainDensity: fc.double({ min: 2300, max: 2900, noNaN: true }),
});
const bare = (cells: number, drySolids: number, x: number): MeshState => ({
  mesh: bareMesh(gradedWidths(cells, drySolids)),
  x: new Float64Array(cells).fill(x),
});
const dryIn = ({ mesh }: MeshState) => mesh.widths.reduce((sum, width) => sum + width, 0);
const wall = bare(16, 9.17, 0.2);

/** Laws of any mesh: nothing is lost by how it is cut. */
describe('a mesh of layers', () => {
  it('gains of each coat just its water and its clay', () => {
    fc.assert(
      fc.property(fc.array(coat, { maxLength: 6 }), (coats) => {
        const laid = coats.reduce((so, c) => withCoat(so, c), wall);
        const loads = coats.map((c) => coatLoad(c.thicknessM, c.specificGravity, c.grainDensity));
        const sum = (of: 'water' | 'dry') => loads.reduce((all, load) => all + load[of], 0);
        expect(waterIn(laid.mesh, laid.x)).toBeCloseTo(waterIn(wall.mesh, wall.x) + sum('water'), 10);
        expect(dryIn(laid)).toBeCloseTo(dryIn(wall) + sum('dry'), 10);
      }),
    );
  });

  it('keeps water and clay when its coats are joined, and joins them but once', () => {
    fc.assert(
      fc.property(fc.array(coat, { minLength: 1, maxLength: 5 }), (coats) => {
        const laid = coats.reduce((so, c) => withCoat(so, c), wall);
        const joined = withSettledCoats(laid);
        expect(waterIn(joined.mesh, joined.x)).toBeCloseTo(waterIn(laid.mesh, laid.x), 10);
        expect(dryIn(joined)).toBeCloseTo(dryIn(laid), 10);
        for (const { coat: of, from, to } of joined.mesh.layers)
          expect(to - from).toBe(of === null ? 16 : SETTLED_CELLS);
        expect(withSettledCoats(joined)).toBe(joined);
      }),
    );
  });

  it('names its layers without a gap, its own clay once, the coats of a face in the order they were laid', () => {
    fc.assert(
      fc.property(fc.array(coat, { maxLength: 6 }), (coats) => {
        const { mesh, x } = coats.reduce((so, c) => withCoat(so, c), wall);
        let next = 0;
        for (const { from, to } of mesh.layers) {
          expect(from).toBe(next);
          next = to;
        }
        expect(next).toBe(x.length);
        expect(mesh.layers.filter((layer) => layer.coat === null)).toEqual([mesh.body]);
        for (const face of ['outside', 'inside'] as const)
          expect(coatsOn(mesh, face).map((layer) => layer.coat)).toEqual(
            coats.filter((c) => c.face === face),
          );
      }),
    );
  });

  it('leaves the wall it was laid on as it was', () => {
    const before = wall.x.slice();
    withCoat(wall, { face: 'outside', at: 0, thicknessM: 1e-3, specificGravity: 1.5, grainDensity: 2600 });
    expect(wall.x).toEqual(before);
    expect(wall.mesh.layers).toHaveLength(1);
  });

  it('is finer at its faces, alike on both, and holds what it is given', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 40 }),
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        (cells, drySolids) => {
          const widths = gradedWidths(cells, drySolids);
          expect(widths.reduce((a, b) => a + b, 0)).toBeCloseTo(drySolids, 9);
          widths.forEach((width, i) => {
            expect(width).toBeCloseTo(widths[cells - 1 - i]!, 12);
            if (i > 0 && i < cells / 2) expect(width).toBeGreaterThanOrEqual(widths[i - 1]!);
          });
        },
      ),
    );
  });
});
