import fc from 'fast-check';
import { curveMonotoneY } from 'd3-shape';
import { describe, expect, it } from 'vitest';
import { turnedCurve } from './curve.ts';
import { clayVolume, outsideArea, silhouette, stretchedForm, type Form, type ProfilePoint } from './form.ts';

const points = (...of: [number, number][]): ProfilePoint[] =>
  of.map(([heightM, diameterM]) => ({ heightM, diameterM }));
const turned = (of: ProfilePoint[], wallM = 0.005): Form => ({
  kind: 'profile',
  points: of,
  wallM,
  mouth: 'open',
});
const profiles = fc
  .array(
    fc.tuple(
      fc.double({ min: 0.01, max: 0.1, noNaN: true }),
      fc.double({ min: 0.03, max: 0.4, noNaN: true }),
    ),
    {
      minLength: 3,
      maxLength: 8,
    },
  )
  .map((steps) => {
    let height = 0;
    return steps.map(([up, diameterM], i): ProfilePoint => {
      height += i === 0 ? 0 : up;
      return { heightM: height, diameterM };
    });
  });

describe('the curve of a turned form', () => {
  it('passes through every height that was measured, and between two of them goes only from one to the other', () => {
    fc.assert(
      fc.property(profiles, (of) => {
        const curve = turnedCurve(of);
        for (const [i, upper] of of.entries()) {
          expect(
            curve.some(
              ({ heightM, diameterM }) =>
                Math.abs(heightM - upper.heightM) < 1e-12 && Math.abs(diameterM - upper.diameterM) < 1e-12,
            ),
          ).toBe(true);
          const lower = of[i - 1];
          if (!lower) continue;
          const between = curve.filter(
            ({ heightM }) => heightM >= lower.heightM - 1e-12 && heightM <= upper.heightM + 1e-12,
          );
          const rising = Math.sign(upper.diameterM - lower.diameterM);
          for (let k = 1; k < between.length; k++) {
            expect(between[k]!.heightM).toBeGreaterThan(between[k - 1]!.heightM);
            expect(rising * (between[k]!.diameterM - between[k - 1]!.diameterM)).toBeGreaterThan(-1e-12);
          }
        }
      }),
    );
  });

  it('is that of a library of curves', () => {
    // d3-shape, curveMonotoneY: cubics whose control points stand at thirds of the height
    const cubics = (of: ProfilePoint[]) => {
      const ends: { d1: number; d2: number; diameterM: number }[] = [];
      const ignored = () => undefined;
      const curve = curveMonotoneY({
        moveTo: ignored,
        lineTo: ignored,
        closePath: ignored,
        bezierCurveTo: (d1: number, _h1: number, d2: number, _h2: number, diameterM: number) =>
          ends.push({ d1, d2, diameterM }),
      } as unknown as CanvasRenderingContext2D);
      curve.lineStart();
      for (const { heightM, diameterM } of of) curve.point(diameterM, heightM);
      curve.lineEnd();
      return ends;
    };
    fc.assert(
      fc.property(profiles, (of) => {
        const ends = cubics(of);
        const curve = turnedCurve(of);
        const each = (curve.length - 1) / ends.length;
        ends.forEach(({ d1, d2, diameterM }, i) => {
          const middle = (of[i]!.diameterM + 3 * d1 + 3 * d2 + diameterM) / 8;
          expect(curve[i * each + each / 2]!.diameterM).toBeCloseTo(middle, 12);
        });
      }),
    );
  });

  it('is a sphere where it was measured on one: its zone has the area 2πrh', () => {
    // Archimedes, On the Sphere and Cylinder I: a zone of a sphere has the area of the cylinder around it
    const r = 0.1;
    const heights = [0, 0.025, 0.05, 0.075, 0.1, 0.12, 0.14, 0.16];
    const from = 0.02;
    const zone = turned(
      heights.map((heightM) => ({ heightM, diameterM: 2 * Math.sqrt(r * r - (heightM + from - r) ** 2) })),
    );
    const cones = turned(
      zone.kind === 'profile' ? zone.points.map((point) => ({ ...point, corner: true })) : [],
    );
    const exact = 2 * Math.PI * r * 0.16;
    expect(outsideArea(zone) / exact).toBeCloseTo(1, 2);
    // better than the stack of cones that corners make of it
    expect(Math.abs(outsideArea(zone) - exact)).toBeLessThan(Math.abs(outsideArea(cones) - exact));
  });

  it('is straight to a corner, and from it: two cones of πrs each', () => {
    const [a, b, c] = points([0, 0.08], [0.06, 0.2], [0.14, 0.08]) as [
      ProfilePoint,
      ProfilePoint,
      ProfilePoint,
    ];
    const cornered = turned([a, { ...b, corner: true }, c]);
    const cone = (r1: number, r2: number, h: number) => Math.PI * (r1 + r2) * Math.hypot(r2 - r1, h);
    expect(outsideArea(cornered)).toBeCloseTo(cone(0.04, 0.1, 0.06) + cone(0.1, 0.04, 0.08), 12);
    expect(silhouette(cornered)).toHaveLength(3);
    expect(outsideArea(turned([a, b, c]))).not.toBeCloseTo(outsideArea(cornered), 4);
  });

  it('stays a curve, and its corners stay, when the wall is stretched: the face grows as was said', () => {
    fc.assert(
      fc.property(
        profiles,
        fc.integer({ min: 1, max: 6 }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (of, at, ratio) => {
          const form = turned(of.map((point, i) => (i === at ? { ...point, corner: true } : point)));
          expect(outsideArea(stretchedForm(form, 'area', ratio)) / outsideArea(form)).toBeCloseTo(ratio, 6);
        },
      ),
    );
  });

  it('has the clay of its wall by its middle face: a shell of a sphere by Pappus', () => {
    const whole = points([0, 0.12], [0.04, 0.185], [0.08, 0.2], [0.12, 0.185], [0.16, 0.12]);
    const thin = clayVolume(turned(whole, 0.002));
    const thick = clayVolume(turned(whole, 0.004));
    expect(thick / thin).toBeGreaterThan(1.9);
    expect(thick / thin).toBeLessThan(2);
  });
});
