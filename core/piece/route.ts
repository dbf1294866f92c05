import { fillsNeeded } from '../inlay/fills.ts';
import type { RoomSet, SlipLaid } from '../log/entry.ts';
import { progressOf, type PieceState } from '../log/piece.ts';
import { consistencyFor } from '../slip/consistency.ts';
import { solidsByVolume, USUAL_GRAIN } from '../slip/density.ts';
import { compose } from '../technique/compose.ts';
import type { Layer, Route } from '../technique/layer.ts';
import type { Step } from '../technique/technique.ts';

/** The route of a piece with the slip it is to be done with: a fill is repeated as often as that slip asks. */
export const routeWith = (
  piece: PieceState,
  tubs: Record<string, SlipLaid>,
  { guarded }: Pick<RoomSet, 'guarded'> = {},
): Route =>
  compose(
    piece.layers,
    { ...progressOf(piece), usual: (layer, step) => fillsOf(layer, step, tubs) },
    { form: piece.form, guarded, entered: piece.made.fired },
  );

function fillsOf({ stock }: Layer, step: Step, tubs: Record<string, SlipLaid>): number | null {
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
