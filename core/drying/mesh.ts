import type { Adjustment } from '../slip/correct.ts';
import { dryContent, slipWaterContent } from '../slip/density.ts';
import type { Instant } from '../units/quantity.ts';

export type FaceName = 'outside' | 'inside';

/** A stretch of cells of one stuff: the wall's clay, or a coat of slip upon it. */
export interface Layer {
  /** Its cells, from `from` up to but without `to`. */
  from: number;
  to: number;
  coat: CoatLaid | null;
  /** The share of the face that it lies on; what it leaves bare dries as what is beneath. */
  share: number;
}

/** A coat as it was laid. */
export interface CoatLaid {
  face: FaceName;
  at: Instant;
  /** Wet thickness where it lies, m. */
  thicknessM: number;
  specificGravity: number;
  /** Density of the powder, kg/m³. */
  grainDensity: number;
  /** What was done to the slip's flow; nothing where it is not said. */
  adjusted?: Adjustment;
  /** The share of the face that it lies on, above 0; all of it where it is not said. */
  share?: number;
  /** The share of it that lies below the face, in a cut: a scraper passes over it. */
  sunk?: number;
  /** A film of sodium silicate in place of slip: the share of its mass that is solid. */
  silicateSolids?: number;
}

/** Cells of dry clay across a wall, from the inside face to the outside, with any coats. */
export interface Mesh {
  /** Dry solids of each cell, kg per m² of plastic face. */
  widths: Float64Array;
  layers: Layer[];
  /** The wall's own clay among the layers. */
  body: Layer;
  /** Dry solids of the outer millimetre of the plastic clay, kg/m²: a stretch or a cut does not change it. */
  outerSolids: number;
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

/**
 * A bare wall.
 * @param outerSolids dry solids of an outer millimetre, kg/m²; all of the wall where that is not said
 */
export function bareMesh(widths: Float64Array, outerSolids = Number.POSITIVE_INFINITY): Mesh {
  const body: Layer = { from: 0, to: widths.length, coat: null, share: 1 };
  return { widths, layers: [body], body, outerSolids };
}

export const COAT_CELLS = 8;
/** A coat that has lost its shine changes slowly enough for these. */
export const SETTLED_CELLS = 2;

/** A wall with its cells' water contents. */
export interface MeshState {
  mesh: Mesh;
  x: Float64Array;
}

/** Lays a coat on a face: further cells, as wet as its SG says. */
export function withCoat({ mesh, x }: MeshState, coat: CoatLaid, cells = COAT_CELLS): MeshState {
  const { share = 1 } = coat;
  const { dry, wetX } = loadOf(coat);
  const layer: Part = {
    coat,
    share: withinBeneath({ mesh, x }, coat.face, share),
    widths: evenWidths(cells, dry * share),
    x: new Float64Array(cells).fill(wetX),
  };
  const parts = partsOf({ mesh, x });
  return assembled(coat.face === 'outside' ? [...parts, layer] : [layer, ...parts], mesh.outerSolids);
}

/** Dry matter of a coat where it lies, kg/m², and its water, kg/kg. */
function loadOf({ thicknessM, specificGravity, grainDensity, silicateSolids }: CoatLaid) {
  return silicateSolids === undefined
    ? {
        dry: thicknessM * dryContent(specificGravity, grainDensity),
        wetX: slipWaterContent(specificGravity, grainDensity),
      }
    : {
        dry: thicknessM * 1000 * specificGravity * silicateSolids,
        wetX: (1 - silicateSolids) / silicateSolids,
      };
}

/** Nothing lies on more of the face than what it lies upon: slip that would is spread on that. */
function withinBeneath({ mesh }: MeshState, face: FaceName, share: number): number {
  const beneath = face === 'outside' ? mesh.layers.at(-1)! : mesh.layers[0]!;
  return Math.min(beneath.share, share);
}

/**
 * The wall after a stretch: the clay, and the coats that are still wet, spread over `ratio` times the face. A skin does
 * not: it breaks, keeps its thickness, and bares the rest.
 * @param isSkin whether a coat breaks
 */
export function stretched(
  { mesh, x }: MeshState,
  ratio: number,
  isSkin: (coat: Layer) => boolean,
): MeshState {
  const parts = partsOf({ mesh, x }).map((part, i): Part => {
    const share = isSkin(mesh.layers[i]!) ? part.share / ratio : part.share;
    return { ...part, share, widths: part.widths.map((width) => width / ratio) };
  });
  return assembled(nested(parts), mesh.outerSolids);
}

/** What is taken off a face: how deep in plastic clay, kg/m² of dry clay, on a share of it. */
export interface TakenOff {
  drySolids: number;
  share: number;
  /** Coats only: a sponge stops at the clay. */
  wiped?: boolean;
}

/** A coat that lies on less than this of the face is gone. */
const TRACE = 1e-3;
/** No wall is cut thinner than this share of it. */
const THINNEST_LEFT = 0.1;

/** The wall after a cut, a scraping or a wiping: coats first, then clay, with the water in them. What is sunk in a cut stays. */
export function takenOff(
  { mesh, x }: MeshState,
  face: FaceName,
  { drySolids, share, wiped }: TakenOff,
): MeshState {
  const outside = face === 'outside';
  const inwards = outside ? partsOf({ mesh, x }).reverse() : partsOf({ mesh, x });
  let rest = wiped ? Number.POSITIVE_INFINITY : drySolids;
  const clay = inwards.findIndex(({ coat }) => coat === null);
  const left = inwards.map((part, i): Part => {
    if (i > clay || rest <= 0) return part;
    if (i === clay) return wiped ? part : thinner(part, rest * share, outside);
    const local = sumOf(part.widths) / part.share;
    const above = local * (1 - (part.coat!.sunk ?? 0));
    const taken = Math.min(above, rest);
    rest -= taken * part.share;
    const widths = part.widths.map((width) => width * (1 - (share * taken) / local));
    // cut right through, it bares what is beneath
    return taken < local ? { ...part, widths } : { ...part, widths, share: part.share * (1 - share) };
  });
  const kept = left.filter((part) => part.coat === null || part.share > TRACE);
  return assembled(nested(outside ? kept.reverse() : kept), mesh.outerSolids);
}

const sumOf = (widths: Float64Array): number => widths.reduce((sum, width) => sum + width, 0);

/** Clay without so much of its dry solids at a face, in cells graded anew that hold what was there. */
function thinner(part: Part, drySolids: number, outside: boolean): Part {
  const whole = sumOf(part.widths);
  const off = Math.min(drySolids, whole * (1 - THINNEST_LEFT));
  const widths = gradedWidths(part.widths.length, whole - off);
  const x = new Float64Array(widths.length);
  let edge = outside ? 0 : off;
  for (let i = 0; i < widths.length; i++) {
    x[i] = (waterTo(part, edge + widths[i]!) - waterTo(part, edge)) / widths[i]!;
    edge += widths[i]!;
  }
  return { ...part, widths, x };
}

/** Water from the inside of a part up to so much of its dry solids. */
function waterTo({ widths, x }: Part, drySolids: number): number {
  let water = 0;
  let left = drySolids;
  for (let i = 0; i < widths.length && left > 0; i++) {
    const within = Math.min(widths[i]!, left);
    water += within * x[i]!;
    left -= within;
  }
  return water;
}

/** What lies on a broken skin broke with it. */
function nested(parts: Part[]): Part[] {
  const clay = parts.findIndex(({ coat }) => coat === null);
  const shares = parts.map(({ share }) => share);
  for (let i = clay + 1; i < parts.length; i++) shares[i] = Math.min(shares[i]!, shares[i - 1]!);
  for (let i = clay - 1; i >= 0; i--) shares[i] = Math.min(shares[i]!, shares[i + 1]!);
  return parts.map((part, i) => ({ ...part, share: shares[i]! }));
}

/** Joins the cells of every coat into few, keeping its water. */
export const withSettledCoats = (laid: MeshState): MeshState =>
  joined(laid, ({ coat }) => (coat === null ? Infinity : SETTLED_CELLS));

/** The same wall in no more cells of clay than so many, its coats settled. */
export const coarser = (laid: MeshState, cells: number): MeshState =>
  joined(laid, ({ coat }) => (coat === null ? cells : SETTLED_CELLS));

function joined(laid: MeshState, most: (part: Part) => number): MeshState {
  const parts = partsOf(laid);
  if (parts.every((part) => part.widths.length <= most(part))) return laid;
  return assembled(
    parts.map((part) => joinedCells(part, most(part))),
    laid.mesh.outerSolids,
  );
}

interface Part {
  coat: CoatLaid | null;
  share: number;
  widths: Float64Array;
  x: Float64Array;
}

const partsOf = ({ mesh, x }: MeshState): Part[] =>
  mesh.layers.map(({ coat, share, from, to }) => ({
    coat,
    share,
    widths: mesh.widths.slice(from, to),
    x: x.slice(from, to),
  }));

function joinedCells(part: Part, most: number): Part {
  const count = part.widths.length;
  if (count <= most) return part;
  const each = count / most;
  const widths = new Float64Array(most);
  const x = new Float64Array(most);
  for (let i = 0; i < count; i++) {
    const k = Math.floor(i / each);
    widths[k] = widths[k]! + part.widths[i]!;
    x[k] = x[k]! + part.widths[i]! * part.x[i]!;
  }
  for (let k = 0; k < most; k++) x[k] = x[k]! / widths[k]!;
  return { ...part, widths, x };
}

function assembled(parts: Part[], outerSolids: number): MeshState {
  const count = parts.reduce((sum, part) => sum + part.widths.length, 0);
  const widths = new Float64Array(count);
  const x = new Float64Array(count);
  const layers: Layer[] = [];
  let from = 0;
  for (const part of parts) {
    widths.set(part.widths, from);
    x.set(part.x, from);
    layers.push({ coat: part.coat, share: part.share, from, to: from + part.widths.length });
    from += part.widths.length;
  }
  return { mesh: { widths, layers, body: layers.find((layer) => layer.coat === null)!, outerSolids }, x };
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
