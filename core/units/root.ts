/**
 * Where a continuous function changes sign between two ends, by bisection.
 * @param f the function; f(low) and f(high) must not have the same sign
 * @param width how narrow the bracket must be, in the unit of the argument
 */
export function signChange(f: (x: number) => number, low: number, high: number, width: number): number {
  let a = low;
  let b = high;
  const above = f(a) > 0;
  while (b - a > width) {
    const middle = (a + b) / 2;
    if (f(middle) > 0 === above) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}
