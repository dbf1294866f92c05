import type { Graph } from './graph.ts';
import { doneIn } from './itinerary.ts';
import { bestItinerary } from './path.ts';
import { ASKED } from './weekPlan.ts';

/** Where nothing reaches the bar, what is best below it is offered: so low at last. */
const LOWER = [0.65, 0.45, 0.25];
export const FLOOR = LOWER.at(-1)!;

/** The least chance to ask of each task of a piece: the bar, or less where by itself it has no session with so much. */
export function barsFor(graph: Graph): number[] {
  const bars = graph.piece.blocks.map(() => ASKED);
  let done = doneAlone(graph, bars);
  while (done < bars.length) {
    const lower = LOWER.find((bar) => doneAlone(graph, bars.with(done, bar)) > done);
    if (lower === undefined) return bars;
    bars[done] = lower;
    done = doneAlone(graph, bars);
  }
  return bars;
}

/** Whether a task still has a session where so much is asked of all. */
export const isReached = (graph: Graph, least: readonly number[], block: number): boolean =>
  doneAlone(graph, least) > block;

/** How many tasks of a piece have a session where it has all hands for itself. */
const doneAlone = (graph: Graph, least: readonly number[]): number => doneIn(bestItinerary(graph, { least }));
