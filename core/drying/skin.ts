import type { FaceFlux } from './face.ts';
import type { LayerLaws } from './laws.ts';
import type { FaceName, Layer, Mesh } from './mesh.ts';

/** Of one cell that meets the air of a face on a share of it; `drop` is how much drier its surface is than the cell. */
export interface Skin extends FaceFlux {
  cell: number;
  share: number;
  drop: number;
  /** What left through it at the start of a step, and in each of its stages, kg/m². */
  first: FaceFlux;
  /** How fast that changes with time, by itself. */
  drift: number;
  left: Float64Array;
}

const skinOf = (cell: number, share: number): Skin => ({
  cell,
  share,
  flux: 0,
  slope: 0,
  drop: 0,
  first: { flux: 0, slope: 0 },
  drift: 0,
  left: new Float64Array(4),
});

/** The cells that meet the air of a face, each on its share of it: the outermost, and of each layer beneath it what is not covered. */
export function bareCells({ layers }: Mesh, face: FaceName): { cell: number; share: number }[] {
  if (layers.length === 1) return [{ cell: face === 'outside' ? layers[0]!.to - 1 : 0, share: 1 }];
  const clay = layers.findIndex(({ coat }) => coat === null);
  const outwards = face === 'outside' ? layers.slice(clay) : layers.slice(0, clay + 1).reverse();
  return outwards.flatMap((layer, i) => {
    const bare = layer.share - (outwards[i + 1]?.share ?? 0);
    return bare > 1e-9 ? [{ cell: face === 'outside' ? layer.to - 1 : layer.from, share: bare }] : [];
  });
}

export const skinsOf = (mesh: Mesh, face: FaceName): Skin[] =>
  bareCells(mesh, face).map(({ cell, share }) => skinOf(cell, share));

/** The share of the face that each cell lies on. */
export function sharesByCell({ widths, layers }: Mesh): Float64Array {
  const shares = new Float64Array(widths.length);
  for (const { from, to, share } of layers) shares.fill(share, from, to);
  return shares;
}

/** How water moves in each cell. */
export function lawsByCell({ widths, layers }: Mesh, lawsOf: (layer: Layer) => LayerLaws): LayerLaws[] {
  const laws: LayerLaws[] = new Array<LayerLaws>(widths.length);
  for (const layer of layers) laws.fill(lawsOf(layer), layer.from, layer.to);
  return laws;
}

/** Which share passes between cell i and the next of unlike stuff: less than all of what a film holds over clay that is full. */
export const letsBy =
  (laws: readonly LayerLaws[], { body }: Mesh) =>
  (i: number, x: Float64Array): number => {
    const lets = laws[i]!.lets ?? laws[i + 1]!.lets;
    return lets ? lets(x[i < body.from ? body.from : body.to - 1]!) : 1;
  };
