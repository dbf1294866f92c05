import { outlineOf } from '../form/outline.ts';
import { isFlat, type Form } from '../form/form.ts';

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
