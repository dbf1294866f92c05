import { techniques } from '../../core/catalogue/catalogue.ts';
import type { Technique } from '../../core/technique/technique.ts';
import { useStudio } from './maker.ts';

/** Techniques to begin with: the studio's own, then those of the list. */
export function useTechniques(): Technique[] {
  return [...useOwnTechniques().filter(({ retired }) => !retired), ...techniques()];
}

/** The studio's own techniques as they stand. */
export const useOwnTechniques = (): Technique[] => (useStudio().data?.techniques ?? []).map(({ set }) => set);
