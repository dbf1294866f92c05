import { SILICATE_GRAVITY, silicateSolidsAt } from '../drying/mesh.ts';
import type { WallEvent } from '../drying/run.ts';
import { takesCoats, type WallName } from '../form/places.ts';
import type { EntryOf, SlipLaid } from '../log/entry.ts';
import { instantOf } from '../time/moment.ts';
import { slipForCoat } from '../slip/amount.ts';
import { consistencyFor } from '../slip/consistency.ts';
import { fillThicknessM } from '../inlay/fills.ts';
import { coatLoad, solidsByVolume, THINNEST_SLIP, USUAL_GRAIN } from '../slip/density.ts';
import { wholeZone, type Layer, type Planned, type StepRef, type Zone } from '../technique/layer.ts';
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

/** A fill meets the clay on the floor of its groove and on both sides: on so many times its own face. From memory. */
const GROOVE = 3;

/** The share of a fill that lies below the face. From memory: it is overfilled by a quarter, and shrinks. */
const SUNK = 0.85;

/** How slip lies on the clay: a fill as thin as what each of its faces has to itself. */
function lain(
  effect: Extract<Effect<number>, { does: 'coat' | 'line' | 'fill' }>,
  slip: SlipLaid,
  refs: StepRef[],
): { thicknessM: number; share: number } {
  if (effect.does !== 'fill') return { thicknessM: effect.thicknessM, share: effect.share };
  const share = Math.min(1, effect.share * GROOVE);
  return { thicknessM: (fillOf(effect, slip, refs) * effect.share) / share, share };
}

/** How thick a fill is in its groove, m. */
export const fillOf = (
  { depthM, proud }: Extract<Effect<number>, { does: 'fill' }>,
  slip: Pick<SlipLaid, 'specificGravity' | 'grainDensity'>,
  refs: StepRef[],
): number =>
  fillThicknessM(depthM, proud, solidsByVolume(slip.specificGravity, slip.grainDensity), refs[0]?.pass ?? 1);

/** How deep a groove may go into a wall, m: no further than a third. Common practice. */
export const deepestGroove = (wallM: number): number => wallM / 3;

/** How thick a handle usually is, m. Common practice. */
export const usualPart = { thicknessM: 0.01 };

/** What is usually turned off a foot: how deep, m, on which share of the face. Common practice. */
export const usualTrim = { depthM: 0.002, share: 0.2 };

/** Sodium silicate as it is sold: 42 °Bé. */
const silicateSold: SlipLaid = {
  specificGravity: SILICATE_GRAVITY,
  grainDensity: USUAL_GRAIN,
  adjusted: 'none',
};

/** The solution that a film is laid of: that of its jar, or as it is sold where nobody said. */
const solutionOf = (effect: Effect<number>, slip: SlipLaid | null) => {
  const { specificGravity } = (useOf(effect) === 'silicate' && slip) || silicateSold;
  return { specificGravity, solids: silicateSolidsAt(specificGravity) };
};

/** Joining slip that one joint takes, m³. From memory. */
const JOINT_M3 = 3e-6;

/** Slip that an effect takes on a face, m³. */
export function slipTaken(effect: Effect<number>, slip: SlipLaid, refs: StepRef[], areaM2: number): number {
  switch (effect.does) {
    case 'coat':
    case 'line':
    case 'paper':
      return slipForCoat(areaM2 * effect.share, effect.thicknessM, effect.use);
    case 'fill':
      return slipForCoat(areaM2 * effect.share, fillOf(effect, slip, refs), effect.use);
    case 'silicate':
    case 'wash':
      return slipForCoat(
        areaM2 * effect.share,
        effect.kgM2 / (1000 * slip.specificGravity),
        effect.use ?? effect.does,
      );
    case 'join':
      return JOINT_M3;
    default:
      return 0;
  }
}

