import { isFlat, type Form } from '../form/form.ts';
import { EDGE_SHOWN } from '../form/outline.ts';
import type { Cover } from '../drying/face.ts';
import { entriesOf, type Entry } from '../log/entry.ts';
import type { PieceState } from '../log/piece.ts';
import { groundOf, type Zone } from '../technique/layer.ts';
import type { DecorationLayer, SlipColours } from '../operation/decoration.ts';
import type { OnPiece } from '../operation/row.ts';
import { seen } from '../operation/rows.ts';
import type { FiredState } from '../technique/technique.ts';
import { operationOf, type Operation } from './operation.ts';

/** A piece as it is seen: its form, what was laid on it and where, its cover. Drawn from its log alone. */
export interface Appearance {
  form: Form;
  fired: FiredState;
  cover: Cover;
  /** Whether a handle or a spout stands off its side. */
  handle: boolean;
  /** In the order it was laid. */
  laid: DecorationLayer[];
}

/** Slip from no tub of the shelf is drawn as pale. */
const unknownSlip: SlipColours = { wet: '#c9bda6', fired: '#e9dfc8' };

/**
 * What a piece looks like from outside by its log.
 * @param entries those that stand, in order
 * @param coloursOf of a tub; null where it is not known
 */
export function appearanceOf(
  piece: PieceState,
  entries: readonly Entry[],
  coloursOf: (tubId: string) => SlipColours | null,
): Appearance {
  const laid = entriesOf(entries, 'piece.done').reduce<DecorationLayer[]>((before, entry) => {
    const deed = operationOf(entry, piece.layers);
    // what is poured inside is not seen from outside, but on flat ware
    if (deed.face === 'inside' && !isFlat(piece.form)) return before;
    const [tub] = entry.body.tubs;
    const colours = (tub === undefined ? null : coloursOf(tub)) ?? unknownSlip;
    return deed.effects.reduce((so, effect) => seen(effect, onPiece(so, deed, colours)), before);
  }, []);
  return {
    form: piece.form,
    fired: piece.fired,
    cover: piece.cover,
    handle:
      piece.made.attachmentM !== null ||
      piece.parts.some(({ role, joinedAt }) => joinedAt !== null && (role === 'handle' || role === 'spout')),
    laid,
  };
}

/** What is seen before an operation, as each of its effects meets it. */
function onPiece(before: DecorationLayer[], deed: Operation, colours: SlipColours): OnPiece {
  const zones = deed.zones.map((zone) => heightsOf(zone, deed.zones));
  return {
    before,
    colours,
    slip: deed.slip !== null,
    meets: (laid) => zones.some(({ from, to }) => from < laid.to && laid.from < to),
    add: (as, share, slip = null) => [
      ...before,
      ...zones.map(({ from, to, share: of }) => ({
        as,
        from,
        to,
        share: share * of,
        colours: slip,
        at: deed.at,
      })),
    ],
  };
}

type Heights = { from: number; to: number; share: number };

/** Between which shares of the height a zone lies, and how much of that it takes. */
function heightsOf(zone: Zone, zones: readonly Zone[]): Heights {
  switch (zone.kind) {
    case 'band':
      return { from: zone.from, to: zone.to, share: 1 };
    case 'place':
      if (zone.place === 'rim') return { from: 1 - EDGE_SHOWN, to: 1, share: 1 };
      if (zone.place === 'foot') return { from: 0, to: EDGE_SHOWN, share: 1 };
      return { from: 0, to: 1, share: 1 };
    case 'motif':
      return { ...heightsOf(groundOf(zone, zones), zones), share: zone.share };
    case 'whole':
      return { from: 0, to: 1, share: 1 };
  }
}
