/** A material law: its value at a water content, and its slope there (given the value, which often yields it). */
export interface LawCurve {
  value: (x: number) => number;
  slope: (x: number, value: number) => number;
}
