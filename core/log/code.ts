import { problem, type Problem } from '../units/problem.ts';

/** Short codes that are cut into clay: a letter and two figures, none that is taken for another when it is smeared. */

const LETTERS = 'ACDEFHJKLMNPRTUVWXY';
const FIGURES = '2345679';

export const CODE = /^[ACDEFHJKLMNPRTUVWXY][2345679]{2}$/;

const all: string[] = [...LETTERS].flatMap((letter) =>
  [...FIGURES].flatMap((tens) => [...FIGURES].map((ones) => letter + tens + ones)),
);

/**
 * Codes that are not taken, in order.
 * @param count at most as many as there are left of 931
 */
export function freeCodes(count: number, taken: Iterable<string>): string[] {
  const not = new Set(taken);
  return all.filter((code) => !not.has(code)).slice(0, count);
}

/** A code as it was read off the clay or typed: small letters, O for a nought and the like are taken for what they can only be. */
export const readCode = (typed: string): string => typed.trim().toUpperCase().replace(/[\s-]/g, '');

export const codeProblem = (code: string): Problem | null =>
  CODE.test(code)
    ? null
    : problem(
        'no-code',
        'body.code',
        `“${code}” is no code: it is a letter and two figures, like K27, without B, G, I, O, Q, S, Z, 0, 1 and 8.`,
      );
