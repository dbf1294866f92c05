import type { Dimension } from '../../core/units/quantity.ts';
import type { Does, Effect, GlazedZone } from '../../core/technique/technique.ts';

/** How a quantity of an effect is typed. */
export interface EffectField {
  /** Where it stands in the effect. */
  key: string;
  label: string;
  as: Dimension | 'percent' | 'grams' | 'seconds' | 'text';
  help?: string;
  /** It may be left empty. */
  optional?: true;
}

const shared: EffectField = { key: 'share', label: 'Share of the zone it lies on', as: 'percent' };

const fields: Partial<Record<Does, EffectField[]>> = {
  coat: [
    {
      key: 'thicknessM',
      label: 'Wet thickness of the coat',
      as: 'length',
      help: 'Brushed coats are 0.1 to 0.25 mm, poured ones 0.5 to 1 mm',
    },
  ],
  line: [{ key: 'thicknessM', label: 'Height of the slip, wet', as: 'length' }, shared],
  fill: [
    { key: 'depthM', label: 'Depth of the groove', as: 'length', help: 'Not over a third of the wall' },
    { key: 'proud', label: 'Proud by, of the depth', as: 'percent' },
    shared,
  ],
  silicate: [
    { key: 'kgM2', label: 'Silicate laid', as: 'grams', help: '100 to 400 g/m²: more for larger plates' },
  ],
  wash: [{ key: 'kgM2', label: 'Wash laid', as: 'grams' }],
  film: [{ key: 'kgM2', label: 'Water laid', as: 'grams', help: 'One light misting is about 50 g/m²' }],
  cut: [{ key: 'depthM', label: 'Depth of the cut', as: 'length' }, shared],
  scrape: [{ key: 'depthM', label: 'Taken off', as: 'length' }],
  heat: [
    { key: 'seconds', label: 'For', as: 'seconds' },
    { key: 'duty', label: 'Of the time it points at one spot', as: 'percent' },
  ],
  fire: [
    { key: 'cone', label: 'Cone', as: 'text' },
    {
      key: 'place',
      label: 'Where in the kiln',
      as: 'text',
      optional: true,
      help: 'Top shelf, at the back …',
    },
  ],
};

const stretched: Record<'hoop' | 'area', EffectField[]> = {
  hoop: [
    {
      key: 'ratio',
      label: 'Girth now, of what it was',
      as: 'percent',
      help: '100 is as it was; hoops seldom go beyond 160. The form follows.',
    },
  ],
  area: [
    {
      key: 'ratio',
      label: 'Area now, of what it was',
      as: 'percent',
      help: '100 is as it was. The form follows.',
    },
  ],
};

const glazed: Record<GlazedZone | 'whole', EffectField> = {
  whole: { key: 'seconds', label: 'In the glaze', as: 'seconds' },
  inside: { key: 'seconds', label: 'Glaze held inside', as: 'seconds' },
  slip: { key: 'seconds', label: 'Over slip, by itself', as: 'seconds', help: 'Nought where there is none' },
  outside: {
    key: 'seconds',
    label: 'The whole outside',
    as: 'seconds',
    help: 'Over a print never above three',
  },
};

/** What is asked of an effect when it is logged. */
export function fieldsOf(effect: Effect<unknown>): EffectField[] {
  if (effect.does === 'stretch') return stretched[effect.by];
  if (effect.does === 'glaze') return [glazed[effect.on ?? 'whole']];
  return fields[effect.does] ?? [];
}
