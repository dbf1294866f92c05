import { problem, type Problem } from '../units/problem.ts';
import { consistencyFor, type SlipUse, type WantedByUse } from './consistency.ts';
import { dryContent } from './density.ts';
import { mixtureDensity, type Material } from './material.ts';

export type RecipeKind = 'slip' | 'engobe' | 'wash' | 'sigillata' | 'texture' | 'joining' | 'coloured-clay';

export interface RecipeLine {
  materialId: string;
  percent: number;
}

/** A base that makes 100 %, additions over it, and an electrolyte by the dry mass of both. */
export interface Recipe {
  name: string;
  kind: RecipeKind;
  use: SlipUse;
  base: RecipeLine[];
  additions: RecipeLine[];
  electrolyte: RecipeLine | null;
  /** SG aimed at; null for the middle of what its use wants. */
  gravity: number | null;
  note: string;
}

export type Materials = Record<string, Material>;

/** Common practice: iron and stains wedged into clay, not above this. */
const WEDGED_STAIN_LIMIT = 10;

/** Percentages of a sum other than 100 are brought to it; what cannot be right is a problem that names its line. */
export function recipeProblem(recipe: Recipe, materials: Materials): Problem | null {
  const lines: [string, RecipeLine[]][] = [
    ['base', recipe.base],
    ['additions', recipe.additions],
    ['electrolyte', recipe.electrolyte ? [recipe.electrolyte] : []],
  ];
  for (const [part, list] of lines) {
    for (const [i, line] of list.entries()) {
      const field = part === 'electrolyte' ? part : `${part}.${i}`;
      if (!materials[line.materialId])
        return problem(
          'no-such-material',
          `${field}.materialId`,
          'This material is not known: pick one from the list.',
        );
      if (!Number.isFinite(line.percent))
        return problem('not-a-number', `${field}.percent`, 'The percentage must be a number.');
      if (line.percent < 0)
        return problem(
          'negative',
          `${field}.percent`,
          'A percentage cannot be below zero: take the line out instead.',
        );
    }
  }
  if (baseSum(recipe) <= 0)
    return problem(
      'empty',
      'base',
      'The base sums to nothing: give at least one material and its percentage.',
    );
  return null;
}

const baseSum = ({ base }: Recipe): number => base.reduce((sum, line) => sum + line.percent, 0);

/** What deserves a second look in a recipe that can be mixed. */
export function recipeQuestions(recipe: Recipe, materials: Materials): string[] {
  const questions: string[] = [];
  const sum = baseSum(recipe);
  if (Math.abs(sum - 100) > 0.05)
    questions.push(`The base sums to ${round(sum)} %: it is brought to 100 when it is mixed.`);
  for (const { materialId, percent } of [
    ...recipe.additions,
    ...(recipe.electrolyte ? [recipe.electrolyte] : []),
  ]) {
    const { name, usualPercent, note, kind } = materials[materialId]!;
    if (recipe.kind === 'coloured-clay' && (kind === 'stain' || materialId === 'red-iron')) {
      if (percent > WEDGED_STAIN_LIMIT)
        questions.push(
          `${name} at ${round(percent)} %: wedged into clay, mostly not above ${WEDGED_STAIN_LIMIT} %.`,
        );
    } else if (usualPercent && (percent < usualPercent.from || percent > usualPercent.to)) {
      const side = percent < usualPercent.from ? 'weaker' : 'stronger';
      const remark = note === '' || side === 'weaker' ? '' : ` ${note}.`;
      questions.push(
        `${name} at ${round(percent)} % is ${side} than usual, ${usualPercent.from} to ${usualPercent.to} %.${remark}`,
      );
    }
  }
  return questions;
}

const round = (value: number): number => Number(value.toFixed(2));

export interface BatchLine {
  materialId: string;
  kg: number;
  /** Percent of the base's dry mass. */
  percent: number;
  part: 'base' | 'addition' | 'electrolyte';
}

export interface Batch {
  lines: BatchLine[];
  /** All dry material, kg: base and additions. */
  dryKg: number;
  /** Density of the dry mixture, kg/m³. */
  grainDensity: number;
  gravity: number;
  waterKg: number;
  volumeM3: number;
}

/** How much is wanted. */
export type BatchSize =
  | { by: 'dry'; kg: number }
  | { by: 'volume'; m3: number }
  | { by: 'area'; areaM2: number; thicknessM: number; coats: number; wasteShare: number }
  | { by: 'ingredient'; materialId: string; kg: number };

/** The SG a recipe is mixed to. */
export function gravityOf(recipe: Recipe, wanted: WantedByUse = {}): number {
  const { from, to } = consistencyFor(recipe.use, wanted).gravity;
  return recipe.gravity ?? (from + to) / 2;
}

/** A batch of one kilogram of base, by mass balance. Coloured clay takes no water. */
function unitBatch(recipe: Recipe, materials: Materials, wanted: WantedByUse): Batch {
  const sum = baseSum(recipe);
  const base = recipe.base.map((line): BatchLine => ({
    materialId: line.materialId,
    percent: (100 * line.percent) / sum,
    kg: line.percent / sum,
    part: 'base',
  }));
  const over = recipe.additions.map((line): BatchLine => ({
    ...line,
    kg: line.percent / 100,
    part: 'addition',
  }));
  const dry = [...base, ...over];
  const dryKg = dry.reduce((total, line) => total + line.kg, 0);
  const grainDensity = mixtureDensity(
    dry.map(({ kg, materialId }) => ({ kg, grainDensity: materials[materialId]!.grainDensity })),
  );
  const electrolyte = recipe.electrolyte
    ? [
        {
          ...recipe.electrolyte,
          kg: (recipe.electrolyte.percent / 100) * dryKg,
          part: 'electrolyte' as const,
        },
      ]
    : [];
  const gravity = gravityOf(recipe, wanted);
  const wet = recipe.kind !== 'coloured-clay';
  const volumeM3 = wet ? dryKg / dryContent(gravity, grainDensity) : dryKg / grainDensity;
  const waterKg = wet ? volumeM3 * gravity * 1000 - dryKg : 0;
  return { lines: [...dry, ...electrolyte], dryKg, grainDensity, gravity, waterKg, volumeM3 };
}

