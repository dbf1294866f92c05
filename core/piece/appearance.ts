import { isFlat, type Form } from '../form/form.ts';
import { EDGE_SHOWN } from '../form/outline.ts';
import type { Cover } from '../drying/face.ts';
import { entriesOf, type Entry } from '../log/entry.ts';
import type { PieceState } from '../log/piece.ts';
import { groundOf, type Zone } from '../technique/layer.ts';
import type { Effect, FiredState } from '../technique/technique.ts';
import type { Instant } from '../units/quantity.ts';
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

/** How something lies on a piece. */
export type Lies = 'coat' | 'lines' | 'cuts' | 'print' | 'skin' | 'cracks' | 'wash' | 'wax' | 'shine';

export interface DecorationLayer {
  as: Lies;
  /** Between two shares of the height. */
  from: number;
  to: number;
  /** Which share of that it takes. */
  share: number;
  /** Of the slip; null for what has none. */
  colours: SlipColours | null;
  at: Instant;
}

/** A slip as it looks wet, and fired. */
export interface SlipColours {
  wet: string;
  fired: string;
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
    return deed.effects.reduce((so, effect) => withEffect(so, effect, deed, colours), before);
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

function withEffect(
  before: DecorationLayer[],
  effect: Effect<number>,
  deed: Operation,
  colours: SlipColours,
): DecorationLayer[] {
  const zones = deed.zones.map((zone) => heightsOf(zone, deed.zones));
  const add = (as: Lies, share: number, slip: SlipColours | null = null): DecorationLayer[] => [
    ...before,
    ...zones.map((zone) => ({
      as,
      from: zone.from,
      to: zone.to,
      share: share * zone.share,
      colours: slip,
      at: deed.at,
    })),
  ];
  switch (effect.does) {
    case 'coat':
      return add(effect.share < 0.6 ? 'lines' : 'coat', effect.share, colours);
    case 'line':
    case 'fill':
      return add('lines', effect.share, colours);
    case 'cut':
      return add('cuts', effect.share);
    case 'print':
      return add('print', effect.share, deed.slip ? colours : null);
    case 'silicate':
      return add('skin', effect.share);
    case 'stretch':
      // only a skin cracks
      return before.some(({ as }) => as === 'skin') ? add('cracks', 1) : before;
    case 'wash':
      return add('wash', effect.share);
    case 'wax':
      return add('wax', effect.share);
    case 'burnish':
      return add('shine', effect.share);
    case 'scrape':
      return scraped(before, zones);
    case 'wipe':
      return before.map((of) => (of.as === 'wash' && meets(of, zones) ? { ...of, share: of.share / 2 } : of));
    case 'fire':
      // it burns out
      return before.filter(({ as }) => as !== 'wax');
    default:
      return before;
  }
}

type Heights = { from: number; to: number; share: number };

/** A scrape brings a filled face level again: of the slip only what is in the cuts stays. */
function scraped(before: DecorationLayer[], zones: Heights[]): DecorationLayer[] {
  const filled = before.some((of) => of.as === 'lines' && meets(of, zones));
  return filled
    ? before.filter((of) => !((of.as === 'coat' || of.as === 'cuts') && meets(of, zones)))
    : before;
}

const meets = (laid: { from: number; to: number }, zones: { from: number; to: number }[]): boolean =>
  zones.some(({ from, to }) => from < laid.to && laid.from < to);

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
