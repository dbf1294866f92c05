import type { Dimension } from '../../core/units/quantity.ts';
import type { Does, Effect } from '../../core/technique/technique.ts';

/** How a quantity of an effect is typed. */
export interface EffectField {
  /** Where it stands in the effect. */
  key: string;
  label: string;
  as: Dimension | 'percent' | 'grams' | 'seconds' | 'text';
  help?: string;
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
  glaze: [{ key: 'seconds', label: 'In the glaze', as: 'seconds' }],
  fire: [{ key: 'cone', label: 'Cone', as: 'text' }],
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

/** What is asked of an effect when it is logged. */
export const fieldsOf = (effect: Effect<unknown>): EffectField[] =>
  effect.does === 'stretch' ? stretched[effect.by] : (fields[effect.does] ?? []);
