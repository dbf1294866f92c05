import { fillsNeeded } from '../inlay/fills.ts';
import { colourants } from '../hazard/hazard.ts';
import type { RoomSet } from '../log/entry.ts';
import { progressOf, type PieceState } from '../log/piece.ts';
import { consistencyFor } from '../slip/consistency.ts';
import { solidsByVolume, USUAL_GRAIN } from '../slip/density.ts';
import { schoolsOf, stepsOf, techniqueOf } from '../catalogue/catalogue.ts';
import { compose } from '../compose/compose.ts';
import type { Layer, Route } from '../technique/layer.ts';
import type { Does, Step } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
import { roomSettingAt, type PlanInput, type SlipInTub } from './planInput.ts';

/**
 * The route of a piece with the slip it is to be done with: a fill is repeated as often as that slip asks, and colourants
 * are cautioned of where a tub holds some.
 */
export function routeWith(
  piece: PieceState,
  tubs: Record<string, SlipInTub>,
  { guarded }: Pick<RoomSet, 'guarded'> = {},
): Route {
  const { planned, conflicts } = compose(
    piece.layers,
    { ...progressOf(piece), usual: (layer, step) => fillsOf(layer, step, tubs) },
    { form: piece.form, guarded, entered: piece.made.fired },
  );
  const harmless = piece.layers.filter((layer) => !holdsToxic(layer, tubs)).map(({ id }) => id);
  return {
    conflicts,
    planned: planned.map((of) => ({
      ...of,
      ...(guarded && { guarded }),
      step: of.refs.every(({ layer }) => harmless.includes(layer)) ? withoutColourants(of.step) : of.step,
    })),
  };
}

/** The route of a piece in the room where it stands at an instant: whether people are guarded there, and its slip. */
export function routeAt(
  piece: PieceState,
  facts: Pick<PlanInput, 'guarded' | 'rooms' | 'tubs'>,
  at: Instant,
): Route {
  const room = facts.rooms.find(({ id }) => id === piece.roomId);
  return routeWith(piece, facts.tubs, facts.guarded ? { guarded: true } : room && roomSettingAt(room, at));
}

/** What colours clay or ware without a tub of slip: its colourants are its own. */
const ownColour: Does[] = ['wash', 'glaze', 'fire'];

/** What lays slip out of a tub. */
const slips: Does[] = ['coat', 'line', 'fill', 'paper'];

/** Whether a layer may bring toxic colourants: from one of its tubs, or where it takes no slip from any. */
function holdsToxic(layer: Layer, tubs: Record<string, SlipInTub>): boolean {
  const technique = techniqueOf(layer);
  const steps = technique ? stepsOf(technique, schoolsOf(technique, layer.schools)) : [];
  const laysSlip = steps.some(({ effects }) => effects.some(({ does }) => slips.includes(does)));
  const ids = layer.stock.flatMap((of) => of.ids);
  return !laysSlip || ids.some((id) => tubs[id]?.toxic);
}

/** A step of a layer whose slip is known to hold no toxic colourant, or is still to be chosen. */
const withoutColourants = (step: Step): Step =>
  step.effects.some(({ does }) => ownColour.includes(does))
    ? step
    : { ...step, hazards: step.hazards.filter((id) => !colourants.includes(id)) };

function fillsOf({ stock }: Layer, step: Step, tubs: Record<string, SlipInTub>): number | null {
  const fill = step.effects.find((effect) => effect.does === 'fill');
  if (!fill || !step.repeat) return null;
  const ids = stock.filter((of) => of.step === undefined || of.step === step.key).flatMap((of) => of.ids);
  const slip = ids.map((id) => tubs[id]).find((of) => of !== undefined);
  const { gravity } = consistencyFor(fill.use);
  const phi = slip
    ? solidsByVolume(slip.specificGravity, slip.grainDensity)
    : solidsByVolume((gravity.from + gravity.to) / 2, USUAL_GRAIN);
  return Math.min(step.repeat.most, Math.max(step.repeat.least, fillsNeeded(phi, fill.proud.usual)));
}
