import type { WallEvent } from '../drying/run.ts';
import type { EntryOf } from '../log/entry.ts';
import { loadOf, wallEvents } from '../operation/rows.ts';
import { silicateSold } from '../operation/water.ts';
import { consistencyFor } from '../slip/consistency.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { THINNEST_SLIP, USUAL_GRAIN } from '../slip/density.ts';
import { instantOf } from '../time/moment.ts';
import { passOf, wholeZone, type Layer, type Planned, type StepRef, type Zone } from '../technique/layer.ts';
import { useOf, type Effect, type Face, type Usual } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
import { shareIn, type OwnWall } from './walls.ts';

/** Something done to a piece, or meant to be: what it does to the clay, where, with which slip. */
export interface Operation {
  refs: StepRef[];
  at: Instant;
  face: Face;
  /** At least one. */
  zones: Zone[];
  effects: Effect<number>[];
  slip: SlipLaid | null;
}

/** A logged deed: where it says no zone, in those of its layer. */
export const operationOf = (entry: EntryOf<'piece.done'>, layers: readonly Layer[]): Operation => ({
  refs: entry.body.refs,
  at: instantOf(entry),
  face: entry.face ?? 'outside',
  zones: entry.body.zone ? [entry.body.zone] : zonesOfRefs(entry.body.refs, layers),
  effects: entry.body.effects,
  slip: entry.body.slip,
});

function zonesOfRefs(refs: StepRef[], layers: readonly Layer[]): Zone[] {
  const zones = refs.flatMap((ref) => layers.find(({ id }) => id === ref.layer)?.zones ?? []);
  return zones.length > 0 ? zones : [wholeZone];
}

/** A step as it is meant to be done: as is usual, from the tub it is planned from. */
export function intended(planned: Planned, tubs: Record<string, SlipLaid>, at: Instant): Operation {
  const effects = planned.step.effects.map(usually);
  // a tub that was let down to water lays nothing: it is taken as it must be by then
  const tub = planned.stock
    .map((id) => tubs[id])
    .find((slip) => slip !== undefined && slip.specificGravity >= THINNEST_SLIP);
  return {
    refs: planned.refs,
    at,
    face: planned.face,
    zones: planned.zones.length > 0 ? planned.zones : [wholeZone],
    effects,
    slip: tub ?? slipFor(effects),
  };
}

/** What is usual of a quantity. */
export const usually = (effect: Effect<Usual>): Effect<number> =>
  Object.fromEntries(
    Object.entries(effect).map(([name, value]: [string, string | Usual]) => [
      name,
      typeof value === 'object' ? value.usual : value,
    ]),
  ) as Effect<number>;

/** Slip as its use wants it; null where no slip is laid. */
function slipFor(effects: Effect<number>[]): SlipLaid | null {
  for (const effect of effects) {
    const use = useOf(effect);
    if (!use) continue;
    const { gravity } = consistencyFor(use);
    return use === 'silicate'
      ? silicateSold
      : { specificGravity: (gravity.from + gravity.to) / 2, grainDensity: USUAL_GRAIN, adjusted: 'none' };
  }
  return null;
}

/** How deep a groove may go into a wall, m: no further than a third. Common practice. */
export const deepestGroove = (wallM: number): number => wallM / 3;

/** How thick a handle usually is, m. Common practice. */
export const usualPart = { thicknessM: 0.01 };

/** What is usually turned off a foot: how deep, m, on which share of the face. Common practice. */
export const usualTrim = { depthM: 0.002, share: 0.2 };

/** What a deed does to a wall of a piece: its coats, water, heat and stretch, on the share of it that its zones take in. */
export function wallEventsOf(deed: Operation, wall: OwnWall, zones: readonly Zone[] = []): WallEvent[] {
  const all = [...deed.zones, ...zones];
  const share = Math.min(
    1,
    deed.zones.reduce((sum, zone) => sum + shareIn(zone, wall, all), 0),
  );
  const { at, face, slip, refs } = deed;
  const on = { at, face, wall: wall.name, within: share, slip, pass: passOf(refs) };
  return share > LEAST ? deed.effects.flatMap((effect) => wallEvents(effect, on)) : [];
}

/** What meets less of a wall than this is not counted on it. */
const LEAST = 0.01;

/** Water and dry matter that a deed lays on each square metre of its zone, kg/m². */
export function laidBy({ effects, slip, refs }: Operation): { water: number; dry: number } {
  const loads = effects.map((effect) => loadOf(effect, slip, passOf(refs)));
  return {
    water: loads.reduce((sum, { water }) => sum + water, 0),
    dry: loads.reduce((sum, { dry }) => sum + dry, 0),
  };
}
