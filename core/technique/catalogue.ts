import { sgraffito } from './sgraffito.ts';
import type { Step, Technique, TechniqueId } from './technique.ts';

const techniques: Record<TechniqueId, Technique> = { sgraffito };

export const techniqueIds = Object.keys(techniques) as TechniqueId[];

export const techniqueNamed = (id: TechniqueId): Technique => techniques[id];

/** The steps of a technique as a maker of these schools does them, in order. */
export const stepsOf = (id: TechniqueId, schools: Record<string, string>): Step[] =>
  techniques[id].steps(schools);
