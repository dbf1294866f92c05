import { v7 as uuid } from 'uuid';
import {
  schoolsOf,
  stepsOf,
  techniqueNamed,
  techniqueOf,
  techniques,
} from '../../core/catalogue/catalogue.ts';
import type { Layer } from '../../core/technique/layer.ts';
import { proposedAt } from '../../core/compose/place.ts';
import type { Face, Only, Technique } from '../../core/technique/technique.ts';
import { typedNumber } from '../ui/fields.tsx';
import { freshZone, isOfZone, zoneFrom, zonesTyped, type TypedZone, type Where } from './typedZone.ts';

/** A layer as it is being typed. */
export interface TypedLayer {
  id: string;
  technique: string;
  /** The studio's own technique that it is. */
  own: Technique | null;
  schools: Only;
  face: Face;
  /** At least one; of a draft from before there were several, `where` stands for it. */
  zones?: TypedZone[];
  where?: Where;
  tub: string | null;
  /** Steps taken in that may be left out, by their keys. */
  also?: string[];
  /** Tubs of steps that have their own. */
  stepTubs?: Record<string, string>;
  /** As it stands in the log, where it does: what is not typed of it stays. */
  logged?: Layer;
  /** Where it stands was said by the maker. */
  moved?: true;
  dropped?: boolean;
}

export const zonesOf = ({ zones, where = { kind: 'whole' } }: TypedLayer): TypedZone[] =>
  zones ?? [{ ...freshZone(where), id: where.kind }];

export const freshLayer = (of: Technique = techniques()[0]!, schools: Only = {}): TypedLayer => ({
  id: uuid(),
  ...chosen(of),
  schools,
  face: 'outside',
  zones: [freshZone({ kind: 'whole' })],
  tub: null,
});

/** The technique of a layer as it is chosen. */
export const chosen = (of: Technique): Pick<TypedLayer, 'technique' | 'own'> => ({
  technique: of.id,
  own: techniques().includes(of) ? null : of,
});

/** The technique of a layer that is being typed: of one that stands in the log, as it was begun. */
export const techniqueTyped = ({ own, logged, technique }: TypedLayer): Technique =>
  own ?? (logged && techniqueOf(logged)) ?? techniqueNamed(technique);

/** Layers of a piece as they are typed anew. */
export const typedFrom = (layers: readonly Layer[]): TypedLayer[] =>
  layers.map((layer) => ({
    id: layer.id,
    technique: layer.technique,
    own: layer.own ?? null,
    schools: layer.schools,
    face: layer.face,
    zones: zonesTyped(layer),
    tub: layer.stock.find(({ step, zone, pass }) => !step && !zone && !pass)?.ids[0] ?? null,
    also: layer.also,
    stepTubs: Object.fromEntries(layer.stock.filter(ofStep).map(({ step, ids }) => [step, ids[0]!])),
    logged: layer,
    ...(layer.dropped && { dropped: true }),
  }));

/** Whether a tub is said of a step alone, in all its zones and passes. */
const ofStep = ({ step, zone, pass, ids }: Layer['stock'][number]): boolean =>
  step !== undefined && zone === undefined && pass === undefined && ids.length === 1;

/** What was typed, as layers; each later one waits until what lies beneath is firm. */
export const layersFrom = (typed: TypedLayer[]): Layer[] =>
  typed.map((layer) => {
    const { id, technique, own, schools, face, tub, logged, dropped } = layer;
    const of = techniqueTyped(layer);
    const zones = zonesOf(layer);
    const asLogged =
      logged && JSON.stringify(zonesTyped(logged).map(placed)) === JSON.stringify(zones.map(placed));
    const several = zones.length > 1;
    // a tub of a step in one zone, or of one pass, is not typed: it stays
    const particular = (logged?.stock ?? []).filter(
      (of) =>
        (of.step ?? of.zone ?? of.pass) &&
        !ofStep(of) &&
        !(several && isOfZone(of)) &&
        (of.zone === undefined || zones.some(({ id: zone }) => zone === of.zone)),
    );
    const keys = new Set(stepsOf(of, schoolsOf(of, schools)).map(({ key }) => key));
    const ofSteps = Object.entries(layer.stepTubs ?? {}).filter(([step]) => keys.has(step));
    const coats = zones.flatMap((zone) =>
      zone.coats.trim() ? [[zone.id, typedNumber(zone.coats) ?? NaN] as const] : [],
    );
    return {
      id,
      technique,
      rev: of.rev,
      ...(own && { own }),
      schools: schoolsOf(of, schools),
      zones: asLogged ? logged.zones : zones.map(zoneFrom),
      face,
      upon: logged ? logged.upon : 'firm',
      also: (layer.also ?? []).filter((key) => keys.has(key)),
      stock: [
        ...(tub === null ? [] : [{ ids: [tub] }]),
        ...(several
          ? zones.flatMap((zone) => (zone.tub === null ? [] : [{ zone: zone.id, ids: [zone.tub] }]))
          : []),
        ...ofSteps.map(([step, id]) => ({ step, ids: [id] })),
        ...particular,
      ],
      ...(coats.length > 0 && { coats: Object.fromEntries(coats) }),
      ...(dropped && { dropped: true as const }),
    };
  });

const placed = ({ id, name, where }: TypedZone) => ({ id, name, where });

/** A layer put among others where it usually stands. */
export function putIn(layer: TypedLayer, among: TypedLayer[]): TypedLayer[] {
  const [own] = layersFrom([layer]);
  return among.toSpliced(proposedAt(own!, layersFrom(among)), 0, layer);
}
