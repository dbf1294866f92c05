import { edgeAtWater, stageSpan, waterAtEdge } from '../clay/stage.ts';
import type { ClayBody } from '../clay/body.ts';
import type { WallEvent } from '../drying/run.ts';
import type { Observation } from './observe.ts';

/** What no drying explains is moved this far inside the edge of what was found, on the reference scale. */
const INSIDE = 0.1;

/** The event that takes an observation as it was found; none for what says nothing of the whole wall. */
export function takenAsFound(body: ClayBody, observation: Observation): WallEvent[] {
  const { at } = observation;
  if (observation.kind === 'water') return [{ at, kind: 'found', fromX: observation.x, toX: observation.x }];
  if (observation.kind !== 'stage') return [];
  const { fromX, toX } = stageSpan(body, observation.stage);
  const low = edgeAtWater(body, fromX) + INSIDE;
  const high = edgeAtWater(body, toX) - INSIDE;
  return [{ at, kind: 'found', fromX: waterAtEdge(body, low), toX: waterAtEdge(body, high) }];
}
