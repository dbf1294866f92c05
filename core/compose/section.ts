import { stepsOf } from '../catalogue/catalogue.ts';
import { rowOf, drawn } from '../operation/rows.ts';
import {
  COLUMNS,
  dropFrom,
  heightOf,
  WALL,
  type Material,
  type SectionState,
  type Slab,
} from '../operation/section.ts';
import type { Effect, Only, StepKey, Technique, Usual } from '../technique/technique.ts';

/** The section through a wall that a technique makes, magnified: drawn from nothing but its own data. */

/** One thing laid, in columns from left to right: between which heights it lies, mm; null where it does not. */
export interface SectionLayer {
  material: Material;
  columns: ([bottom: number, top: number] | null)[];
}

export interface Section {
  laid: SectionLayer[];
  /** Of the whole picture, mm. */
  heightMm: number;
}

/**
 * The section as made, or as fired: what burns out is gone, and a glaze lies over it where one is put on.
 * @param upTo the last step that is drawn; all where that is left out
 */
export function sectionOf(technique: Technique, schools: Only, fired: boolean, upTo?: StepKey): Section {
  const columns: Slab[][] = Array.from({ length: COLUMNS }, () => [{ material: 'clay', id: 0, thick: WALL }]);
  let id = 0;
  const state: SectionState = { columns, next: () => (id += 1), slips: 0 };
  for (const step of stepsOf(technique, schools)) {
    if (step.optional && step.shared === undefined) continue;
    const times = Math.min(3, step.repeat?.usual ?? 1);
    if (step.effects.some((effect) => rowOf(effect).lays === 'slip')) state.slips += 1;
    for (let pass = 0; pass < times; pass++)
      for (const effect of step.effects) if (fired || !isAfterFire(effect)) drawn(effect, state, times);
    if (step.key === upTo) break;
  }
  if (fired) for (const column of columns) dropFrom(column, (slab) => slab.material === 'wax');
  return read(columns, id);
}

const isAfterFire = ({ does }: Effect<Usual>): boolean => does === 'glaze';

function read(columns: Slab[][], last: number): Section {
  const laid: SectionLayer[] = [];
  for (let id = 0; id <= last; id++) {
    const of = columns.map((column): [number, number] | null => {
      const k = column.findIndex((slab) => slab.id === id);
      if (k < 0) return null;
      const bottom = heightOf(column.slice(0, k));
      return [bottom, bottom + column[k]!.thick];
    });
    const first = columns.flatMap((column) => column.filter((slab) => slab.id === id))[0];
    if (first) laid.push({ material: first.material, columns: of });
  }
  return { laid, heightMm: Math.max(...columns.map(heightOf)) };
}
