import type { z } from 'zod';
import type { EntryBodies, EntryKind } from '../../core/log/entry.ts';
import { problem, type Problem } from '../../core/units/problem.ts';

/** An entry as a file brings it, before it has a name and a time. */
export type DraftEntry = {
  [K in EntryKind]: { kind: K; subject: string; at?: string; body: EntryBodies[K] };
}[EntryKind];

export type ReadRow = { line: number; words: string; entry: DraftEntry } | { line: number; problem: string };

/** The rows of a file, or why it cannot be read at all. */
export type Reading = { rows: ReadRow[] } | { problem: Problem };

export const cleared = (message: string): { problem: Problem } => ({
  problem: problem('unreadable-file', 'file', `${message} Nothing was taken.`),
});

/** A JSON file of a schema. */
export function readJson<T>(text: string, shape: z.ZodType<T>, rows: (file: T) => ReadRow[]): Reading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return cleared('The file begins like JSON but cannot be read as such: it may be cut off.');
  }
  const parsed = shape.safeParse(json);
  if (parsed.success) return { rows: rows(parsed.data) };
  const { path, message } = parsed.error.issues[0]!;
  return cleared(`${path.join('.')}: ${message}`);
}
