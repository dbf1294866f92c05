import type { WallName } from '../form/places.ts';
import type { FaceName, Mesh } from './mesh.ts';
import { readingNamed, signReading, type Reading, type ReadingName } from './readings.ts';
import type { WallRun } from './wallRun.ts';

/** A reading of a wall that falls below a bound, kg/kg. */
export interface Stop {
  reading: ReadingName | 'sign';
  face: FaceName;
  below: number;
}

/** Walls of a piece are asked for no further once one of the stops of each wall named here holds. */
export type Stops = Partial<Record<WallName, Stop[]>>;

const readingOf = ({ reading, face }: Stop): Reading =>
  reading === 'sign' ? signReading(face) : readingNamed(reading, face);

/** Whether a wall has fallen below one of its stops. */
const hasStopped = (stops: Stop[], x: Float64Array, mesh: Mesh): boolean =>
  stops.some((stop) => readingOf(stop)(x, mesh) < stop.below);

/** Whether all walls that are asked have. */
export const haveStopped = (stops: Stops, names: readonly WallName[], runs: readonly WallRun[]): boolean =>
  names.every((name, i) => {
    const of = stops[name];
    return !of || hasStopped(of, runs[i]!.state.x, runs[i]!.wall.mesh);
  });
