import { schoolsOf, techniqueOf } from '../catalogue/catalogue.ts';
import type { Layer } from '../technique/layer.ts';

/** Where a layer usually stands among others. Common practice, no source. */

/** What comes first on a pot, and what after it. */
const places: Record<string, number> = {
  'coloured-clay': 0,
  'stretched-slab': 5,
  'silicate-texture': 5,
  'silicate-crackle': 5,
  'fresh-bands': 10,
  shaping: 30,
  relief: 35,
  'poured-ground': 40,
  'broad-brush': 40,
  'white-ground': 40,
  'brushed-coats': 40,
  'sprayed-engobe': 40,
  'wet-in-wet': 40,
  inlay: 50,
  stencil: 60,
  monoprint: 60,
  transfer: 60,
  'printed-slip': 70,
  'slip-drip': 70,
  'slip-trailing': 70,
  'brush-painting': 70,
  painterly: 70,
  sgraffito: 80,
  resist: 80,
  sigillata: 90,
  burnish: 90,
  'oxide-wash': 100,
  firing: 110,
};

/** A technique of the studio's own that is a copy of none. */
const UNKNOWN = 70;

/** Between the bands of a fresh wall and the turning: what is done before a pot is turned. */
const BEFORE_TURNING = 20;

/**
 * Where a layer usually stands: the smaller comes first. A print goes on before turning where its ground was laid on the
 * fresh wall or there is none, and a slab is printed before it is cut and joined.
 */
function placeOf(layer: Layer, among: readonly Layer[]): number {
  const id = layer.own?.copyOf ?? layer.technique;
  const prints = id === 'transfer' || id === 'monoprint' || id === 'stencil';
  if (!prints) return places[id] ?? UNKNOWN;
  const leatherGround = among.some(
    (other) => places[other.own?.copyOf ?? other.technique] === places['poured-ground'],
  );
  return (id === 'transfer' && !leatherGround) || among.some(cutsSlab) ? BEFORE_TURNING : places[id]!;
}

const cutsSlab = (layer: Layer): boolean => {
  const technique = techniqueOf(layer);
  return technique?.id === 'shaping' && schoolsOf(technique, layer.schools)['join'] === 'edges';
};

/** Where a new layer is proposed among those that stand: before the first that usually comes after it. */
export function proposedAt(layer: Layer, among: readonly Layer[]): number {
  const all = [...among, layer];
  const own = placeOf(layer, all);
  const at = among.findIndex((other) => placeOf(other, all) > own);
  return at < 0 ? among.length : at;
}

/** Layers in the order in which they are usually done; those of one place as they stand. */
export const inUsualOrder = (layers: readonly Layer[]): Layer[] =>
  layers.reduce<Layer[]>((placed, layer) => placed.toSpliced(proposedAt(layer, placed), 0, layer), []);
