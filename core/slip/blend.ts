import { mixtureDensity } from './material.ts';
import { batchOf, type Materials, type Recipe } from './recipe.ts';

/** A line between two, a series of increments between a slip and a glaze, a triangle of three, a square of four. */
export type BlendKind = 'line' | 'increments' | 'triaxial' | 'square';

export const cornersOf: Record<BlendKind, number> = { line: 2, increments: 2, triaxial: 3, square: 4 };

export interface Cup {
  /** What is written on the cup and on the back of its tile. */
  label: string;
  /** Share of each corner, adding to 1. */
  shares: number[];
  row: number;
  column: number;
}

/**
 * The cups of a blend.
 * @param steps intervals along an edge, 1 to 20; a triangle of 10 has 66 cups
 * @example blendCups('triaxial', 10).length // 66
 */
export function blendCups(kind: BlendKind, steps: number): Cup[] {
  const cups: Cup[] = [];
  const add = (row: number, column: number, shares: number[]) =>
    cups.push({ label: `${letter(row)}${column + 1}`, shares, row, column });
  if (kind === 'line') for (let i = 0; i <= steps; i++) add(0, i, [1 - i / steps, i / steps]);
  if (kind === 'increments') for (let i = 1; i < steps; i++) add(0, i - 1, [1 - i / steps, i / steps]);
  if (kind === 'triaxial')
    for (let row = 0; row <= steps; row++)
      for (let column = 0; column <= row; column++)
        add(row, column, [(steps - row) / steps, (row - column) / steps, column / steps]);
  if (kind === 'square')
    for (let row = 0; row <= steps; row++)
      for (let column = 0; column <= steps; column++) {
        const down = row / steps;
        const across = column / steps;
        add(row, column, [
          (1 - down) * (1 - across),
          (1 - down) * across,
          down * (1 - across),
          down * across,
        ]);
      }
  return cups;
}

const letter = (row: number): string => String.fromCharCode(65 + row);

export interface BlendTable {
  /** Materials of all corners, in the order they first appear. */
  materialIds: string[];
  rows: { cup: Cup; kg: number[]; grainDensity: number }[];
}

/**
 * What to weigh into each cup, dry, by material.
 * @param corners recipes that `recipeProblem` finds nothing in, as many as the kind has corners
 */
export function blendTable(
  kind: BlendKind,
  steps: number,
  corners: Recipe[],
  materials: Materials,
  cupDryKg: number,
): BlendTable {
  const unit = corners.map((recipe) => batchOf(recipe, materials, { by: 'dry', kg: 1 }).lines);
  const materialIds = [...new Set(unit.flat().map((line) => line.materialId))];
  const perCorner = unit.map((lines) =>
    materialIds.map((id) => lines.reduce((sum, line) => sum + (line.materialId === id ? line.kg : 0), 0)),
  );
  const densities = materialIds.map((id) => materials[id]!.grainDensity);
  const rows = blendCups(kind, steps).map((cup) => {
    const kg = materialIds.map(
      (_, m) => cupDryKg * cup.shares.reduce((sum, share, c) => sum + share * perCorner[c]![m]!, 0),
    );
    const parts = kg.map((amount, m) => ({ kg: amount, grainDensity: densities[m]! }));
    return { cup, kg, grainDensity: mixtureDensity(parts) };
  });
  return { materialIds, rows };
}
