import { v7 as uuid } from 'uuid';
import {
  schoolsOf,
  stepsOf,
  techniqueNamed,
  techniqueOf,
  techniques,
} from '../../core/technique/catalogue.ts';
import { USUAL_FEATURE_M, wholeZone, type Layer, type Zone } from '../../core/technique/layer.ts';
import type { Face, Only, Technique } from '../../core/technique/technique.ts';
import { typedNumber } from '../frame/fields.tsx';

/** Where a layer lies, as it is being typed; shares in percent. */
export type Where =
  | { kind: 'whole' }
  | { kind: 'rim' | 'foot' }
  | { kind: 'band'; from: string; to: string }
  | { kind: 'motif'; share: string };

/** A layer as it is being typed. */
export interface TypedLayer {
  id: string;
  technique: string;
  /** The studio's own technique that it is. */
  own: Technique | null;
  schools: Only;
  face: Face;
  where: Where;
  tub: string | null;
  /** Steps taken in that may be left out, by their keys. */
  also?: string[];
  /** Tubs of steps that have their own. */
  stepTubs?: Record<string, string>;
  /** As it stands in the log, where it does: what is not typed of it stays. */
  logged?: Layer;
  dropped?: boolean;
}

export const freshLayer = (of: Technique = techniques()[0]!, schools: Only = {}): TypedLayer => ({
  id: uuid(),
  ...chosen(of),
  schools,
  face: 'outside',
  where: { kind: 'whole' },
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
    where: whereOf(layer.zones),
    tub: layer.stock.find(({ step, zone, pass }) => !step && !zone && !pass)?.ids[0] ?? null,
    also: layer.also,
    stepTubs: Object.fromEntries(layer.stock.filter(ofStep).map(({ step, ids }) => [step, ids[0]!])),
    logged: layer,
    ...(layer.dropped && { dropped: true }),
  }));

/** Whether a tub is said of a step alone, in all its zones and passes. */
const ofStep = ({ step, zone, pass, ids }: Layer['stock'][number]): boolean =>
  step !== undefined && zone === undefined && pass === undefined && ids.length === 1;

const percent = (share: number): string => String(Number((100 * share).toFixed(1)));

function whereOf([zone, ...more]: Zone[]): Where {
  if (!zone || more.length > 0 || zone.kind === 'whole') return { kind: 'whole' };
  if (zone.kind === 'band') return { kind: 'band', from: percent(zone.from), to: percent(zone.to) };
  if (zone.kind === 'motif') return { kind: 'motif', share: percent(zone.share) };
  return { kind: zone.place === 'rim' ? 'rim' : 'foot' };
}

/** What was typed, as layers; each later one waits until what lies beneath is firm. */
export const layersFrom = (typed: TypedLayer[]): Layer[] =>
  typed.map((layer) => {
    const { id, technique, own, schools, face, where, tub, logged, dropped } = layer;
    const of = techniqueTyped(layer);
    const untouched = logged && JSON.stringify(whereOf(logged.zones)) === JSON.stringify(where);
    // a tub of a zone or of one pass is not typed: it stays
    const particular = (logged?.stock ?? []).filter((of) => (of.step ?? of.zone ?? of.pass) && !ofStep(of));
    const keys = new Set(stepsOf(of, schoolsOf(of, schools)).map(({ key }) => key));
    const ofSteps = Object.entries(layer.stepTubs ?? {}).filter(([step]) => keys.has(step));
    return {
      id,
      technique,
      rev: of.rev,
      ...(own && { own }),
      schools: schoolsOf(of, schools),
      zones: untouched ? logged.zones : zonesFrom(where),
      face,
      upon: logged ? logged.upon : 'firm',
      also: (layer.also ?? []).filter((key) => keys.has(key)),
      stock: [
        ...(tub === null ? [] : [{ ids: [tub] }]),
        ...ofSteps.map(([step, id]) => ({ step, ids: [id] })),
        ...particular,
      ],
      ...(dropped && { dropped: true as const }),
    };
  });

const share = (text: string): number => (typedNumber(text) ?? Number.NaN) / 100;

function zonesFrom(where: Where): Zone[] {
  switch (where.kind) {
    case 'whole':
      return [wholeZone];
    case 'rim':
    case 'foot':
      return [
        { id: where.kind, name: where.kind === 'rim' ? 'Rim' : 'Foot', kind: 'place', place: where.kind },
      ];
    case 'band':
      return [
        {
          id: `band-${where.from}-${where.to}`.replace(/[^\w-]/g, '_'),
          name: `Band ${where.from}–${where.to} %`,
          kind: 'band',
          from: share(where.from),
          to: share(where.to),
        },
      ];
    case 'motif':
      return [
        {
          id: 'motif',
          name: 'Motifs',
          kind: 'motif',
          within: wholeZone.id,
          share: share(where.share),
          widthM: USUAL_FEATURE_M,
        },
      ];
  }
}
