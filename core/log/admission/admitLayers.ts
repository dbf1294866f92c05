import { ownProblem, techniqueOf } from '../../catalogue/catalogue.ts';
import { plannedCount } from '../../compose/compose.ts';
import { MOST_PLANNED, type Layer, type Zone } from '../../technique/layer.ts';
import { problem, type Problem } from '../../units/problem.ts';
import type { Admission } from './rules.ts';

/** Steps, passes counted, that the pieces of one act are planned with: more at once hold up all others. */
const MOST_AT_ONCE = 10 * MOST_PLANNED;

/**
 * Layers of techniques that are known, in zones that there are. An order that cannot be is no reason to refuse what a maker
 * says: it is named where the piece is shown, with what mends it. The same layers are tried once an act.
 */
export const layersProblem = (layers: readonly Layer[], admission: Admission): Problem | null =>
  admission.once(`layers ${JSON.stringify(layers)}`, () => {
    const found = eachLayerProblem(layers);
    if (found) return found;
    const planned = admission.once('planned', () => ({ count: 0 }));
    planned.count += plannedCount(layers);
    if (planned.count > MOST_AT_ONCE)
      return problem(
        'too-much-at-once',
        'body.layers',
        `More than ${MOST_AT_ONCE} steps cannot be planned in one act: log fewer pieces of different layers at a time.`,
      );
    return null;
  });

function eachLayerProblem(layers: readonly Layer[]): Problem | null {
  let planned = 0;
  for (const [i, layer] of layers.entries()) {
    const { technique, rev, id, own } = layer;
    const found = techniqueOf(layer);
    if (!found || (own && (own.id !== technique || own.rev !== rev)))
      return problem(
        'no-such-technique',
        `body.layers.${i}.technique`,
        'This program knows no such technique: reload the page, or pick one from the list.',
      );
    const wrong = own && ownProblem(own);
    if (wrong) return { ...wrong, field: `body.layers.${i}.own.${wrong.field}` };
    if (layers.findIndex((other) => other.id === id) !== i)
      return problem(
        'same-layer',
        `body.layers.${i}.id`,
        'Two layers have one name: add the second one anew.',
      );
    const within = zonesProblem(layer.zones);
    if (within) return { ...within, field: `body.layers.${i}.${within.field}` };
    const lost = layer.stock.findIndex(
      ({ zone }) => zone !== undefined && !layer.zones.some(({ id: of }) => of === zone),
    );
    if (lost >= 0)
      return problem(
        'no-such-zone',
        `body.layers.${i}.stock.${lost}.zone`,
        'A tub is named for a zone that this layer has not got: pick one of its zones, or the layer.',
      );
    planned += plannedCount([layer]);
    if (planned > MOST_PLANNED)
      return problem(
        'too-many-steps',
        `body.layers.${i}`,
        `With this layer there would be ${planned} steps, passes counted, and at most ${MOST_PLANNED} can be planned on one piece: take fewer repeats or zones, or put it on a piece of its own.`,
      );
  }
  return null;
}

/** Every zone has a name of its own, and a motif lies in something that does not lie in it. */
function zonesProblem(zones: readonly Zone[]): Problem | null {
  const byId = new Map(zones.map((zone) => [zone.id, zone]));
  for (const [i, zone] of zones.entries()) {
    if (zones.findIndex(({ id }) => id === zone.id) !== i)
      return problem('same-zone', `zones.${i}.id`, 'Two zones have one name: add the second one anew.');
    let ground: Zone | undefined = zone;
    for (let steps = 0; ground?.kind === 'motif'; steps++) {
      if (steps > zones.length) return { ...inItself, field: `zones.${i}.within` };
      ground = byId.get(ground.within);
    }
  }
  return null;
}

export const inItself = problem(
  'zone-in-itself',
  'within',
  'This motif would lie within itself: pick the zone that it lies in.',
);