/**
 * The amounts of a recipe for a size. Base to 100 %, additions over it, electrolyte by the dry mass of both, water by SG.
 * @param recipe one that `recipeProblem` finds nothing in
 */
export function batchOf(
  recipe: Recipe,
  materials: Materials,
  size: BatchSize,
  wanted: WantedByUse = {},
): Batch {
  const unit = unitBatch(recipe, materials, wanted);
  return scaled(unit, factorFor(unit, size));
}

function factorFor(unit: Batch, size: BatchSize): number {
  switch (size.by) {
    case 'dry':
      return size.kg / unit.dryKg;
    case 'volume':
      return size.m3 / unit.volumeM3;
    case 'area':
      return (size.areaM2 * size.thicknessM * size.coats) / (1 - size.wasteShare) / unit.volumeM3;
    case 'ingredient': {
      const line = unit.lines.find((l) => l.materialId === size.materialId);
      return line && line.kg > 0 ? size.kg / line.kg : 0;
    }
  }
}

const scaled = (batch: Batch, by: number): Batch => ({
  ...batch,
  lines: batch.lines.map((line) => ({ ...line, kg: line.kg * by })),
  dryKg: batch.dryKg * by,
  waterKg: batch.waterKg * by,
  volumeM3: batch.volumeM3 * by,
});

export interface RoundedBatch {
  /** `truePercent` is of the base as weighed; of all dry mass for the electrolyte. */
  lines: (BatchLine & { weighKg: number; truePercent: number })[];
  waterKg: number;
  /** Dry mass that is weighed in over that asked for. */
  factor: number;
  /** Largest relative error of a line after rounding. */
  worst: number;
  /** Decimals of a percentage that are as fine as the scale tells of this base. */
  decimals: number;
  /** Dry mass that would bring every line within one percent on this scale, kg; null where this one does. */
  betterDryKg: number | null;
}

/** A batch may be made this much larger, or smaller where something is short, if that lets every line be weighed truer. */
const LEEWAY = 0.03;
const TRIALS = 61;
const TRUE_ENOUGH = 0.01;
const MOST_DECIMALS = 3;

/**
 * A batch as a scale can weigh it: the size within 3 % of that asked for at which the worst line is truest.
 * @param stepKg what the scale resolves, kg
 * @param spare `more`: never less is made than was asked for; `less`: never more, where there is no more of something
 */
export function roundedBatch(batch: Batch, stepKg: number, spare: 'more' | 'less' = 'more'): RoundedBatch {
  const weigh = (kg: number, factor: number) => Math.round((kg * factor) / stepKg) * stepKg;
  const dryAt = (factor: number) =>
    batch.lines.reduce((sum, { part, kg }) => sum + (part === 'electrolyte' ? 0 : weigh(kg, factor)), 0);
  const isEnough = (factor: number) => spare === 'less' || dryAt(factor) >= batch.dryKg * (1 - 1e-9);
  const sizes = Array.from({ length: TRIALS }, (_, i) => {
    const by = (LEEWAY * i) / (TRIALS - 1);
    return spare === 'more' ? 1 + by : 1 - by;
  });
  // on a scale too coarse for it the largest is the nearest
  const enough = sizes.filter(isEnough);
  const size = (enough.length > 0 ? enough : sizes.slice(-1)).reduce((best, of) =>
    worstError(batch, of, stepKg) < worstError(batch, best, stepKg) - 1e-9 ? of : best,
  );
  const base = batch.lines.reduce((sum, l) => sum + (l.part === 'base' ? weigh(l.kg, size) : 0), 0);
  const dry = dryAt(size);
  const factor = dry > 0 ? dry / batch.dryKg : size;
  const smallest = Math.min(...batch.lines.filter((l) => l.kg > 0).map((l) => l.kg));
  const worst = worstError(batch, size, stepKg);
  return {
    factor,
    worst,
    decimals:
      base > 0 ? Math.min(MOST_DECIMALS, Math.max(0, Math.round(-Math.log10((100 * stepKg) / base)))) : 0,
    lines: batch.lines.map((line) => ({
      ...line,
      weighKg: weigh(line.kg, size),
      truePercent: base > 0 ? (100 * weigh(line.kg, size)) / (line.part === 'electrolyte' ? dry : base) : 0,
    })),
    waterKg: weigh(batch.waterKg, factor),
    betterDryKg: worst > TRUE_ENOUGH ? (batch.dryKg * stepKg) / (2 * TRUE_ENOUGH) / smallest : null,
  };
}

function worstError({ lines }: Batch, factor: number, stepKg: number): number {
  let worst = 0;
  for (const { kg } of lines) {
    if (kg <= 0) continue;
    const exact = kg * factor;
    worst = Math.max(worst, Math.abs(Math.round(exact / stepKg) * stepKg - exact) / exact);
  }
  return worst;
}
