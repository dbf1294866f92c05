import type { Cover } from '../../core/drying/face.ts';

/** How wide the hatching of each cover is, px: the tighter, the closer. */
export const hatching: Record<Cover, number> = {
  open: 0,
  fan: 20,
  draped: 12,
  'paper-bag': 9,
  tight: 6,
  'damp-cloth': 5,
  'damp-box': 4,
};
