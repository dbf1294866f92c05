import { defaultBody, drySolidsPerArea } from '../clay/body.ts';
import { referenceX } from '../clay/stage.ts';
import type { Form } from '../form/form.ts';
import { consistencyFor } from '../slip/consistency.ts';
import { coatLoad, USUAL_GRAIN } from '../slip/density.ts';
import type { Planned } from '../technique/layer.ts';
import type { Effect, Usual } from '../technique/technique.ts';

/** Once a wall has left the first of these, what brings its mean back over the second makes it slump. Common practice. */
const LEFT = 84;
const SLUMPS = 88;

/** Steps of one layer in one place whose water, laid within a few hours, brings the wall so far, on the moisture index. */
export interface Soaked {
  steps: Planned[];
  index: number;
}

/**
 * What wets a wall too much, from the driest that it may be: there is no later moment at which it would be less.
 * @param form its wall, of a usual body
 */
export function soaked(route: readonly Planned[], { wallM }: Form): Soaked[] {
  const dry = drySolidsPerArea(defaultBody, wallM);
  const perPoint = (dry * (defaultBody.plasticX - referenceX(defaultBody))) / 100;
  const groups = new Map<string, Planned[]>();
  for (const of of route) {
    if (of.optional || !of.step.effects.some((effect) => waterOf(effect) > 0)) continue;
    const name = [of.refs[0]!.layer, of.face, ...of.zones.map(({ id }) => id)].join(' ');
    groups.set(name, [...(groups.get(name) ?? []), of]);
  }
  return [...groups.values()].flatMap((steps) => {
    const driest = driestOf(steps[0]!);
    if (driest === null) return [];
    const water = steps.reduce(
      (sum, { step }) => sum + step.effects.reduce((of, effect) => of + waterOf(effect), 0),
      0,
    );
    const index = driest + water / perPoint;
    return index > SLUMPS ? [{ steps, index }] : [];
  });
}

/** Water that an effect brings to its zone, kg/m². */
function waterOf(effect: Effect<Usual>): number {
  if (effect.does === 'film') return effect.kgM2.usual * effect.share.usual;
  if (effect.does !== 'coat') return 0;
  const { from, to } = consistencyFor(effect.use).gravity;
  return coatLoad(effect.thicknessM.usual, (from + to) / 2, USUAL_GRAIN).water * effect.share.usual;
}

/** How dry the clay may be when a step begins; null where it is done before the wall has stiffened. */
function driestOf({ step }: Planned): number | null {
  const spans = step.needs.flatMap((need) => (need.kind === 'water' && !need.part ? need.spans : []));
  if (spans.length === 0 || spans.every(({ wettest }) => wettest === undefined || wettest > LEFT))
    return null;
  const reached = step.remedies.flatMap(({ reaches }) => reaches?.driest ?? []);
  return Math.max(0, Math.min(...spans.map(({ driest }) => driest ?? 0), ...reached));
}
