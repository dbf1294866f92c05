import type { ClayBody } from '../../clay/body.ts';
import { layerFigures } from '../laws.ts';
import type { Mesh } from '../mesh.ts';
import { bareCells } from '../skin.ts';

/** The kernel's quantities of each cell that follow from the mesh alone, in this order. */
export const cellFigures = [
  'PER_WIDTH',
  'HALF_DEPTH',
  'MEAN_WEIGHT',
  'LEFT_SHARE',
  'PER_DISTANCE',
  'LETS_AT',
  'LETS_BY',
] as const;
const OF_CELL = cellFigures.length;
export const OF_LAYER = 4;

/** Of a boundary between two cells. */
const boundaries = { none: 0, withinOne: 1, betweenTwo: 2 };

/** A mesh as the kernel wants it, reckoned once. */
export interface MeshFigures {
  /** By cell, as many as there are cell figures. */
  cells: Float32Array;
  /** By cell: its layer, its boundary to the next, the cell of clay that a film there asks. */
  kinds: Int32Array;
  /** By layer: D at no water, its growth, v at no water, X_c. */
  layers: Float32Array;
  /** Cells that meet the air, those inside first, and on which share of the face. */
  bare: { cell: number; share: number }[];
  bareInside: number;
  /** The layer that is clay. */
  clay: number;
  perSolids: number;
}

const known = new WeakMap<Mesh, MeshFigures>();

/** @param body of the wall that has this mesh: no other has it */
export function figuresOf(mesh: Mesh, body: ClayBody): MeshFigures {
  const before = known.get(mesh);
  if (before) return before;
  const layers = mesh.layers.map((layer) => layerFigures(layer, body));
  const inside = bareCells(mesh, 'inside');
  const made: MeshFigures = {
    cells: cellsOf(mesh, layers),
    kinds: kindsOf(mesh),
    layers: Float32Array.from(
      layers.flatMap(({ at0, growth, dryVolume, stopsAt }) => [at0, growth, dryVolume, stopsAt]),
    ),
    bare: [...inside, ...bareCells(mesh, 'outside')],
    bareInside: inside.length,
    clay: mesh.layers.indexOf(mesh.body),
    perSolids: 1 / sumOf(mesh.widths),
  };
  known.set(mesh, made);
  return made;
}

const sumOf = (widths: Float64Array): number => widths.reduce((sum, width) => sum + width, 0);

function cellsOf({ widths, layers, body }: Mesh, figures: ReturnType<typeof layerFigures>[]): Float32Array {
  const n = widths.length;
  let clay = 0;
  for (let i = body.from; i < body.to; i++) clay += widths[i]!;
  const cells = new Float32Array(n * OF_CELL);
  for (let k = 0; k < layers.length; k++) {
    const { from, to, share } = layers[k]!;
    for (let i = from; i < to; i++) {
      const width = widths[i]!;
      const next = widths[i + 1] ?? 1;
      const beside = i < to - 1 ? share : (layers[k + 1]?.share ?? 1);
      const lets = i === to - 1 ? (figures[k]!.lets ?? figures[k + 1]?.lets) : undefined;
      const q = i * OF_CELL;
      cells[q] = 1 / width;
      cells[q + 1] = width / (2 * share);
      cells[q + 2] = i < body.from || i >= body.to ? 0 : width / clay;
      cells[q + 3] = next / (width + next);
      cells[q + 4] = i < to - 1 ? (2 * share * beside) / (width + next) : Math.min(share, beside);
      cells[q + 5] = lets ? lets.none / (lets.none - lets.all) : 1;
      cells[q + 6] = lets ? -1 / (lets.none - lets.all) : 0;
    }
  }
  return cells;
}

function kindsOf({ widths, layers, body }: Mesh): Int32Array {
  const n = widths.length;
  const kinds = new Int32Array(n * 3);
  for (let k = 0; k < layers.length; k++) {
    const { from, to } = layers[k]!;
    for (let i = from; i < to; i++) {
      kinds[i * 3] = k;
      kinds[i * 3 + 1] =
        i < to - 1 ? boundaries.withinOne : i < n - 1 ? boundaries.betweenTwo : boundaries.none;
      kinds[i * 3 + 2] = i < body.from ? body.from : body.to - 1;
    }
  }
  return kinds;
}
