import type { Consistency } from './consistency.ts';
import { feelPlace, type Feel } from './feel.ts';

/** What is known of a tub's slip now. */
export interface SlipReading {
  gravity: number | null;
  feel: Feel | null;
  /** Stirred seconds, by cup. */
  seconds: Record<string, number>;
  /** Whether it has had a deflocculant or a flocculant: then its SG no longer tells how it flows. */
  adjusted: boolean;
}

export type Judged = 'right' | 'too-thick' | 'too-thin' | 'unknown';

export interface Judgement {
  verdict: Judged;
  /** What decided. */
  by: 'flow' | 'feel' | 'gravity' | null;
  /** SG against its range, for reference where something else decided. */
  gravitySays: Judged;
}

/**
 * Wanted against measured. SG decides for slip of clay and water alone; where an electrolyte has been in it, or feel
 * or flow is on target, feel and flow decide and the SG is for reference.
 */
export function judgeSlip(reading: SlipReading, wanted: Consistency): Judgement {
  const flow = flowSays(reading, wanted);
  const feel = feelSays(reading, wanted);
  const gravitySays = between(reading.gravity, wanted.gravity.from, wanted.gravity.to);
  const decided = (by: Judgement['by'], verdict: Judged): Judgement => ({ by, verdict, gravitySays });
  if (flow === 'right') return decided('flow', flow);
  if (feel === 'right') return decided('feel', feel);
  if (!reading.adjusted && gravitySays !== 'unknown') return decided('gravity', gravitySays);
  if (flow !== 'unknown') return decided('flow', flow);
  if (feel !== 'unknown') return decided('feel', feel);
  return decided(null, 'unknown');
}

function between(value: number | null | undefined, from: number, to: number): Judged {
  if (value === null || value === undefined) return 'unknown';
  if (value < from) return 'too-thin';
  return value > to ? 'too-thick' : 'right';
}

const flowSays = ({ seconds }: SlipReading, { flow }: Consistency): Judged =>
  flow ? between(seconds[flow.cupId], flow.seconds.from, flow.seconds.to) : 'unknown';

const feelSays = ({ feel }: SlipReading, wanted: Consistency): Judged =>
  feel === null
    ? 'unknown'
    : between(feelPlace(feel), feelPlace(wanted.feel.from), feelPlace(wanted.feel.to));
