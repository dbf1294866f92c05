import { outlineOf } from '../form/outline.ts';
import { isFlat, type Form } from '../form/form.ts';
import type { FiredState, SharedStep } from '../technique/technique.ts';

/** What a kiln load takes up. */

/** Ware does not stand wall to wall: so much room more than its own box. Common practice. */
const AROUND = 1.35;
/** A shelf and its posts add so much height to what stands under it, m. Common practice. */
const SHELF_M = 0.025;

/** Room that a piece takes in a kiln, m³: the box it stands in, room around it, its share of a shelf. Flat ware lies. */
export function roomTaken(form: Form): number {
  const points = outlineOf(form);
  const across = Math.max(...points.map(({ diameterM }) => diameterM));
  const tall = points.at(-1)!.heightM;
  if (form.kind === 'tile') return form.lengthM * form.widthM * AROUND * (form.wallM + SHELF_M);
  if (isFlat(form)) return across * across * AROUND * (form.wallM + SHELF_M);
  const deep = form.kind === 'box' ? form.widthM : across;
  return across * deep * AROUND * (tall + SHELF_M);
}

/**
 * How full a kiln is with these, as a share of its room; above 1 they do not go in.
 * @param volumeM3 of the kiln, m³, above 0
 */
export const fillOf = (forms: readonly Form[], volumeM3: number): number =>
  forms.reduce((sum, form) => sum + roomTaken(form), 0) / volumeM3;

/** What ware becomes in the kiln. */
export type Firing = Exclude<FiredState, 'raw'>;

/** What a piece asks the kiln for, by the step that comes next; null where it asks for something else. */
export const firingAsked = (next: { shared: SharedStep | null } | null): Firing | null =>
  next?.shared === 'load' ? 'bisque' : next?.shared === 'glost' ? 'glazed' : null;

/** The cone that ware is usually fired to, by what it becomes; to be changed for the clay and the glaze. Common practice, no source. */
export const usualCone: Record<Firing, string> = { bisque: '04', glazed: '6' };
