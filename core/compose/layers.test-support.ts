import type { Cover } from '../drying/face.ts';
import type { Form } from '../form/form.ts';
import type { Layer, Zone } from '../technique/layer.ts';
import type { Only } from '../technique/technique.ts';
import { layerOf } from '../catalogue/layerOf.test-support.ts';

/** What layers on one piece are tried with. */

export interface Combination {
  name: string;
  layers: Layer[];
  /** Key steps that must come out in this order, as `layer:step`; more may stand between. */
  order: string[];
  form?: Form;
  /** It stands so while it dries. */
  cover?: Cover;
}

export const of = (technique: string, schools: Only = {}, more: Partial<Layer> = {}): Layer =>
  layerOf(technique, schools, more);
export const band = (name: string, from: number, to: number): Zone => ({
  id: name,
  name,
  kind: 'band',
  from,
  to,
});
export const foot = band('foot', 0, 0.25);
export const middle = band('middle', 0.3, 0.8);
export const cutOuts = (name: string): Zone => ({
  id: name,
  name,
  kind: 'motif',
  within: 'whole',
  share: 0.1,
  widthM: 0.03,
});
export const turned = of('shaping');
export const withHandle = of('shaping', { join: 'handle' });
export const fromSlab = of('shaping', { foot: 'as-is', join: 'edges' });
export const again = of('firing', { way: 'again' });
