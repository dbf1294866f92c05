import { z } from 'zod';
import { feel, material, recipe } from './slip.ts';
import { id, instant, name } from './quantity.ts';

/** Open formats of recipes and measurements, as JSON; docs/formats.md publishes them. Amounts carry their unit in their name. */

export const recipeFile = z.object({
  format: z.literal('kosmema-recipes', {
    error: 'This is not a file of recipes: its format should say kosmema-recipes.',
  }),
  version: z.literal(1, { error: 'This file is of another version than 1.' }),
  /** Materials beyond the common ones, by id. */
  materials: z.record(id, material),
  recipes: z.array(recipe.extend({ id: id.optional() })),
});

export const measurementRow = z.object({
  tub: name('The tub'),
  at: instant,
  sg: z.number().nullable(),
  mass_g: z.number().nullable(),
  tare_g: z.number().nullable(),
  volume_ml: z.number().nullable(),
  feel: feel.nullable(),
  cup: z.string().nullable(),
  seconds: z.number().nullable(),
  rest_s: z.number().nullable(),
  temperature_c: z.number().nullable(),
  level_ml: z.number().nullable(),
});

export const measurementFile = z.object({
  format: z.literal('kosmema-measurements', {
    error: 'This is not a file of measurements: its format should say kosmema-measurements.',
  }),
  version: z.literal(1, { error: 'This file is of another version than 1.' }),
  measurements: z.array(measurementRow),
});

/** The published schemas (JSON Schema 2020-12) of the two files. */
export const formatSchemas = () => ({
  recipes: z.toJSONSchema(recipeFile, { io: 'input', unrepresentable: 'any' }),
  measurements: z.toJSONSchema(measurementFile, { io: 'input', unrepresentable: 'any' }),
});

export type RecipeFile = z.infer<typeof recipeFile>;
export type MeasurementFile = z.infer<typeof measurementFile>;
export type MeasurementRow = z.infer<typeof measurementRow>;

export const formatKind = z.enum(['recipes', 'measurements']);
export type FormatKind = z.infer<typeof formatKind>;

/** POST /api/formats/preview and /api/formats/take */
export const formatRequest = z.object({
  file: z.string().regex(/^[0-9a-f]{64}$/, 'Upload the file first.'),
  kind: formatKind,
  makerId: id,
  skipBad: z.boolean(),
});

export interface FormatPreview {
  good: number;
  bad: { line: number; message: string }[];
  badCount: number;
  /** What the first good rows are, in words. */
  sample: string[];
}

export interface FormatTaken {
  entries: number;
}
