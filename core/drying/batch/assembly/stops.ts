import { at, BELOW, COUNTS, STOPS, WEIGHTS, whole, X } from './memory';

const all = (): v128 => i32x4.splat(-1);

/** All bits set in the lanes whose stops hold: of each wall that is asked, one of its own. */
export function stopped(): v128 {
  const stops = whole(COUNTS, 2);
  if (stops == 0) return i32x4.splat(0);
  let every = all();
  let any = all();
  for (let s = 0; s < stops; s++) {
    if (whole(STOPS, s << 3) != 0) {
      every = v128.and(every, any);
      any = i32x4.splat(0);
    }
    any = v128.or(any, f32x4.lt(reading(s), at(BELOW, s)));
  }
  return v128.and(every, any);
}

function reading(stop: i32): v128 {
  const base = stop << 3;
  const from = whole(STOPS, base + 2);
  const to = whole(STOPS, base + 3);
  let value = at(X, from);
  if (whole(STOPS, base + 1) != 0) {
    for (let i = from + 1; i < to; i++) value = f32x4.max(value, at(X, i));
    return value;
  }
  const weights = whole(STOPS, base + 4) - from;
  value = f32x4.splat(0);
  for (let i = from; i < to; i++) value = f32x4.add(value, f32x4.mul(at(X, i), at(WEIGHTS, weights + i)));
  return value;
}
