import type { Due } from '../../core/plan/due.ts';
import { copperGreen, faded, ironRed, ochre } from '../frame/theme.ts';

/** When a piece asks for hands, in words. */
export const dueNames: Record<Due, string> = {
  late: 'Late',
  now: 'Now',
  soon: 'Soon',
  tonight: 'Tonight',
  later: 'Later',
};

export const dueColours: Record<Due, string> = {
  late: ironRed,
  now: copperGreen,
  soon: ochre,
  tonight: ochre,
  later: faded,
};
