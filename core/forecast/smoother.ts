import { Matrix, solve } from 'ml-matrix';
import { randomLcg, randomNormal } from 'd3-random';

/** Members of an ensemble: standard deviations from the prior's mean, one row a member. */
export type Draws = Float64Array[];

/** What a draw predicts, and what was seen. */
export interface Seen {
  /** Predicted values of each member, as many as were seen. */
  predict: (draws: Draws) => Float64Array[];
  values: Float64Array;
  sigmas: Float64Array;
}

/**
 * Normal draws of a seed, shifted and scaled so that their mean is 0 and their spread 1 in each unknown.
 * @param seed 0 to below 1
 */
export function normalDraws(members: number, unknowns: number, seed: number): Draws {
  const normal = randomNormal.source(randomLcg(seed))();
  const draws = Array.from({ length: members }, () => Float64Array.from({ length: unknowns }, normal));
  for (let k = 0; k < unknowns; k++) {
    const mean = draws.reduce((sum, z) => sum + z[k]!, 0) / members;
    const spread = Math.sqrt(draws.reduce((sum, z) => sum + (z[k]! - mean) ** 2, 0) / (members - 1));
    for (const z of draws) z[k] = (z[k]! - mean) / spread;
  }
  return draws;
}

/**
 * Ensemble smoother with multiple data assimilation: Emerick and Reynolds 2013, Computers & Geosciences 55, 3–15.
 * Each pass moves every member by C_zd·(C_dd + α·R)⁻¹·(seen + √α·noise − predicted), with α the number of passes.
 * @returns draws after all passes; the prior's own where nothing was seen
 */
export function smoothed(prior: Draws, seen: Seen, passes: number, seed: number): Draws {
  const count = seen.values.length;
  if (count === 0) return prior;
  const normal = randomNormal.source(randomLcg(seed))();
  let draws = prior;
  for (let pass = 0; pass < passes; pass++) {
    const predicted = seen.predict(draws);
    const deviations = centred(predicted);
    const unknown = centred(draws);
    const scale = draws.length - 1;
    const dd = Matrix.mul(deviations.transpose().mmul(deviations), 1 / scale);
    for (let i = 0; i < count; i++) dd.set(i, i, dd.get(i, i) + passes * seen.sigmas[i]! ** 2);
    const innovations = new Matrix(
      predicted.map((d) =>
        Array.from(
          { length: count },
          (_, i) => seen.values[i]! + Math.sqrt(passes) * seen.sigmas[i]! * normal() - d[i]!,
        ),
      ),
    );
    const weights = solve(dd, innovations.transpose());
    const cross = Matrix.mul(unknown.transpose().mmul(deviations), 1 / scale);
    const moves = cross.mmul(weights);
    draws = draws.map((z, m) => z.map((value, k) => value + moves.get(k, m)));
  }
  return draws;
}

function centred(rows: Float64Array[]): Matrix {
  const width = rows[0]!.length;
  const means = Array.from(
    { length: width },
    (_, k) => rows.reduce((sum, r) => sum + r[k]!, 0) / rows.length,
  );
  return new Matrix(rows.map((r) => Array.from(r, (value, k) => value - means[k]!)));
}
