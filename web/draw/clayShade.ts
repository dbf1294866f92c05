import type { Wet } from '../../core/plan/moistureForecast.ts';
import type { FiredState } from '../../core/technique/technique.ts';
import { clayRamp, rampColour } from './clayRamp.ts';

/** The colours of a clay, as wet as fresh from the bag and as pale as bone dry. */
export interface ClayColours {
  wetColour: string;
  dryColour: string;
}

/** The colours of a piece's clay, from its rim to its foot. */
export interface ClayShade {
  rim: string;
  wall: string;
  foot: string;
}

const ramps = new Map<string, string[]>();

/** The ramp of a clay, mixed once. */
function rampOf({ wetColour, dryColour }: ClayColours): string[] {
  const key = wetColour + dryColour;
  let ramp = ramps.get(key);
  if (!ramp) ramps.set(key, (ramp = clayRamp(dryColour, wetColour)));
  return ramp;
}

/** Fired clay is drawn a little deeper than it was when dry. */
const FIRED = 0.3;
/** Of what nobody has worked out yet. */
const UNKNOWN = 0.6;

/**
 * How a piece's clay looks.
 * @param wet as it is now; null where that is not known
 */
export function shadeOf(clay: ClayColours, wet: Wet | null, fired: FiredState): ClayShade {
  const ramp = rampOf(clay);
  const even = fired === 'raw' ? UNKNOWN : FIRED;
  const { rim, wall, foot } = fired === 'raw' && wet ? wet : { rim: even, wall: even, foot: even };
  return { rim: rampColour(ramp, rim), wall: rampColour(ramp, wall), foot: rampColour(ramp, foot) };
}

/** The shade as properties of a style: they can be set anew without drawing the piece again. */
export const shadeStyle = ({ rim, wall, foot }: ClayShade): Record<string, string> => ({
  '--rim': rim,
  '--wall': wall,
  '--foot': foot,
});
