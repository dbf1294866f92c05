import { heatTools } from '../../core/drying/heat.ts';
import type { Effect, GlazedZone } from '../../core/technique/technique.ts';
import { coneCelsius, USUAL_RATE } from '../../core/firing/cone.ts';
import { formatNumber, formatQuantity, type UnitChoice } from '../../core/units/quantity.ts';

/** What a deed did to the clay, in words; null where there is nothing to say of it. */
export function effectWords(effect: Effect<number>, units: UnitChoice): string | null {
  const length = (m: number) => formatQuantity('length', m, units);
  const grams = (kgM2: number) => `${formatNumber(kgM2 * 1000, 0, units)} g/m²`;
  switch (effect.does) {
    case 'coat':
    case 'line':
      return length(effect.thicknessM);
    case 'fill':
      return `into ${length(effect.depthM)}`;
    case 'silicate':
    case 'wash':
      return grams(effect.kgM2);
    case 'film':
      return `misted ${grams(effect.kgM2)}`;
    case 'cut':
    case 'scrape':
      return effect.depthM > 0 ? `${length(effect.depthM)} off` : null;
    case 'heat':
      return `${heatTools[effect.tool].name.toLowerCase()}, ${Math.round(effect.seconds)} s`;
    case 'stretch':
      return `stretched to ${formatNumber(effect.ratio * 100, 0, units)} %`;
    case 'fire':
      return `cone ${effect.cone}${effect.place ? `, ${effect.place}` : ''}`;
    case 'glaze':
      return effect.seconds > 0 ? `${glazedWords(effect.on)}${Math.round(effect.seconds)} s` : null;
    default:
      return null;
  }
}

const glazedWords = (on: GlazedZone | undefined): string =>
  on === undefined ? '' : on === 'slip' ? 'slip alone ' : `${on} `;

/** At which temperature a cone bends at the usual rate, in words; what is wrong with it where there is none. */
export function coneWords(cone: string, units: UnitChoice): string {
  const bends = coneCelsius(cone.trim(), USUAL_RATE);
  if (!bends.ok) return bends.problem.message;
  const rate = `${formatNumber(USUAL_RATE, 0, units)} °C an hour`;
  return `Bends at about ${formatQuantity('temperature', bends.value, units)} where the end is fired at ${rate}`;
}
