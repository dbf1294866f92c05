import { takesCoats } from '../form/places.ts';
import type { GlazedZone } from '../technique/technique.ts';
import type { EffectField, EffectRow } from './row.ts';
import { inStripe, over, THINNEST, within } from './section.ts';

/** What is done to a face and brings it no water: prints, wax, a shine, a glaze. */

export const print: EffectRow<'print'> = {
  seen: ({ share }, { add, colours, slip }) => add('print', share, slip ? colours : null),
  section: (_effect, state) => over(state, 'print', THINNEST, (i) => within(i, 0.95) && (i * 7) % 13 < 8),
  usually: () => 'prints',
};

export const wax: EffectRow<'wax'> = {
  wall: ({ share }, { at, face, wall, within: reached }) =>
    takesCoats(wall) && share > 0 ? [{ at, kind: 'wax', face, share: share * reached }] : [],
  seen: ({ share }, { add }) => add('wax', share),
  section: ({ share }, state) => over(state, 'wax', 0.3, (i) => inStripe(i, share.usual)),
  usually: () => 'wax',
};

export const burnish: EffectRow<'burnish'> = {
  seen: ({ share }, { add }) => add('shine', share),
  section: (_effect, state) => over(state, 'shine', 0.14, () => true),
  usually: () => 'burnishes',
};

const glazed: Record<GlazedZone | 'whole', { field: EffectField; usually: string; done: string }> = {
  whole: { field: { key: 'seconds', label: 'In the glaze', as: 'seconds' }, usually: 'glaze', done: '' },
  inside: {
    field: { key: 'seconds', label: 'Glaze held inside', as: 'seconds' },
    usually: 'glaze inside',
    done: 'inside ',
  },
  slip: {
    field: {
      key: 'seconds',
      label: 'Over slip, by itself',
      as: 'seconds',
      help: 'Nought where there is none',
    },
    usually: 'over slip alone',
    done: 'slip alone ',
  },
  outside: {
    field: {
      key: 'seconds',
      label: 'The whole outside',
      as: 'seconds',
      help: 'Over a print never above three',
    },
    usually: 'the whole outside',
    done: 'outside ',
  },
};

export const glaze: EffectRow<'glaze'> = {
  section: ({ on }, state) =>
    on === 'inside' || on === 'slip' ? undefined : over(state, 'glaze', 0.45, () => true),
  fields: ({ on }) => [glazed[on ?? 'whole'].field],
  done: ({ seconds, on }) => (seconds > 0 ? `${glazed[on ?? 'whole'].done}${Math.round(seconds)} s` : null),
  usually: ({ seconds, on }, figure) => `${glazed[on ?? 'whole'].usually}, ${figure(seconds, 1, 's')}`,
};
