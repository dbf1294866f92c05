import type { Stage } from '../../clay/stage.ts';
import { rowOf, slipTaken } from '../../operation/rows.ts';
import { passOf, type StepRef } from '../../technique/layer.ts';
import { useOf, type Face } from '../../technique/technique.ts';
import { nothingSaid, type PieceDone } from '../entry.ts';
import { draft, type Draft } from './draft.ts';

/** One of the pieces that a step was done on. */
export interface DoneOn {
  pieceId: string;
  /** The face that is worked on, of its zones, m². */
  areaM2: number;
  refs: StepRef[];
  zone: PieceDone['zone'];
}

/** A step as it was done, alike on all of them. */
export interface DoneMeant {
  on: readonly DoneOn[];
  face: Face;
  body: Partial<Omit<PieceDone, 'refs' | 'zone' | 'tubs'>> & Pick<PieceDone, 'effects'>;
  /** The tub of the shelf that its slip came from; null where it came from none. */
  tubId: string | null;
  /** The stage the clay was found at, and where the clock had it; null where that is not asked, as of fired ware. */
  stage: { found: Stage; clock: Stage } | null;
}

/**
 * A step done: what it took is taken from its tub, by what was laid and how that is done; and where the clay was found at
 * another stage than the clock has it, that is a check of the first piece.
 */
export function stepDone(meant: DoneMeant): Draft[] {
  const { on, face, stage } = meant;
  const [first] = on;
  const checked =
    first && stage && stage.found !== stage.clock
      ? [draft('piece.checked', first.pieceId, { stage: stage.found, confirmed: true, note: '' })]
      : [];
  return [
    ...checked,
    ...on.flatMap((one) => [
      draft('piece.done', one.pieceId, doneBody(meant, one), { face }),
      ...takenFor(meant, one),
    ]),
  ];
}

/** What is logged of it on one of the pieces. */
export const doneBody = ({ body, tubId, stage }: DoneMeant, { refs, zone }: DoneOn): PieceDone => ({
  ...nothingSaid,
  ...body,
  refs,
  zone,
  tubs: tubId === null ? [] : [tubId],
  ...(stage && { stage: stage.found }),
});

/** Slip that a step takes on one piece, m³; nothing where it takes none, or where its slip is not known. */
export function takenM3(
  { body: { effects, slip } }: Pick<DoneMeant, 'body'>,
  { areaM2, refs }: Pick<DoneOn, 'areaM2' | 'refs'>,
): number {
  const laid = effects.find((effect) => useOf(effect) !== undefined && rowOf(effect).takesM3);
  return laid && slip ? slipTaken(laid, slip, passOf(refs), areaM2) : 0;
}

function takenFor(meant: DoneMeant, one: DoneOn): Draft[] {
  const volumeM3 = takenM3(meant, one);
  return meant.tubId !== null && volumeM3 > 0
    ? [draft('tub.used', meant.tubId, { volumeM3, pieceId: one.pieceId })]
    : [];
}

/** A step that was left out, and why. */
export const leftOut = (on: readonly Pick<DoneOn, 'pieceId' | 'refs'>[], reason: string): Draft[] =>
  on.map(({ pieceId, refs }) => draft('piece.left-out', pieceId, { refs, reason }));

/** Something done beside the planned steps: turned, misted, heated. */
export const doneBeside = (
  pieceId: string,
  body: Partial<PieceDone> & Pick<PieceDone, 'effects'>,
  face?: Face,
): Draft => draft('piece.done', pieceId, { ...nothingSaid, ...body }, face ? { face } : {});
