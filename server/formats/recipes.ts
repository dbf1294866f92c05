import { recipeFile, type RecipeFile } from '../../api/formats.ts';
import { recipe as recipeShape } from '../../api/slip.ts';
import type { SlipCatalogue } from '../../core/log/materials.ts';
import { rawMaterials } from '../../core/slip/rawMaterials.ts';
import type { Recipe, RecipeLine } from '../../core/slip/recipe.ts';
import { readNumber } from '../../core/units/quantity.ts';
import { fromCsv, toCsv, type CsvRow } from './csv.ts';
import { cleared, readJson, type ReadRow, type Reading } from './reading.ts';

const HEADERS = ['recipe', 'kind', 'use', 'part', 'material', 'percent', 'gravity', 'note'];

export function recipesJson({ recipes, materials }: SlipCatalogue): RecipeFile {
  const own = Object.fromEntries(Object.entries(materials).filter(([id, m]) => rawMaterials[id] !== m));
  return {
    format: 'kosmema-recipes',
    version: 1,
    materials: own,
    recipes: recipes.map(({ id, recipe }) => ({ id, ...recipe })),
  };
}

/** One row a line of a recipe. */
export function recipesCsv({ recipes, materials }: SlipCatalogue): string {
  const rows = recipes.flatMap(({ recipe }) => {
    const lines: [string, RecipeLine][] = [
      ...recipe.base.map((line): [string, RecipeLine] => ['base', line]),
      ...recipe.additions.map((line): [string, RecipeLine] => ['addition', line]),
      ...(recipe.electrolyte ? [['electrolyte', recipe.electrolyte] as [string, RecipeLine]] : []),
    ];
    return lines.map(([part, { materialId, percent }]) => [
      recipe.name,
      recipe.kind,
      recipe.use,
      part,
      materials[materialId]?.name ?? materialId,
      percent,
      recipe.gravity,
      recipe.note,
    ]);
  });
  return toCsv(HEADERS, rows);
}

/** What a file of recipes holds; a recipe of a known name becomes its next revision. */
export function readRecipes(text: string, catalogue: SlipCatalogue): Reading {
  if (text.trimStart().startsWith('{')) {
    return readJson(text, recipeFile, (file) => [
      ...Object.entries(file.materials).map(([id, material], i): ReadRow => ({
        line: i + 1,
        words: `${material.name}, a material`,
        entry: { kind: 'material.set', subject: id, body: material },
      })),
      ...file.recipes.map(({ id, ...recipe }, i) => recipeRow(recipe, i + 1, catalogue, id)),
    ]);
  }
  const { headers, rows } = fromCsv(text);
  const missing = ['recipe', 'part', 'material', 'percent'].filter((h) => !headers.includes(h));
  if (missing.length > 0)
    return cleared(`The file lacks the columns ${missing.join(', ')}: its first line names them.`);
  const byName = new Map<string, CsvRow[]>();
  for (const row of rows)
    byName.set(row.cells['recipe']!, [...(byName.get(row.cells['recipe']!) ?? []), row]);
  return { rows: [...byName].map(([name, lines]) => csvRecipe(name, lines, catalogue)) };
}

function csvRecipe(name: string, rows: CsvRow[], catalogue: SlipCatalogue): ReadRow {
  const { line, cells } = rows[0]!;
  const parts: Record<string, RecipeLine[]> = { base: [], addition: [], electrolyte: [] };
  for (const row of rows) {
    const part = parts[row.cells['part'] ?? ''];
    if (!part) return bad(row, `part should be base, addition or electrolyte, not “${row.cells['part']}”`);
    const materialId = materialNamed(row.cells['material']!, catalogue);
    if (!materialId)
      return bad(row, `the material “${row.cells['material']}” is not known here: add it first`);
    const percent = readNumber(row.cells['percent']!);
    if (percent === null) return bad(row, `the percentage “${row.cells['percent']}” is not a number`);
    part.push({ materialId, percent });
  }
  const gravity = cells['gravity'] ? readNumber(cells['gravity']) : null;
  const draft = {
    name,
    kind: cells['kind'] || 'slip',
    use: cells['use'] || 'brushed-engobe',
    base: parts['base'],
    additions: parts['addition'],
    electrolyte: parts['electrolyte']![0] ?? null,
    gravity,
    note: cells['note'] ?? '',
  };
  const parsed = recipeShape.safeParse(draft);
  if (!parsed.success)
    return bad(rows[0]!, `${parsed.error.issues[0]!.path.join('.')}: ${parsed.error.issues[0]!.message}`);
  return recipeRow(parsed.data, line, catalogue);
}

const bad = ({ line }: CsvRow, problem: string): ReadRow => ({ line, problem });

const materialNamed = (text: string, { materials }: SlipCatalogue): string | null =>
  materials[text]
    ? text
    : (Object.entries(materials).find(([, m]) => m.name.toLowerCase() === text.toLowerCase())?.[0] ?? null);

function recipeRow(recipe: Recipe, line: number, { recipes }: SlipCatalogue, id?: string): ReadRow {
  const known = recipes.find((r) => r.recipe.name === recipe.name)?.id;
  const slug = recipe.name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 60);
  return {
    line,
    words: `${recipe.name}: ${recipe.base.length + recipe.additions.length} materials${known ? ', a new revision' : ''}`,
    entry: { kind: 'recipe.set', subject: id ?? known ?? `recipe-${slug}`, body: recipe },
  };
}
