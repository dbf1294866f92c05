import { heatTools } from '../drying/heat.ts';
import { stretchedForm } from '../form/form.ts';
import type { WallName } from '../form/places.ts';
import type { EffectField, EffectRow } from './row.ts';
import { breakSkin, COLUMNS, over } from './section.ts';

/** What is done to a piece or a wall as a whole: heat, a stretch, another shape, a part, a place, fire. */

export const heat: EffectRow<'heat'> = {
  watched: true,
  wall: ({ tool, seconds, duty }, { at, face, within }) => [
    { at, kind: 'heat', face, tool, seconds, duty: duty * within },
  ],
  fields: () => [
    { key: 'seconds', label: 'For', as: 'seconds' },
    { key: 'duty', label: 'Of the time it points at one spot', as: 'percent' },
  ],
  done: ({ tool, seconds }) => `${heatTools[tool].name.toLowerCase()}, ${Math.round(seconds)} s`,
  usually: ({ tool, seconds }, figure) =>
    `${tool === 'torch' ? 'torch' : 'hot air'}, ${figure(seconds, 1, 's')}`,
};

/** A wall is stretched with its rim; foot, floor and handle stay as they are. */
export const stretches = (name: WallName): boolean =>
  name === 'wall' || name === 'rim' || name.startsWith('band');
/** A wall is stretched where more of it than this is. */
const MOSTLY = 0.5;

const stretched: Record<'hoop' | 'area', EffectField> = {
  hoop: {
    key: 'ratio',
    label: 'Girth now, of what it was',
    as: 'percent',
    help: '100 is as it was; hoops seldom go beyond 160. The form follows.',
  },
  area: {
    key: 'ratio',
    label: 'Area now, of what it was',
    as: 'percent',
    help: '100 is as it was. The form follows.',
  },
};

export const stretch: EffectRow<'stretch'> = {
  wets: true,
  onClay: true,
  wall: ({ ratio }, { at, wall, within }) =>
    stretches(wall) && within > MOSTLY ? [{ at, kind: 'stretch', ratio }] : [],
  // only a skin cracks
  seen: (_effect, { before, add }) => (before.some(({ as }) => as === 'skin') ? add('cracks', 1) : before),
  becomes: ({ by, ratio }, form) => ({ form: stretchedForm(form, by, ratio) }),
  section: ({ ratio }, state) => breakSkin(state, ratio.usual),
  fields: ({ by }) => [stretched[by]],
  done: ({ ratio }, { number }) => `stretched to ${number(ratio * 100)} %`,
  usually: ({ ratio }, figure) => `stretches to ${figure(ratio, 100, '%')} of its face`,
};

/** What it has become is said by the maker. */
export const shape: EffectRow<'shape'> = {};

/** Joining slip that one joint takes, m³. From memory. */
const JOINT_M3 = 3e-6;

export const join: EffectRow<'join'> = {
  onClay: true,
  takesM3: () => JOINT_M3,
  becomes: ({ part }) => ({ joined: part }),
  section: (_effect, state) => over(state, 'part', 2.4, (i) => i > COLUMNS * 0.42 && i < COLUMNS * 0.58),
  usually: ({ part }) => `joins a ${part}`,
};

export const stand: EffectRow<'stand'> = {
  becomes: ({ cover, stand: on }) => ({ ...(cover && { cover }), ...(on && { stand: on }) }),
  usually: ({ stand: on }) => (on === undefined ? null : `then on a ${on}`),
};

export const fire: EffectRow<'fire'> = {
  // wax burns out
  seen: (_effect, { before }) => before.filter(({ as }) => as !== 'wax'),
  becomes: ({ to }) => ({ fired: to }),
  fields: () => [
    { key: 'cone', label: 'Cone', as: 'text' },
    {
      key: 'place',
      label: 'Where in the kiln',
      as: 'text',
      optional: true,
      help: 'Top shelf, at the back …',
    },
  ],
  done: ({ cone, place }) => `cone ${cone}${place ? `, ${place}` : ''}`,
  usually: ({ cone }) => `cone ${cone}`,
};

export const none: EffectRow<'none'> = {};
