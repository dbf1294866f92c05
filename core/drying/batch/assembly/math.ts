/** Functions of four numbers at once, of our own so that they give the same bits on every machine. */

/**
 * eˣ, to 2 units in the last place; x is held within −87 to 88.
 * Coefficients: Moshier, Cephes Mathematical Library, expf.
 */
export function exp(x: v128): v128 {
  const held = f32x4.min(f32x4.max(x, f32x4.splat(-87)), f32x4.splat(88));
  const n = f32x4.nearest(f32x4.mul(held, f32x4.splat(1.44269504088896341)));
  // n·ln 2 is taken off in two parts, the first exact
  const rough = f32x4.sub(held, f32x4.mul(n, f32x4.splat(0.693359375)));
  const r = f32x4.sub(rough, f32x4.mul(n, f32x4.splat(-2.1219444e-4)));
  let y = f32x4.splat(1.98756915e-4);
  y = f32x4.add(f32x4.mul(y, r), f32x4.splat(1.3981999507e-3));
  y = f32x4.add(f32x4.mul(y, r), f32x4.splat(8.3334519073e-3));
  y = f32x4.add(f32x4.mul(y, r), f32x4.splat(4.1665795894e-2));
  y = f32x4.add(f32x4.mul(y, r), f32x4.splat(1.6666665459e-1));
  y = f32x4.add(f32x4.mul(y, r), f32x4.splat(5.0000001201e-1));
  y = f32x4.add(f32x4.add(f32x4.mul(f32x4.mul(y, r), r), r), f32x4.splat(1));
  const power = i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(n), i32x4.splat(127)), 23);
  return f32x4.mul(y, power);
}

/**
 * ln x of numbers above 10⁻³⁷, to 2 units in the last place.
 * Coefficients: Moshier, Cephes Mathematical Library, logf.
 */
export function log(x: v128): v128 {
  const exponent = i32x4.sub(i32x4.shr_u(x, 23), i32x4.splat(126));
  const mantissa = v128.or(v128.and(x, i32x4.splat(0x007fffff)), i32x4.splat(0x3f000000));
  const small = f32x4.lt(mantissa, f32x4.splat(0.707106781186547524));
  const e = f32x4.convert_i32x4_s(i32x4.add(exponent, small));
  const m = f32x4.sub(f32x4.add(mantissa, v128.and(mantissa, small)), f32x4.splat(1));
  const z = f32x4.mul(m, m);
  let y = f32x4.splat(7.0376836292e-2);
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-1.151461031e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(1.167699874e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-1.2420140846e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(1.4249322787e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-1.6668057665e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(2.0000714765e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-2.4999993993e-1));
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(3.3333331174e-1));
  y = f32x4.mul(f32x4.mul(y, m), z);
  y = f32x4.sub(f32x4.add(y, f32x4.mul(e, f32x4.splat(-2.1219444e-4))), f32x4.mul(z, f32x4.splat(0.5)));
  return f32x4.add(f32x4.add(m, y), f32x4.mul(e, f32x4.splat(0.693359375)));
}
