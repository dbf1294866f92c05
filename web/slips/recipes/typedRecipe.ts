import type { Recipe, RecipeLine } from '../../../core/slip/recipe.ts';
import { formatNumber, type UnitChoice } from '../../../core/units/quantity.ts';
import { typedNumber } from '../../ui/fields.tsx';

export interface TypedLine {
  /** Marks the row while it is moved about. */
  key: number;
  materialId: string;
  percent: string;
}

/** A recipe as it is being typed. */
export interface TypedRecipe extends Omit<Recipe, 'base' | 'additions' | 'electrolyte' | 'gravity'> {
  base: TypedLine[];
  additions: TypedLine[];
  electrolyte: TypedLine[];
  gravity: string;
  nextKey: number;
}

const blank: Recipe = {
  name: '',
  kind: 'slip',
  use: 'brushed-engobe',
  base: [{ materialId: 'china-clay', percent: 100 }],
  additions: [],
  electrolyte: null,
  gravity: null,
  note: '',
};

export function typedRecipe(recipe: Recipe | null, units: UnitChoice): TypedRecipe {
  const { base, additions, electrolyte, gravity, ...rest } = recipe ?? blank;
  let nextKey = 0;
  const typed = (lines: RecipeLine[]): TypedLine[] =>
    lines.map(({ materialId, percent }) => ({
      key: nextKey++,
      materialId,
      percent: formatNumber(percent, 4, units),
    }));
  return {
    ...rest,
    base: typed(base),
    additions: typed(additions),
    electrolyte: typed(electrolyte ? [electrolyte] : []),
    gravity: gravity === null ? '' : formatNumber(gravity, 3, units),
    nextKey,
  };
}

/** The recipe that was typed; a percentage that is no number is NaN, for the check to name. */
export function recipeTyped({
  base,
  additions,
  electrolyte,
  gravity,
  name,
  kind,
  use,
  note,
}: TypedRecipe): Recipe {
  const lines = (typed: TypedLine[]): RecipeLine[] =>
    typed.map(({ materialId, percent }) => ({ materialId, percent: typedNumber(percent) ?? Number.NaN }));
  return {
    name,
    kind,
    use,
    base: lines(base),
    additions: lines(additions),
    electrolyte: lines(electrolyte)[0] ?? null,
    gravity: typedNumber(gravity),
    note,
  };
}
