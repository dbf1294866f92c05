import type { Taughtable } from '../../core/forecast/learn.ts';
import type { Belief } from '../../core/forecast/prior.ts';

/** What a learned factor is about. */
export const subjects: Record<Taughtable, string> = {
  air: 'how fast its air takes water',
  cover: 'how tight covers are',
  diffusion: 'how fast water moves in it',
};

/** A factor on the usual, from its logarithm, with how sure it is. */
export function factorWords({ mean, sigma }: Belief): string {
  const percent = Math.round(100 * (Math.exp(mean) - 1));
  const sure = Math.round(100 * (Math.exp(sigma) - 1));
  const more =
    Math.abs(percent) < 3 ? 'as usual' : `${Math.abs(percent)} % ${percent > 0 ? 'more' : 'less'} than usual`;
  return `${more}, give or take ${sure} %`;
}
