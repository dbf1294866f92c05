import type { FormKind } from '../../core/form/form.ts';
import type { PieceMade } from '../../core/log/entry.ts';
import type { PieceState } from '../../core/log/piece.ts';
import { unnumbered } from '../../core/piece/numbered.ts';
import type { Technique } from '../../core/technique/technique.ts';
import type { UnitChoice } from '../../core/units/quantity.ts';
import { asTyped, freshPiece, type TypedPiece } from './PieceFields.tsx';
import { chosen, freshLayer, typedFrom, type TypedLayer } from '../layers/typedLayer.ts';

/** A new piece as it is being typed. */
export type TypedNew = TypedPiece & {
  layers: TypedLayer[];
  /** How many alike. */
  count: string;
  /** Who makes one each, a line each; empty where it is not said. */
  people?: string | undefined;
  /** The group it goes into: by its id, none, or a new one by name. */
  group: string;
  groupName: string;
};

/** No group, and one that is set up with the pieces. */
export const NO_GROUP = 'none';
export const NEW_GROUP = 'new';

const alone = { count: '1', group: NO_GROUP, groupName: '' };

const KEY = 'kosmema-last-of-kind';

/** What was made last on this device: its form, and the last piece of each form, in SI. */
interface Last {
  kind?: FormKind;
  of: Partial<Record<FormKind, PieceMade>>;
}

function read(): Last {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{"of":{}}') as Last;
  } catch {
    return { of: {} };
  }
}

/** Keeps a piece as the last of its form. */
export const rememberPiece = (made: PieceMade): void =>
  localStorage.setItem(
    KEY,
    JSON.stringify({ kind: made.form.kind, of: { ...read().of, [made.form.kind]: made } } satisfies Last),
  );

/**
 * A new piece as the last of a form was, but for its name and when it was made; of the form that was made last where
 * none is said.
 * @param all techniques as they stand: what the studio does otherwise by now is begun so
 * @param technique what it is to be begun with, where that is asked for
 */
export function likeLast(
  units: UnitChoice,
  all: readonly Technique[],
  { kind, technique }: { kind?: FormKind; technique?: string | undefined } = {},
): TypedNew {
  const last = read();
  const of = kind ?? last.kind;
  const before = of && last.of[of];
  const known = (layer: TypedLayer): TypedLayer[] => {
    const now = all.find(({ id }) => id === layer.technique);
    const { id } = freshLayer();
    const { logged: _made, ...rest } = layer;
    return now ? [{ ...rest, ...chosen(now), id }] : [];
  };
  const asBefore = before ? typedFrom(before.layers).flatMap(known) : [];
  const asked = all.find(({ id }) => id === technique);
  const layers =
    asked && asBefore[0]?.technique !== asked.id
      ? [freshLayer(asked)]
      : asBefore.length > 0
        ? asBefore
        : [freshLayer(asked)];
  const piece = before
    ? { ...asTyped(before, 0, units), name: '', stage: null, bisque: false, madeAt: null }
    : { ...freshPiece(), ...(of && { kind: of }) };
  return { ...piece, ...alone, layers };
}

/** A new piece as one that was made before, but for when. */
export const likeThat = (
  piece: Pick<PieceState, 'made' | 'groups' | 'layers'>,
  units: UnitChoice,
): TypedNew => ({
  ...asTyped(piece.made, 0, units),
  name: unnumbered(piece.made.name),
  stage: null,
  bisque: piece.made.fired === 'bisque',
  madeAt: null,
  ...alone,
  group: piece.groups[0] ?? NO_GROUP,
  // all that was planned of it is planned again, tubs and zones and all
  layers: typedFrom(piece.layers.filter(({ dropped }) => !dropped)).map((layer) => ({
    ...layer,
    id: freshLayer().id,
  })),
});
