import type { z } from 'zod';

/** What a schema finds wrong with a form's values, by field. */
export function wrongFields(schema: z.ZodType, value: unknown): Record<string, string> {
  const outcome = schema.safeParse(value);
  if (outcome.success) return {};
  return Object.fromEntries(
    outcome.error.issues.map((issue) => [issue.path.join('.'), issue.message]).reverse(),
  );
}
