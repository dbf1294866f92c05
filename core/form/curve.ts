/** The diameter of a turned form at a height. */
export interface ProfilePoint {
  heightM: number;
  diameterM: number;
  /** It bends sharply there; smooth where it is not said. */
  corner?: true | undefined;
}

/** So many straight stretches stand for the curve between two heights. */
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
  const slopes = slopesOf(run);
  return run.flatMap(({ heightM, diameterM }, i) => {
    const lower = run[i - 1];
    if (!lower) return [{ heightM, diameterM }];
    const tall = heightM - lower.heightM;
    const stretches = run.length < 3 ? 1 : STRETCHES;
    return Array.from({ length: stretches }, (_, k) => {
      const t = (k + 1) / stretches;
      const u = 1 - t;
      // Hermite's cubic between two heights, their slopes given
      return {
        heightM: u * lower.heightM + t * heightM,
        diameterM:
          u * u * (1 + 2 * t) * lower.diameterM +
          t * t * (1 + 2 * u) * diameterM +
          u * t * tall * (u * slopes[i - 1]! - t * slopes[i]!),
      };
    });
  });
}

/** How fast the diameter grows with the height at each point: Steffen 1990, eq. 11; at the ends as of a parabola. */
function slopesOf(run: readonly ProfilePoint[]): number[] {
  const last = run.length - 1;
  const tall = run.slice(1).map(({ heightM }, i) => heightM - run[i]!.heightM);
  const secant = run.slice(1).map(({ diameterM }, i) => (diameterM - run[i]!.diameterM) / tall[i]!);
  const slopes = run.map((_, i) => {
    if (i === 0 || i === last) return 0;
    const [s0, s1] = [secant[i - 1]!, secant[i]!];
    const p = (s0 * tall[i]! + s1 * tall[i - 1]!) / (tall[i - 1]! + tall[i]!);
    return (Math.sign(s0) + Math.sign(s1)) * Math.min(Math.abs(s0), Math.abs(s1), Math.abs(p) / 2);
  });
  slopes[0] = last > 1 ? (3 * secant[0]! - slopes[1]!) / 2 : secant[0]!;
  slopes[last] = last > 1 ? (3 * secant[last - 1]! - slopes[last - 1]!) / 2 : secant[0]!;
  return slopes;
}
