import { techniqueOf } from '../../catalogue/catalogue.ts';
import { refKey, type Layer, type Planned, type StepRef } from '../../technique/layer.ts';
import type { FiredState, Technique } from '../../technique/technique.ts';
import type { Instant } from '../../units/quantity.ts';
import type { Admission } from './rules.ts';
import { entriesOf, type Entry, type EntryOf } from '../entry.ts';
import { entriesAbout } from '../ledger.ts';
import { instantOf } from '../../time/moment.ts';
import { foldPiece, routeOf, type PieceState } from '../piece.ts';

/**
 * A piece as an act leaves it, with what its rules ask again and again: worked out once however many entries the act has
 * about it.
 */
export interface PieceAsLeft {
  piece: PieceState;
  entries: readonly Entry[];
  /** A step of the route, by a name that it has there. */
  planned: (ref: StepRef) => Planned | undefined;
  plannedNamed: (key: string) => Planned | undefined;
  /** A layer that the piece has or ever had, with its technique. */
  layer: (id: string) => { layer: Layer; technique: Technique } | undefined;
  /** Whether another entry says that a step was done, whenever. */
  doneElsewhere: (key: string, entryId: string) => boolean;
  /** The piece as it was when something was done to it; null where it had not been made. */
  before: (entry: EntryOf<'piece.done'>) => Before | null;
}

/** What of a piece was before a deed. */
export interface Before {
  /** Whether a step was done or left out. */
  over: (key: string) => boolean;
  fired: FiredState;
}

interface Mark {
  at: Instant;
  entryId: string;
  done: boolean;
}

export const pieceAsLeft = (admission: Admission, id: string): PieceAsLeft =>
  admission.once(`piece ${id}`, () => asLeft(id, entriesAbout(admission.ledger, 'piece', id)));

function asLeft(id: string, entries: readonly Entry[]): PieceAsLeft {
  const piece = foldPiece(id, entries)!;
  const marks = new Map<string, Mark[]>();
  const fires: { at: Instant; entryId: string; to: FiredState }[] = [];
  for (const entry of entries) {
    if (entry.kind !== 'piece.done' && entry.kind !== 'piece.left-out') continue;
    const mark = { at: instantOf(entry), entryId: entry.id, done: entry.kind === 'piece.done' };
    for (const ref of entry.body.refs) {
      const key = refKey(ref);
      const known = marks.get(key);
      if (known) known.push(mark);
      else marks.set(key, [mark]);
    }
    if (entry.kind !== 'piece.done') continue;
    for (const effect of entry.body.effects)
      if (effect.does === 'fire') fires.push({ at: mark.at, entryId: entry.id, to: effect.to });
  }
  const made = entriesOf(entries, 'piece.made')[0]!;
  const corrected = entriesOf(entries, 'piece.corrected');
  const layers = new Map(
    [
      ...entriesOf(entries, 'piece.made').flatMap(({ body }) => body.layers),
      ...entriesOf(entries, 'piece.routed')
        .flatMap(({ body }) => body.layers)
        .reverse(),
      ...[...piece.layers].reverse(),
    ].flatMap((layer) => {
      const technique = techniqueOf(layer);
      return technique ? [[layer.id, { layer, technique }] as const] : [];
    }),
  );
  let route: { byRef: Map<string, Planned>; byKey: Map<string, Planned> } | null = null;
  /** Composed only where a rule asks for it. */
  const steps = () => {
    const { planned } = routeOf(piece);
    return (route ??= {
      byRef: new Map(planned.flatMap((of) => of.refs.map((ref) => [refKey(ref), of] as const))),
      byKey: new Map(planned.map((of) => [of.key, of])),
    });
  };
  return {
    piece,
    entries,
    planned: (ref) => steps().byRef.get(refKey(ref)),
    plannedNamed: (key) => steps().byKey.get(key),
    layer: (layerId) => layers.get(layerId),
    doneElsewhere: (key, entryId) =>
      marks.get(key)?.some((mark) => mark.done && mark.entryId !== entryId) ?? false,
    before: (entry) => {
      const at = instantOf(entry);
      if (instantOf(made) > at) return null;
      const begun = corrected.findLast((of) => instantOf(of) <= at)?.body ?? made.body;
      const fired = fires.findLast((of) => of.at <= at && of.entryId !== entry.id);
      return {
        over: (key) => marks.get(key)?.some((of) => of.at <= at && of.entryId !== entry.id) ?? false,
        fired: fired?.to ?? begun.fired ?? 'raw',
      };
    },
  };
}
