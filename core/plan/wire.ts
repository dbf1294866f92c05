import type { Mesh } from '../drying/mesh.ts';
import type { Trajectory } from '../drying/trajectory.ts';
import type { Instant } from '../units/quantity.ts';
import type { PiecePlan } from './plan.ts';

/** A plan as it is sent from one machine to another: its wall in plain numbers. */
export type PlanWire = Omit<PiecePlan, 'trajectory'> & { trajectory: TrajectoryWire };

interface TrajectoryWire {
  at: Instant[];
  x: number[][];
  rate: number[][];
  /** Which of the meshes each record has. */
  mesh: number[];
  meshes: MeshWire[];
}

type MeshWire = { widths: number[] } & Pick<Mesh, 'layers' | 'outerSolids'>;

/** Digits of a water content (kg/kg) and of its rate: finer than anyone weighs, and than any picture shows. */
const WATER_DIGITS = 6;
const RATE_DIGITS = 5;

export function toWire(plan: PiecePlan): PlanWire {
  const { at, x, rate, mesh } = plan.trajectory;
  const meshes = [...new Set(mesh)];
  return {
    ...plan,
    trajectory: {
      at,
      x: x.map((cells) => Array.from(cells, (value) => Number(value.toFixed(WATER_DIGITS)))),
      rate: rate.map((cells) => Array.from(cells, (value) => Number(value.toPrecision(RATE_DIGITS)))),
      mesh: mesh.map((of) => meshes.indexOf(of)),
      meshes: meshes.map(({ widths, layers, outerSolids }) => ({ widths: [...widths], layers, outerSolids })),
    },
  };
}

export const fromWire = (wire: PlanWire): PiecePlan => ({
  ...wire,
  trajectory: trajectoryFrom(wire.trajectory),
});

function trajectoryFrom({ at, x, rate, mesh, meshes }: TrajectoryWire): Trajectory {
  const walls = meshes.map(meshFrom);
  return {
    at,
    x: x.map((cells) => Float64Array.from(cells)),
    rate: rate.map((cells) => Float64Array.from(cells)),
    mesh: mesh.map((i) => walls[i]!),
  };
}

const meshFrom = ({ widths, layers, outerSolids }: MeshWire): Mesh => ({
  widths: Float64Array.from(widths),
  layers,
  body: layers.find(({ coat }) => coat === null)!,
  outerSolids,
});
