import { groundOf, wholeZone, type OnClay, type Zone } from '../technique/layer.ts';
import type { Step } from '../technique/technique.ts';

/** What of a piece a step touches or disturbs. */

interface Reaching extends OnClay {
  step: Pick<Step, 'reach'>;
}

/** Whether two steps touch or disturb the same clay: only those that do not may change places. */
export type Meets = (a: Reaching, b: Reaching) => boolean;

const wholeFace = [wholeZone];

/** @param shares whether two things share clay, asked often of the same zones */
export function meeting(shares: (a: OnClay, b: OnClay) => boolean): Meets {
  const below = new Map<readonly Zone[], Zone[]>();
  const zonesOf = ({ step: { reach }, zones }: Reaching): readonly Zone[] => {
    if (reach === 'face') return wholeFace;
    if (reach !== 'below') return zones;
    let reached = below.get(zones);
    if (!reached) below.set(zones, (reached = zones.map((zone) => runningDown(zone, zones))));
    return reached;
  };
  return (a, b) => {
    if (a.step.reach === 'piece' || b.step.reach === 'piece') return true;
    return shares({ face: a.face, zones: zonesOf(a) }, { face: b.face, zones: zonesOf(b) });
  };
}

/** A zone with all beneath it: where slip runs. */
function runningDown(zone: Zone, zones: readonly Zone[]): Zone {
  const ground = groundOf(zone, zones);
  if (ground.kind === 'band') return { ...ground, from: 0 };
  return ground.kind === 'place' && ground.place === 'foot' ? ground : wholeZone;
}
