import { coneCelsius, USUAL_RATE } from '../../core/firing/cone.ts';
import { formatNumber, formatQuantity, type UnitChoice } from '../../core/units/quantity.ts';

/** At which temperature a cone bends at the usual rate, in words; what is wrong with it where there is none. */
export function coneWords(cone: string, units: UnitChoice): string {
  const bends = coneCelsius(cone.trim(), USUAL_RATE);
  if (!bends.ok) return bends.problem.message;
  const rate = `${formatNumber(USUAL_RATE, 0, units)} °C an hour`;
  return `Bends at about ${formatQuantity('temperature', bends.value, units)} where the end is fired at ${rate}`;
}
