import { exp } from './math';
import { at, IS_CLAY, LAYER, LAYERS, whole } from './memory';

/** D falls off no further than this water content, kg/kg. */
const WETTEST: f32 = 0.3;
/** Volume of a kilogram of water, m³. */
const WATER: f32 = 1e-3;

/** D and v of a layer at a water content. */
export let diffuses: v128 = i32x4(0, 0, 0, 0);
export let volume: v128 = i32x4(0, 0, 0, 0);

/** D/v² of a cell at a water content: what passes per dry solids between it and the next. */
export function perVolume(cell: i32, x: v128): v128 {
  const layer = whole(LAYER, cell);
  laws(layer, x);
  return f32x4.div(diffuses, f32x4.mul(volume, volume));
}

export function laws(layer: i32, x: v128): void {
  const base = layer << 2;
  volume = f32x4.add(at(LAYERS, base + 2), f32x4.mul(f32x4.max(x, at(LAYERS, base + 3)), f32x4.splat(WATER)));
  diffuses = at(LAYERS, base);
  if (whole(IS_CLAY, layer) == 0) return;
  const grows = f32x4.mul(at(LAYERS, base + 1), f32x4.min(x, f32x4.splat(WETTEST)));
  diffuses = f32x4.mul(diffuses, exp(grows));
}

/** d ln(D/v²)/dX of a cell, where its volume is what was asked last. */
export function relativeSlope(cell: i32, x: v128): v128 {
  const base = whole(LAYER, cell) << 2;
  const swells = v128.and(f32x4.splat(2 * WATER), f32x4.gt(x, at(LAYERS, base + 3)));
  const grows = v128.and(at(LAYERS, base + 1), f32x4.lt(x, f32x4.splat(WETTEST)));
  return f32x4.sub(grows, f32x4.div(swells, volume));
}
