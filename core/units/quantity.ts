/** Quantities as the database holds them (SI) and as a maker reads and writes them. */

/** Milliseconds since 1970-01-01T00:00Z. */
export type Instant = number;

export const SECOND = 1000;
export const MINUTE = 60 * SECOND;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;

export type Dimension = 'length' | 'mass' | 'volume' | 'temperature';

export interface UnitChoice {
  length: 'mm' | 'in';
  mass: 'g' | 'oz';
  volume: 'ml' | 'floz';
  temperature: 'C' | 'F';
  decimal: '.' | ',';
}

export const metricUnits: UnitChoice = {
  length: 'mm',
  mass: 'g',
  volume: 'ml',
  temperature: 'C',
  decimal: '.',
};

interface UnitScale {
  label: string;
  perSi: number;
  offset: number;
  decimals: number;
}

/** shown = si · perSi + offset. Inch, ounce and US fluid ounce as in NIST Special Publication 811, app. B. */
const scales: Record<string, UnitScale> = {
  mm: { label: 'mm', perSi: 1000, offset: 0, decimals: 1 },
  in: { label: 'in', perSi: 1 / 0.0254, offset: 0, decimals: 3 },
  g: { label: 'g', perSi: 1000, offset: 0, decimals: 1 },
  oz: { label: 'oz', perSi: 1000 / 28.349523125, offset: 0, decimals: 2 },
  ml: { label: 'ml', perSi: 1e6, offset: 0, decimals: 0 },
  floz: { label: 'fl oz', perSi: 1e6 / 29.5735295625, offset: 0, decimals: 1 },
  C: { label: '°C', perSi: 1, offset: 0, decimals: 1 },
  F: { label: '°F', perSi: 1.8, offset: 32, decimals: 1 },
};

const scaleOf = (dimension: Dimension, units: UnitChoice): UnitScale => scales[units[dimension]]!;

/** The unit's printed name, for example `mm`. */
export function unitLabel(dimension: Dimension, units: UnitChoice): string {
  return scaleOf(dimension, units).label;
}

/**
 * The number a maker reads for an SI value (m, kg, m³, °C).
 * @example toUnit('length', 0.006, metricUnits) // 6
 */
export function toUnit(dimension: Dimension, si: number, units: UnitChoice): number {
  const { perSi, offset } = scaleOf(dimension, units);
  return si * perSi + offset;
}

/**
 * The SI value (m, kg, m³, °C) of a number a maker wrote; the inverse of `toUnit`.
 * @example fromUnit('mass', 250, metricUnits) // 0.25
 */
export function fromUnit(dimension: Dimension, shown: number, units: UnitChoice): number {
  const { perSi, offset } = scaleOf(dimension, units);
  return (shown - offset) / perSi;
}

/**
 * A number as this maker writes it: their decimal sign, no trailing zeros.
 * @example formatNumber(1.5, 2, { ...metricUnits, decimal: ',' }) // '1,5'
 */
export function formatNumber(value: number, decimals: number, units: Pick<UnitChoice, 'decimal'>): string {
  const plain = String(Number(value.toFixed(decimals)));
  return units.decimal === ',' ? plain.replace('.', ',') : plain;
}

/**
 * A number with just so many decimals, in the maker's decimal sign.
 * @example formatFixed(1.4, 2, { decimal: ',' }) // '1,40'
 */
export function formatFixed(value: number, decimals: number, units: Pick<UnitChoice, 'decimal'>): string {
  const plain = value.toFixed(decimals);
  return units.decimal === ',' ? plain.replace('.', ',') : plain;
}

/** So small a quantity is not read: that there is some is said, not how much. */
const READ_FROM = 1e-4;

/**
 * A quantity with its unit; below one of it, to two figures: a coat of 0.15 mm is not one of 0.1.
 * @example formatQuantity('length', 0.006, metricUnits) // '6 mm'
 */
export function formatQuantity(dimension: Dimension, si: number, units: UnitChoice): string {
  const { label, decimals } = scaleOf(dimension, units);
  const value = toUnit(dimension, si, units);
  const size = Math.abs(value);
  if (dimension !== 'temperature' && size > 0 && size < READ_FROM)
    return `under ${formatNumber(READ_FROM, 4, units)} ${label}`;
  const small = dimension !== 'temperature' && size > 0 && size < 1 ? 1 + Math.ceil(-Math.log10(size)) : 0;
  return `${formatNumber(value, Math.max(decimals, small), units)} ${label}`;
}

/**
 * What a maker typed, as a number; either decimal sign is read, thousands separators are not guessed.
 * @returns null when it is not one plain number
 * @example readNumber(' 1,45 ') // 1.45
 */
export function readNumber(typed: string): number | null {
  const text = typed.trim().replace('−', '-');
  if (!/^[-+]?(\d+([.,]\d*)?|[.,]\d+)$/.test(text)) return null;
  return Number(text.replace(',', '.'));
}
