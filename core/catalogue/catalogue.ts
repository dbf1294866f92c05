import type { Layer } from '../technique/layer.ts';
import { problem, type Problem } from '../units/problem.ts';
import { frozen, rows } from './rows.ts';
import { unsound } from '../technique/sound.ts';
import {
  anyOfSchools,
  type Need,
  type Only,
  type SchoolChoice,
  type Step,
  type Technique,
} from '../technique/technique.ts';

/** The newest revision of each technique. */
export const techniques = (): Technique[] => [...new Map(rows.map((row) => [row.id, row])).values()];

/** The technique of a layer: the studio's own as it was then, or that of the catalogue; null where there is none. */
export const techniqueOf = ({
  technique,
  rev,
  own,
}: Pick<Layer, 'technique' | 'rev' | 'own'>): Technique | null =>
  own ?? rows.find((row) => row.id === technique && row.rev === rev) ?? null;

/** Whether a layer was begun with a technique that does not change any more: what its log holds is taken as it is. */
export const isFrozen = (layer: Layer): boolean => frozen.some((of) => of === techniqueOf(layer));

/** Why a technique cannot be a studio's own; null where it can. */
export const ownProblem = (own: Technique): Problem | null =>
  rows.some(({ id }) => id === own.id)
    ? problem('not-own', 'id', 'That is a technique of the list: copy it, and change the copy.')
    : unsound(own);

/** The newest revision of a technique. @throws where there is none of that name */
export function techniqueNamed(id: string): Technique {
  const newest = rows.findLast((row) => row.id === id);
  if (!newest) throw new Error(`there is no technique ${id}`);
  return newest;
}

/** The choices that are asked for where some schools were chosen. */
export const choicesOf = (technique: Technique, chosen: Only): SchoolChoice[] => {
  const schools = schoolsOf(technique, chosen);
  return technique.choices.filter(({ only }) => holds(only, schools));
};

/** The schools of a technique, the usual where nothing was chosen. */
export const schoolsOf = ({ choices }: Technique, chosen: Only): Only =>
  Object.fromEntries(
    choices.map(({ id, usual, schools }) => [
      id,
      schools.some((school) => school.id === chosen[id]) ? chosen[id]! : usual,
    ]),
  );

const holds = (only: Only | undefined, schools: Only): boolean =>
  Object.entries(only ?? {}).every(([choice, any]) => anyOfSchools(any).includes(schools[choice]!));

const resolved = new WeakMap<Technique, Map<string, Step[]>>();

/** The steps of a technique as a maker of these schools does them, in order. */
export function stepsOf(technique: Technique, chosen: Only): Step[] {
  const schools = schoolsOf(technique, chosen);
  const known = resolved.get(technique) ?? new Map<string, Step[]>();
  resolved.set(technique, known);
  const name = JSON.stringify(schools);
  const before = known.get(name);
  if (before) return before;
  const steps = technique.steps
    .filter(({ only }) => holds(only, schools))
    .map((step) => inSchools(technique, step, schools));
  known.set(name, steps);
  return steps;
}

function inSchools({ patches }: Technique, step: Step, schools: Only): Step {
  const patched = patches
    .filter(({ when, step: key }) => key === step.key && holds(when, schools))
    .reduce((as, { set }) => ({ ...as, ...set }), step);
  const needed = ({ only }: Need) => holds(only, schools);
  return {
    ...patched,
    needs: patched.needs.filter(needed),
    remedies: patched.remedies.filter(({ only }) => holds(only, schools)),
  };
}
