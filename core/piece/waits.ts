import { linearShrinkage } from '../clay/body.ts';
import { isSign, signAt, signNames, type Sign } from '../coat/sign.ts';
import { meanReading, signReading } from '../drying/readings.ts';
import { firstWhen, wallAt } from '../drying/trajectory.ts';
import { seenAt, type PieceState } from '../log/piece.ts';
import type { Planned, StepRef } from '../technique/layer.ts';
import type { Face, Need } from '../technique/technique.ts';
import { SECOND, type Instant } from '../units/quantity.ts';
import type { Wait, Interval, Readings } from './stepWindow.ts';

/** A sign is looked for from this share of its wait on. */
const EARLY = 0.6;

export type Bounds = (Interval & { wait: Wait | null }) | 'never' | 'holds' | null;

/** Between which moments a need holds that is no reading of the clay; null for one that is. */
export function boundsOf(
  need: Need,
  { face, refs, after }: Planned,
  readings: Readings,
  from: Instant,
): Bounds {
  const forever = Number.POSITIVE_INFINITY;
  switch (need.kind) {
    case 'water':
    case 'kiln-dry':
    case 'level':
    case 'together':
      return null;
    case 'fired':
      return need.state.includes(readings.fired) ? 'holds' : 'never';
    case 'since': {
      const begun = readings.doneAt(need.of);
      if (begun === null) return 'never';
      if (begun === 'left-out') return 'holds';
      const { least = 0, most = Number.POSITIVE_INFINITY } = need;
      return { from: begun + least * SECOND, to: begun + most * SECOND, wait: null };
    }
    case 'shrunk': {
      const begun = readings.doneAt(need.of);
      if (begun === null) return 'never';
      return begun === 'left-out'
        ? 'holds'
        : { from: begun, to: shrunkAt(readings, begun, need.most), wait: null };
    }
    case 'sign':
      return signBounds(need, need.face ?? face, readings, refs);
    case 'seen': {
      const key = need.of ?? after.at(-1) ?? null;
      const done = key === null ? from : readings.doneAt(key);
      if (done === null) return 'never';
      const begun = done === 'left-out' ? from : done;
      const seen = key === null ? null : seenAt(readings.piece, key, need.what);
      if (seen !== null) return { from: seen, to: forever, wait: null };
      const paper = need.clock === 'paper' ? readings.tackyAt?.(begun) : undefined;
      const usual = paper ?? begun + (need.usual?.usual ?? 0) * SECOND;
      const of = key === null ? refs : refsNamed(key, refs);
      return {
        from: usual,
        to: forever,
        wait: {
          what: need.what,
          look: need.what,
          of,
          from: paper
            ? begun + (paper - begun) * EARLY
            : begun + (need.usual?.least ?? (need.usual?.usual ?? 0) * EARLY) * SECOND,
          to: usual,
        },
      };
    }
  }
}

/** The step of a name, as the log refers to it. */
function refsNamed(key: string, fallback: StepRef[]): StepRef[] {
  const read = /^(.+?)\/([^@/]+)(?:@([^/]+))?\/(\d+)$/.exec(key);
  return read
    ? [{ layer: read[1]!, step: read[2]!, zone: read[3] ?? null, pass: Number(read[4]) }]
    : fallback;
}

function signBounds(
  need: Extract<Need, { kind: 'sign' }>,
  face: Face,
  readings: Readings,
  refs: StepRef[],
): Bounds {
  const begun = readings.doneAt(need.of);
  if (begun === null) return 'never';
  // what was left out is not waited for
  if (begun === 'left-out') return 'holds';
  const seen = signSeen(readings.piece, need.of, need.sign);
  const shown = seen ?? shownAt(readings, begun, face, need.sign);
  if (need.side === 'before') return { from: begun, to: shown ?? Number.POSITIVE_INFINITY, wait: null };
  const to = shown ?? begun + LONGEST_WAIT_S * SECOND;
  if (seen !== null) return { from: seen, to: Number.POSITIVE_INFINITY, wait: null };
  return {
    from: to,
    to: Number.POSITIVE_INFINITY,
    wait: {
      what: need.sign,
      look: signNames[need.sign].look,
      of: refsNamed(need.of, refs),
      from: begun + (to - begun) * EARLY,
      to,
    },
  };
}

/** Where its own drying does not bring a sign within the time looked ahead, it is waited for so long. Common practice. */
const LONGEST_WAIT_S = 20 * 60;

/** When a sign of a coat was seen, or one that comes later than it. */
function signSeen(piece: PieceState, key: string, sign: Sign): Instant | null {
  const seen = Object.entries(piece.seen[key] ?? {}).flatMap(([what, at]) =>
    isSign(what) && signAt[what] <= signAt[sign] ? [at] : [],
  );
  return seen.length > 0 ? Math.min(...seen) : null;
}

function shownAt({ trajectory }: Readings, begun: Instant, face: Face, sign: Sign): Instant | null {
  return firstWhen(trajectory, begun + 1, signReading(face), (x) => x <= signAt[sign]);
}

function shrunkAt({ trajectory, body }: Readings, begun: Instant, most: number): Instant {
  const { x, mesh } = wallAt(trajectory, begun);
  const then = meanReading(x, mesh);
  return (
    firstWhen(
      trajectory,
      begun,
      meanReading,
      (now) => now < then && linearShrinkage(body, then, now) > most,
    ) ?? Number.POSITIVE_INFINITY
  );
}
