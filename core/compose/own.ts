import { schoolsOf, stepsOf } from '../catalogue/catalogue.ts';
import type { Need, Only, Remedy, Step, StepKey, Technique } from '../technique/technique.ts';

/** What a studio makes of a technique: its own, in the one way that it does it, with other figures, words and steps. */

/** Every revision of a studio's own technique has a name: the first is 1. */
export const nextRev = (rev: string | null): string => String((Number(rev) || 0) + 1);

/** A copy of a technique as it is done by some schools: one way, without choices. */
export function asDone(technique: Technique, chosen: Only, id: string): Technique {
  const { name, gives, tools, finishes } = technique;
  const steps = stepsOf(technique, schoolsOf(technique, chosen));
  const keys = steps.map(({ key }) => key);
  return {
    id,
    rev: nextRev(null),
    name: `${name}, our way`,
    gives,
    tools,
    choices: [],
    patches: [],
    copyOf: technique.copyOf ?? technique.id,
    ...(finishes && { finishes }),
    // what another school's steps were waited for is not waited for here
    steps: steps.map(({ only: _way, ...step }) => ({
      ...step,
      needs: step.needs.filter((need) => !refersTo(need, (key) => !keys.includes(key))).map(everyWay),
      remedies: step.remedies
        .map(everyWay)
        .map((remedy) =>
          remedy.redo !== undefined && !keys.includes(remedy.redo) ? noRedo(remedy) : remedy,
        ),
    })),
  };
}

const everyWay = <T extends { only?: Only }>({ only: _way, ...rest }: T): T => rest as T;
const noRedo = ({ redo: _gone, ...remedy }: Remedy): Remedy => remedy;

const refersTo = (need: Need, key: (of: StepKey) => boolean): boolean =>
  need.kind !== 'water' && 'of' in need && need.of !== undefined && !need.of.startsWith('@') && key(need.of);

/** A technique without one of its steps; what waited for it waits no more. */
export const withoutStep = (technique: Technique, key: StepKey): Technique => ({
  ...technique,
  patches: technique.patches.filter(({ step }) => step !== key),
  steps: technique.steps
    .filter((step) => step.key !== key)
    .map((step) => ({
      ...step,
      needs: step.needs.filter((need) => !refersTo(need, (of) => of === key)),
      remedies: step.remedies.map((remedy) => (remedy.redo === key ? noRedo(remedy) : remedy)),
    })),
});

/** A step of the studio's own, put in at a place. It does nothing to the clay until that is said. */
export function withStep(technique: Technique, at: number, key: StepKey, name: string): Technique {
  const step: Step = {
    key,
    name,
    verb: verbOf(name),
    effects: [{ does: 'none' }],
    needs: [],
    takesS: { usual: 60 },
    look: [],
    words: [],
    remedies: [],
    hazards: [],
  };
  return { ...technique, steps: technique.steps.toSpliced(at, 0, step) };
}

/** What the button of a step says. */
export const verbOf = (name: string): string => `Log ${name.charAt(0).toLowerCase()}${name.slice(1)}`;

/** A technique with a step moved so many places down; up where negative. It stays within the list. */
export function withStepMoved(technique: Technique, key: StepKey, by: number): Technique {
  const at = technique.steps.findIndex((step) => step.key === key);
  const to = Math.min(technique.steps.length - 1, Math.max(0, at + by));
  const steps = technique.steps.toSpliced(at, 1);
  return { ...technique, steps: steps.toSpliced(to, 0, technique.steps[at]!) };
}
