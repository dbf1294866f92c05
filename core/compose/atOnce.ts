import type { Planned } from '../technique/layer.ts';
import type { Meets } from './reach.ts';
import type { Step } from '../technique/technique.ts';

/** What is done in one go though it belongs to several layers. */

/**
 * Layouts of several layers that lie on one surface at one moment are drawn as one step.
 * @param planned the steps of all layers in order
 * @param done how often a step was done
 */
export function layoutsAsOne(planned: Planned[], meets: Meets, done: (of: Planned) => number): Planned[] {
  const found: Planned[] = [];
  for (const of of planned) {
    const at = of.step.layout ? drawnWith(found, of, meets, done) : -1;
    if (at < 0) found.push(of);
    else found[at] = asOne(found[at]!, of);
  }
  return found;
}

/** The layout before a layout that it can be drawn with: nothing that touches its clay lies between. */
function drawnWith(before: Planned[], of: Planned, meets: Meets, done: (of: Planned) => number): number {
  for (let i = before.length - 1; i >= 0; i--) {
    const other = before[i]!;
    const alike = other.face === of.face && other.optional === of.optional && done(other) === done(of);
    if (other.step.layout && alike) return other.refs[0]!.layer === of.refs[0]!.layer ? -1 : i;
    if (other.step.shared || (touchesClay(other.step) && meets(other, of))) return -1;
  }
  return -1;
}

const touchesClay = ({ effects }: Step): boolean => effects.some(({ does }) => does !== 'none');

const asOne = (a: Planned, b: Planned): Planned => ({
  ...a,
  refs: [...a.refs, ...b.refs],
  zones: [...a.zones, ...b.zones],
  step: {
    ...a.step,
    name: a.step.name === b.step.name ? a.step.name : `${a.step.name}; ${lower(b.step.name)}`,
    needs: [...a.step.needs, ...b.step.needs],
    takesS: a.step.takesS && b.step.takesS && { usual: a.step.takesS.usual + b.step.takesS.usual },
    words: unlike(a.step.words, b.step.words),
    look: unlike(a.step.look, b.step.look),
    hazards: unlike(a.step.hazards, b.step.hazards),
  },
});

const unlike = <T>(a: readonly T[], b: readonly T[]): T[] => [...new Set([...a, ...b])];
const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** The steps right after one that are done while the piece stays centred; those that may be left out are passed by. */
export function inOneCentring(planned: readonly Planned[], i: number): Planned[] {
  if (!planned[i]!.step.centred) return [];
  const after = planned.slice(i + 1).filter(({ optional }) => !optional);
  const end = after.findIndex(({ step }) => !step.centred);
  return end < 0 ? after : after.slice(0, end);
}

/** A step of which the maker is told what follows in the same centring, where that is another layer's. */
export function leftCentred(of: Planned, i: number, planned: readonly Planned[]): Planned {
  const own = of.refs[0]!.layer;
  const [next] = inOneCentring(planned, i);
  if (!next || next.refs[0]!.layer === own) return of;
  return {
    ...of,
    step: { ...of.step, words: [...of.step.words, `Leave it centred: next, ${lower(next.step.name)}`] },
  };
}
