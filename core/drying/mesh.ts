import { diffusivityLaw, volumeLaw, type ClayBody } from '../clay/body.ts';
import type { LawCurve } from '../clay/law.ts';
import type { Adjustment } from '../slip/correct.ts';
import { dryContent, slipWaterContent } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';

/** How water moves through a layer and how much room it takes there. */
export interface LayerLaws {
  /** D(X), m²/s */
  diffusivity: LawCurve;
  /** v(X), m³ per kg dry */
  volume: LawCurve;
}

export type FaceName = 'outside' | 'inside';

/** A stretch of cells of one stuff: the wall's clay, or a coat of slip upon it. */
export interface Layer {
  /** Its cells, from `from` up to but without `to`. */
  from: number;
  to: number;
  coat: CoatLaid | null;
}

/** A coat as it was laid. */
export interface CoatLaid {
  face: FaceName;
  at: Instant;
  /** Wet thickness, m. */
  thicknessM: number;
  specificGravity: number;
  /** Density of the powder, kg/m³. */
  grainDensity: number;
  /** What was done to the slip's flow; nothing where it is not said. */
  adjusted?: Adjustment;
}

/** Cells of dry clay across a wall, from the inside face to the outside, with any coats. */
export interface Mesh {
  /** Dry solids of each cell, kg per m² of plastic face. */
  widths: Float64Array;
  layers: Layer[];
  /** The wall's own clay among the layers. */
  body: Layer;
}

export const evenWidths = (cells: number, drySolids: number): Float64Array =>
  new Float64Array(cells).fill(drySolids / cells);

/** Cells near a face are thinner by this ratio from one to the next: a fresh coat works on the first tenth of a millimetre. */
const GRADING = 1.2;

/** Widths that are narrow at both faces and wide in the core. */
export function gradedWidths(cells: number, drySolids: number): Float64Array {
  const widths = Float64Array.from({ length: cells }, (_, i) => GRADING ** Math.min(i, cells - 1 - i));
  const sum = widths.reduce((a, b) => a + b, 0);
  return widths.map((w) => (w / sum) * drySolids);
}

/** A bare wall. */
export function bareMesh(widths: Float64Array): Mesh {
  const body: Layer = { from: 0, to: widths.length, coat: null };
  return { widths, layers: [body], body };
}

/** The laws of each layer of a wall of this body. */
export function layerLaws(body: ClayBody): (layer: Layer) => LayerLaws {
  const clay = { diffusivity: diffusivityLaw(body), volume: volumeLaw(body) };
  return ({ coat }) => (coat === null ? clay : coatLaws(coat));
}

/** From memory: a cake-forming slip passes water far slower than the wall. */
const COAT_DIFFUSIVITY = 4e-10;
/** A dried coat no longer shrinks below this water content. From memory. */
export const COAT_STOPS_AT = 0.12;

function coatLaws({ grainDensity }: CoatLaid): LayerLaws {
  return {
    diffusivity: { value: () => COAT_DIFFUSIVITY, slope: () => 0 },
    volume: {
      value: (x) => 1 / grainDensity + Math.max(x, COAT_STOPS_AT) / 1000,
      slope: (x) => (x > COAT_STOPS_AT ? 1e-3 : 0),
    },
  };
}

export const COAT_CELLS = 8;
/** A coat that has lost its shine changes slowly enough for these. */
export const SETTLED_CELLS = 2;

/** A wall with its cells' water contents. */
export interface Laid {
  mesh: Mesh;
  x: Float64Array;
}

/** Lays a coat on a face: further cells, as wet as its SG says. */
export function withCoat({ mesh, x }: Laid, coat: CoatLaid, cells = COAT_CELLS): Laid {
  const dry = coat.thicknessM * dryContent(coat.specificGravity, coat.grainDensity);
  const layer = {
    coat,
    widths: evenWidths(cells, dry),
    x: new Float64Array(cells).fill(slipWaterContent(coat.specificGravity, coat.grainDensity)),
  };
  const parts = partsOf({ mesh, x });
  return assembled(coat.face === 'outside' ? [...parts, layer] : [layer, ...parts]);
}

/** Joins the cells of every coat into few, keeping its water. */
export function withSettledCoats(laid: Laid): Laid {
  const parts = partsOf(laid);
  if (parts.every((part) => part.coat === null || part.widths.length <= SETTLED_CELLS)) return laid;
  return assembled(parts.map((part) => (part.coat === null ? part : joinedCells(part))));
}

interface Part {
  coat: CoatLaid | null;
  widths: Float64Array;
  x: Float64Array;
}

const partsOf = ({ mesh, x }: Laid): Part[] =>
  mesh.layers.map(({ coat, from, to }) => ({
    coat,
    widths: mesh.widths.slice(from, to),
    x: x.slice(from, to),
  }));

function joinedCells(part: Part): Part {
  const count = part.widths.length;
  if (count <= SETTLED_CELLS) return part;
  const each = count / SETTLED_CELLS;
  const widths = new Float64Array(SETTLED_CELLS);
  const x = new Float64Array(SETTLED_CELLS);
  for (let i = 0; i < count; i++) {
    const k = Math.floor(i / each);
    widths[k] = widths[k]! + part.widths[i]!;
    x[k] = x[k]! + part.widths[i]! * part.x[i]!;
  }
  for (let k = 0; k < SETTLED_CELLS; k++) x[k] = x[k]! / widths[k]!;
  return { ...part, widths, x };
}

function assembled(parts: Part[]): Laid {
  const count = parts.reduce((sum, part) => sum + part.widths.length, 0);
  const widths = new Float64Array(count);
  const x = new Float64Array(count);
  const layers: Layer[] = [];
  let from = 0;
  for (const part of parts) {
    widths.set(part.widths, from);
    x.set(part.x, from);
    layers.push({ coat: part.coat, from, to: from + part.widths.length });
    from += part.widths.length;
  }
  return { mesh: { widths, layers, body: layers.find((layer) => layer.coat === null)! }, x };
}

/** Coats on a face, the first laid first. */
export function coatsOn(mesh: Mesh, face: FaceName): Layer[] {
  const coats = mesh.layers.filter((layer) => layer.coat?.face === face);
  return face === 'outside' ? coats : coats.reverse();
}

/** Water in all cells, kg per m² of plastic face. */
export function waterIn({ widths }: Mesh, x: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += widths[i]! * x[i]!;
  return sum;
}
