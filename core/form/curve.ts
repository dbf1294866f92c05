import { curveMonotoneY } from 'd3-shape';
import type { ProfilePoint } from './form.ts';

/** So many straight stretches stand for the curve between two heights: areas come out within a ten-thousandth. */
const STRETCHES = 12;

const known = new WeakMap<readonly ProfilePoint[], ProfilePoint[]>();

/**
 * A turned form's side between the heights that were measured: a smooth curve through them that never swells or narrows
 * beyond the two it lies between (Steffen 1990, Astron. Astrophys. 239, 443), with a corner where the maker set one.
 * @param points foot first, heights rising
 */
export function turnedCurve(points: readonly ProfilePoint[]): ProfilePoint[] {
  let curve = known.get(points);
  if (!curve) {
    curve = runsOf(points).flatMap((run, i) => smooth(run).slice(i === 0 ? 0 : 1));
    known.set(points, curve);
  }
  return curve;
}

/** The points from corner to corner, each corner in both runs that meet there. */
function runsOf(points: readonly ProfilePoint[]): ProfilePoint[][] {
  const runs: ProfilePoint[][] = [[]];
  points.forEach((point, i) => {
    runs.at(-1)!.push(point);
    if (point.corner && i > 0 && i < points.length - 1) runs.push([point]);
  });
  return runs;
}

function smooth(run: readonly ProfilePoint[]): ProfilePoint[] {
  if (run.length < 3) return run.map(({ heightM, diameterM }) => ({ heightM, diameterM }));
  const sides: ProfilePoint[] = [];
  let from = run[0]!;
  sides.push(from);
  const ignored = () => undefined;
  const curve = curveMonotoneY({
    moveTo: ignored,
    lineTo: ignored,
    closePath: ignored,
    bezierCurveTo: (d1: number, _h1: number, d2: number, _h2: number, diameterM: number, heightM: number) => {
      // its control points stand at thirds of the height, which so goes evenly
      for (let k = 1; k <= STRETCHES; k++) {
        const t = k / STRETCHES;
        const u = 1 - t;
        sides.push({
          heightM: from.heightM + t * (heightM - from.heightM),
          diameterM: u ** 3 * from.diameterM + 3 * u * u * t * d1 + 3 * u * t * t * d2 + t ** 3 * diameterM,
        });
      }
      from = { heightM, diameterM };
    },
  } as unknown as CanvasRenderingContext2D);
  curve.lineStart();
  for (const { heightM, diameterM } of run) curve.point(diameterM, heightM);
  curve.lineEnd();
  return sides;
}
