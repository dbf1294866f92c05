import { v7 as uuid } from 'uuid';
import { USUAL_FEATURE_M, wholeZone, type Layer, type Zone } from '../../core/technique/layer.ts';
import { typedNumber } from '../ui/fields.tsx';

/** Where something lies, as it is being typed; shares in percent, widths in mm. */
export type Where =
  | { kind: 'whole' }
  | { kind: 'rim' | 'foot' }
  | { kind: 'band'; from: string; to: string }
  | { kind: 'motif'; share: string; widthMm?: string };

/** A zone of a layer as it is being typed. */
export interface TypedZone {
  id: string;
  /** Empty where it is called by where it lies. */
  name: string;
  where: Where;
  /** The tub of this zone; null for that of the layer. */
  tub: string | null;
  /** How many coats it gets; empty for as many as are usual. */
  coats: string;
}

export const freshZone = (where: Where): TypedZone => ({
  id: where.kind === 'band' || where.kind === 'motif' ? uuid() : where.kind,
  name: '',
  where,
  tub: null,
  coats: '',
});

/** A zone laid elsewhere: all over, rim and foot have one name in all layers. */
export const laidAt = ({ id, ...zone }: TypedZone, where: Where): TypedZone => ({
  ...zone,
  id: where.kind === zone.where.kind ? id : freshZone(where).id,
  where,
});

const percent = (share: number): string => String(Number((100 * share).toFixed(1)));

function whereOf(zone: Zone): Where {
  if (zone.kind === 'whole') return { kind: 'whole' };
  if (zone.kind === 'band') return { kind: 'band', from: percent(zone.from), to: percent(zone.to) };
  if (zone.kind === 'motif')
    return {
      kind: 'motif',
      share: percent(zone.share),
      ...(zone.widthM !== USUAL_FEATURE_M && { widthMm: String(Number((1000 * zone.widthM).toFixed(1))) }),
    };
  return { kind: zone.place === 'rim' ? 'rim' : 'foot' };
}

/** What a zone is called by where it lies. */
export function placeWords(where: Where): string {
  switch (where.kind) {
    case 'whole':
      return wholeZone.name;
    case 'rim':
      return 'Rim';
    case 'foot':
      return 'Foot';
    case 'band':
      return `Band ${where.from}–${where.to} %`;
    case 'motif':
      return 'Motifs';
  }
}

/** Zones of a layer as they are typed anew. */
export const zonesTyped = ({ zones, stock, coats }: Layer): TypedZone[] =>
  zones.map((zone) => {
    const where = whereOf(zone);
    return {
      id: zone.id,
      name: zone.name === placeWords(where) ? '' : zone.name,
      where,
      tub:
        zones.length > 1 ? (stock.find((of) => isOfZone(of) && of.zone === zone.id)?.ids[0] ?? null) : null,
      coats: coats?.[zone.id] === undefined ? '' : String(coats[zone.id]),
    };
  });

/** Whether a tub is said of a zone alone, in all its steps and passes. */
export const isOfZone = ({ step, zone, pass, ids }: Layer['stock'][number]): boolean =>
  zone !== undefined && step === undefined && pass === undefined && ids.length === 1;

const share = (text: string): number => (typedNumber(text) ?? Number.NaN) / 100;

/** A zone of its own name in a layer; all over has one for all pieces. */
export function zoneFrom({ id, name, where }: TypedZone): Zone {
  const head = { id, name: name.trim() || placeWords(where) };
  switch (where.kind) {
    case 'whole':
      return { ...wholeZone, ...(name.trim() && head) };
    case 'rim':
    case 'foot':
      return { ...head, kind: 'place', place: where.kind };
    case 'band':
      return { ...head, kind: 'band', from: share(where.from), to: share(where.to) };
    case 'motif':
      return {
        ...head,
        kind: 'motif',
        within: wholeZone.id,
        share: share(where.share),
        widthM: where.widthMm?.trim() ? (typedNumber(where.widthMm) ?? Number.NaN) / 1000 : USUAL_FEATURE_M,
      };
  }
}
