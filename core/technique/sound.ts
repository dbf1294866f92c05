import { MOST_PLANNED } from './layer.ts';
import { problem, type Problem } from '../units/problem.ts';
import {
  anyOfSchools,
  type Effect,
  type Need,
  type Only,
  type Step,
  type Technique,
  type Usual,
} from './technique.ts';

/**
 * Why a technique cannot be worked by: a window upside down, figures out of order, a name that leads nowhere; null where
 * it can. Ranges of single figures are checked at the edge.
 */
export function unsound(technique: Technique): Problem | null {
  const { steps, patches } = technique;
  if (steps.length === 0) return problem('no-steps', 'steps', 'A technique has at least one step: add one.');
  for (const [i, { key }] of steps.entries())
    if (steps.findIndex((step) => step.key === key) !== i)
      return problem('same-step', `steps.${i}.key`, 'Two steps have one name: add the second one anew.');
  for (const [i, choice] of technique.choices.entries())
    if (!choice.schools.some(({ id }) => id === choice.usual))
      return problem(
        'no-such-school',
        `choices.${i}.usual`,
        `“${choice.question}” names a usual way that is not among its ways: pick one of them.`,
      );
  for (const [i, step] of steps.entries()) {
    const found = stepProblem(technique, step, `steps.${i}`, i);
    if (found) return found;
  }
  const passes = steps.reduce((sum, { repeat }) => sum + (repeat?.usual ?? 1), 0);
  if (passes > MOST_PLANNED)
    return problem(
      'too-many-steps',
      'steps',
      `Its steps are done ${passes} times in all, and at most ${MOST_PLANNED} can be planned on one piece: repeat them less often.`,
    );
  for (const [i, { when, step, set }] of patches.entries()) {
    const at = steps.findIndex(({ key }) => key === step);
    if (at < 0)
      return problem(
        'no-such-step',
        `patches.${i}.step`,
        'A way changes a step that is not there: take the change out.',
      );
    const found =
      onlyProblem(technique, when, `patches.${i}.when`) ??
      stepProblem(technique, { ...steps[at]!, ...set }, `patches.${i}.set`, at);
    if (found) return found;
  }
  return null;
}

function stepProblem(technique: Technique, step: Step, field: string, at: number): Problem | null {
  const { name, effects, needs, takesS, repeat, remedies, only } = step;
  for (const [i, need] of needs.entries()) {
    const found = needProblem(technique, need, name, `${field}.needs.${i}`, at);
    if (found) return found;
  }
  const quantities = [...effects, ...remedies.flatMap((remedy) => remedy.effects ?? [])].flatMap(usualsOf);
  if ([...quantities, ...(takesS ? [takesS] : [])].some(outOfOrder))
    return problem(
      'figures-out-of-order',
      `${field}.effects`,
      `“${name}”: what is usual lies between the least and the most: check the three figures.`,
    );
  if (repeat && (repeat.least > repeat.usual || repeat.usual > repeat.most))
    return problem(
      'figures-out-of-order',
      `${field}.repeat.usual`,
      `“${name}” is done at least ${repeat.least}, usually ${repeat.usual}, at most ${repeat.most} times: put the three in order.`,
    );
  for (const [i, { redo, only: when }] of remedies.entries()) {
    if (redo !== undefined && !technique.steps.some(({ key }) => key === redo))
      return problem(
        'no-such-step',
        `${field}.remedies.${i}.redo`,
        `“${name}” is mended by a step that is not there: pick another, or none.`,
      );
    const found = onlyProblem(technique, when, `${field}.remedies.${i}.only`);
    if (found) return found;
  }
  return onlyProblem(technique, only, `${field}.only`);
}

function needProblem(
  technique: Technique,
  need: Need,
  name: string,
  field: string,
  at: number,
): Problem | null {
  if (need.kind === 'water')
    for (const [i, { driest, wettest }] of need.spans.entries())
      if (driest !== undefined && wettest !== undefined && driest >= wettest)
        return problem(
          'window-upside-down',
          `${field}.spans.${i}.driest`,
          `“${name}” would open at ${wettest} and close at ${driest}: clay dries from the larger figure to the smaller, so give the wetter edge as the larger one.`,
        );
  if (need.kind === 'since' && (need.least ?? 0) > (need.most ?? Infinity))
    return problem(
      'window-upside-down',
      `${field}.most`,
      `“${name}” would have to wait longer than it may: let the most be more than the least.`,
    );
  if (need.kind !== 'water' && 'of' in need && need.of !== undefined && !need.of.startsWith('@')) {
    const before = technique.steps.findIndex(({ key }) => key === need.of);
    if (before < 0)
      return problem(
        'no-such-step',
        `${field}.of`,
        `“${name}” waits for a step that is not there: take that need out, or bring the step back.`,
      );
    if (before > at)
      return problem(
        'waits-for-later',
        `${field}.of`,
        `“${name}” waits for “${technique.steps[before]!.name}”, which comes after it: move it behind that step.`,
      );
  }
  return onlyProblem(technique, need.only, `${field}.only`);
}

function onlyProblem({ choices }: Technique, only: Only | undefined, field: string): Problem | null {
  const lost = Object.entries(only ?? {}).find(
    ([choice, any]) =>
      !anyOfSchools(any).every((school) =>
        choices.some(({ id, schools }) => id === choice && schools.some((s) => s.id === school)),
      ),
  );
  return lost
    ? problem('no-such-school', field, 'A way is named that this technique has not got: pick one of its own.')
    : null;
}

const usualsOf = (effect: Effect<Usual>): Usual[] =>
  Object.values(effect).filter((value): value is Usual => typeof value === 'object' && value !== null);

const outOfOrder = ({ usual, least = usual, most = usual }: Usual): boolean => usual < least || usual > most;
