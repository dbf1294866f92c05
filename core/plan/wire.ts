import type { Mesh } from '../drying/mesh.ts';
import { added, cellsInto, growing, ratesOf, type Records } from '../drying/records.ts';
import type { Instant } from '../units/quantity.ts';
import type { PiecePlan } from './plan.ts';

/** A plan as it is sent from one machine to another: its wall in plain numbers. */
export type PlanWire = Omit<PiecePlan, 'trajectory'> & { trajectory: RecordsWire[] };

interface RecordsWire {
  mesh: MeshWire;
  at: Instant[];
  x: number[][];
  /** Per second. */
  rate: number[][];
  /** Left out where they are looked at to their end. */
  end?: Instant;
}

type MeshWire = { widths: number[] } & Pick<Mesh, 'layers' | 'outerSolids'>;

/** Digits of a water content (kg/kg) and of its rate: finer than anyone weighs, and than any picture shows. */
const WATER_DIGITS = 6;
const RATE_DIGITS = 5;

export const toWire = (plan: PiecePlan): PlanWire => ({
  ...plan,
  trajectory: plan.trajectory.map(recordsTo),
});

export const fromWire = (wire: PlanWire): PiecePlan => ({
  ...wire,
  trajectory: wire.trajectory.map(recordsFrom),
});

function recordsTo(records: Records): RecordsWire {
  const { widths, layers, outerSolids } = records.mesh;
  const sent: RecordsWire = { mesh: { widths: [...widths], layers, outerSolids }, at: [], x: [], rate: [] };
  const cells = new Float64Array(widths.length);
  for (let k = records.from; k < records.to; k++) {
    cellsInto(records, k, cells);
    sent.at.push(records.at[k]!);
    sent.x.push(Array.from(cells, (value) => Number(value.toFixed(WATER_DIGITS))));
    sent.rate.push(Array.from(ratesOf(records, k), (value) => Number(value.toPrecision(RATE_DIGITS))));
  }
  return Number.isFinite(records.end) ? { ...sent, end: records.end } : sent;
}

function recordsFrom({ mesh, at, x, rate, end = Number.POSITIVE_INFINITY }: RecordsWire): Records {
  const records = growing(meshFrom(mesh));
  at.forEach((moment, k) => added(records, moment, Float64Array.from(x[k]!), Float64Array.from(rate[k]!)));
  return { ...records, end };
}

const meshFrom = ({ widths, layers, outerSolids }: MeshWire): Mesh => ({
  widths: Float64Array.from(widths),
  layers,
  body: layers.find(({ coat }) => coat === null)!,
  outerSolids,
});