/** What a deed does to a wall of a piece: its coats, water, heat and stretch, on the share of it that its zones take in. */
export function wallEventsOf(deed: Operation, wall: OwnWall, zones: readonly Zone[] = []): WallEvent[] {
  const all = [...deed.zones, ...zones];
  const share = Math.min(
    1,
    deed.zones.reduce((sum, zone) => sum + shareIn(zone, wall, all), 0),
  );
  return share > LEAST ? deed.effects.flatMap((effect) => eventsOf(effect, deed, wall.name, share)) : [];
}

/** What meets less of a wall than this is not counted on it. */
const LEAST = 0.01;

function eventsOf(
  effect: Effect<number>,
  { at, face, slip, refs }: Operation,
  name: WallName,
  within: number,
): WallEvent[] {
  switch (effect.does) {
    case 'coat':
    case 'line':
    case 'fill': {
      if (!slip || !takesCoats(name)) return [];
      const { thicknessM, share: lies } = lain(effect, slip, refs);
      const share = lies * within;
      const laid = {
        face,
        thicknessM,
        ...slip,
        ...(share < 1 && { share }),
        ...(effect.does === 'fill' && { sunk: SUNK }),
      };
      return thicknessM > 0 && share > 0 ? [{ at, kind: 'coat', coat: laid }] : [];
    }
    case 'silicate': {
      const solution = solutionOf(effect, slip);
      return takesCoats(name) && effect.kgM2 > 0
        ? [
            {
              at,
              kind: 'coat',
              coat: {
                face,
                thicknessM: effect.kgM2 / (1000 * solution.specificGravity),
                specificGravity: solution.specificGravity,
                grainDensity: USUAL_GRAIN,
                silicateSolids: solution.solids,
                ...(effect.share * within < 1 && { share: effect.share * within }),
              },
            },
          ]
        : [];
    }
    case 'film':
      return effect.kgM2 > 0 ? [{ at, kind: 'mist', face, water: effect.kgM2 * effect.share * within }] : [];
    case 'wash':
      return takesCoats(name) && effect.kgM2 > 0
        ? [{ at, kind: 'mist', face, water: effect.kgM2 * effect.share * within }]
        : [];
    case 'heat':
      return [
        { at, kind: 'heat', face, tool: effect.tool, seconds: effect.seconds, duty: effect.duty * within },
      ];
    case 'cut':
    case 'scrape':
      return takesCoats(name) && effect.depthM > 0 && effect.share > 0
        ? [{ at, kind: 'taken-off', face, depthM: effect.depthM, share: effect.share * within }]
        : [];
    case 'wipe':
      return takesCoats(name) && effect.share > 0
        ? [{ at, kind: 'taken-off', face, depthM: 0, share: effect.share * within, wiped: true }]
        : [];
    case 'wax':
      return takesCoats(name) && effect.share > 0
        ? [{ at, kind: 'wax', face, share: effect.share * within }]
        : [];
    case 'stretch':
      return stretches(name) && within > MOSTLY ? [{ at, kind: 'stretch', ratio: effect.ratio }] : [];
    default:
      return [];
  }
}

/** A wall is stretched with its rim; foot, floor and handle stay as they are. */
export const stretches = (name: WallName): boolean =>
  name === 'wall' || name === 'rim' || name.startsWith('band');
/** A wall is stretched where more of it than this is. */
const MOSTLY = 0.5;

/** Water and dry matter that a deed lays on each square metre of its zone, kg/m². */
export function laidBy({ effects, slip, refs }: Operation): { water: number; dry: number } {
  let water = 0;
  let dry = 0;
  for (const effect of effects) {
    if ((effect.does === 'coat' || effect.does === 'line' || effect.does === 'fill') && slip) {
      const { thicknessM, share } = lain(effect, slip, refs);
      const load = coatLoad(thicknessM, slip.specificGravity, slip.grainDensity);
      water += load.water * share;
      dry += load.dry * share;
    }
    if (effect.does === 'silicate') {
      const { solids } = solutionOf(effect, slip);
      water += effect.kgM2 * effect.share * (1 - solids);
      dry += effect.kgM2 * effect.share * solids;
    }
  }
  return { water, dry };
}
