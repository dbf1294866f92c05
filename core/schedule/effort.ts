import type { ClayBody } from '../clay/body.ts';
import { activityLaw } from '../clay/body.ts';
import { shiftedClimate, steadyClimate, type Climate } from '../drying/air.ts';
import { coverNamed, evaporatingFace, type Cover, type FaceFlux } from '../drying/face.ts';
import type { WallSetting } from '../drying/wallRun.ts';
import { HOUR, MINUTE, SECOND, type Instant } from '../units/quantity.ts';

/** The air that drying tables are made in: 20 °C and 50 %. Common practice. */
export const REFERENCE_AIR = { celsius: 20, humidity: 0.5 } as const;
export const referenceClimate: Climate = steadyClimate(REFERENCE_AIR.celsius, REFERENCE_AIR.humidity);

/** Air is looked at so often: measured series are means of half hours. */
const STEP = 30 * MINUTE;

/** How far time in a room goes under a cover, in hours of the reference air. */
export interface Effort {
  from: Instant;
  /** Hours of reference air from the beginning to each half hour. */
  sums: Float64Array;
}

/**
 * What drying a room does under a cover from one instant to another: the flux of a wet surface at each moment over that in the
 * reference air, summed.
 * @param setting how a member believes the room to be
 * @param heatTransfer h_c of the room, W/(m²·K)
 */
export function effortOf(
  { body, airFactor, coverFactor, airShift }: WallSetting,
  { climate, heatTransfer }: { climate: Climate; heatTransfer: number },
  cover: Cover,
  from: Instant,
  to: Instant,
): Effort {
  const under = coverNamed(cover);
  const face = (of: Climate) =>
    wetFace(of, body, from, (under.heatTransfer ?? heatTransfer) * airFactor, under.resistance * coverFactor);
  const { celsius, humidity } = airShift;
  const reference = face(shiftedClimate(referenceClimate, { celsius, humidity }))(0);
  const flux = face(shiftedClimate(climate, airShift));
  const sums = new Float64Array(Math.ceil((to - from) / STEP) + 1);
  // a room so damp that water comes to a wet surface dries nothing
  for (let i = 1; i < sums.length; i++)
    sums[i] = sums[i - 1]! + (Math.max(0, flux((i - 0.5) * STEP)) / reference) * (STEP / HOUR);
  return { from, sums };
}

/** Hours of reference air between two instants, each held at the ends of what was summed. */
export const effortBetween = (effort: Effort, from: Instant, to: Instant): number =>
  sumAt(effort, to) - sumAt(effort, from);

function sumAt({ from, sums }: Effort, at: Instant): number {
  const place = Math.min(sums.length - 1, Math.max(0, (at - from) / STEP));
  const i = Math.min(sums.length - 2, Math.floor(place));
  return sums[i]! + (sums[i + 1]! - sums[i]!) * (place - i);
}

/** The flux of a wet face so many ms from an instant, kg/(m²·s). */
function wetFace(
  climate: Climate,
  body: ClayBody,
  startAt: Instant,
  heatTransfer: number,
  resistance: number,
): (ms: number) => number {
  const law = evaporatingFace({ climate, startAt, activity: activityLaw(body), heatTransfer, resistance });
  const out: FaceFlux = { flux: 0, slope: 0 };
  return (ms) => {
    law(body.plasticX, ms / SECOND, out);
    return out.flux;
  };
}
