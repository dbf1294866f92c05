/** An error as a value: what happened, which field, and what to do. */
export interface Problem {
  code: string;
  /** The field of the input, as a dotted path, where there is one. */
  field: string | null;
  /** What happened, in words a potter understands, with the remedy. */
  message: string;
}

export const problem = (code: string, field: string | null, message: string): Problem => ({
  code,
  field,
  message,
});

export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const refused = (code: string, field: string | null, message: string): Result<never> => ({
  ok: false,
  problem: problem(code, field, message),
});
