import type { Planned } from '../technique/layer.ts';
import type { FiredState, Need, Span } from '../technique/technique.ts';
import { intended, laidBy } from '../piece/operation.ts';
import { handsAt } from '../plan/policy.ts';
import type { SlipLaid } from '../slip/correct.ts';
import { MINUTE, SECOND } from '../units/quantity.ts';
import type { Moisture } from './readiness.ts';

/** Steps of one piece that follow one another within minutes: one task, begun when the clay is ready for its first. */
export interface Block {
  steps: Planned[];
  /** From its beginning to its end, hands and the waits between, ms. */
  lengthMs: number;
  /** Hands at it, ms. */
  handsMs: number;
  /** The clay must go on being right for its first step so long, ms. */
  holdsMs: number;
  /** What the clay must be when it begins; all of them hold. */
  needs: Moisture[];
  /** Water that it lays on the wall, kg/m² of the face it is laid on. */
  water: number;
}

/** A coat shows its sign about so soon. From memory. */
const USUAL_WAIT = 3 * MINUTE;
/** A wait longer than this is no wait beside the work: what comes after it is a task of its own. Common practice. */
const LONGEST_WAIT = 2 * 60 * MINUTE;

/**
 * The tasks that steps make, in their order; they end where the kiln begins.
 * @param open what is still to be done of a route, in order
 * @param fired what the piece is now
 * @param areaM2 of the face, for how long hands are at it
 */
export function blocksOf(
  open: readonly Planned[],
  tubs: Record<string, SlipLaid>,
  areaM2: number,
  fired: FiredState = 'raw',
): Block[] {
  const blocks: Block[] = [];
  for (const planned of open) {
    if (isFiring(planned) || planned.step.needs.some((need) => asksKiln(need, fired))) break;
    const handsMs = handsAt(planned.step, areaM2);
    const { water } = laidBy(intended(planned, tubs, 0));
    const last = blocks.at(-1);
    const waitMs = last ? waitAfter(planned, last) : null;
    if (last && waitMs !== null) {
      last.steps.push(planned);
      last.lengthMs += waitMs + handsMs;
      last.handsMs += handsMs;
      last.water += water;
    } else
      blocks.push({
        ...{ steps: [planned], lengthMs: handsMs, handsMs, holdsMs: handsMs },
        ...{ needs: needsOf(planned), water },
      });
  }
  return blocks;
}

/** To make a piece, as the first of its tasks. */
export const makingOf = (handsMs: number): Block => ({
  steps: [making],
  lengthMs: handsMs,
  handsMs,
  holdsMs: 0,
  needs: [],
  water: 0,
});

/** How the making of a piece is called among its steps. */
export const MAKING = 'make';
const making: Planned = {
  key: MAKING,
  refs: [],
  step: {
    ...{ key: MAKING, name: 'Make', verb: 'Log it as made', takesS: null },
    ...{ effects: [], needs: [], look: [], words: [], remedies: [], hazards: [] },
  },
  ...{ pass: 1, passes: 1, optional: false, face: 'outside', zones: [], stock: [], after: [] },
};

const isFiring = ({ step }: Planned): boolean => step.effects.some(({ does }) => does === 'fire');

const asksKiln = (need: Need, fired: FiredState): boolean =>
  need.kind === 'kiln-dry' || (need.kind === 'fired' && !need.state.includes(fired));

/** How long a step waits within the task before it, ms; null where it is a task of its own. */
function waitAfter(planned: Planned, { steps }: Block): number | null {
  const within = (key: string) => steps.some((of) => of.key === key);
  const waits = planned.step.needs.flatMap((need) => waitOf(need, within) ?? []);
  if (waits.length === 0) return null;
  const again = sameStep(planned, steps.at(-1)!);
  // clay that must have dried to something is waited for by itself
  if (!again && planned.step.needs.some((need) => need.kind === 'water' && driesTo(need.spans))) return null;
  const longest = Math.max(...waits);
  return longest <= LONGEST_WAIT ? longest : null;
}

const driesTo = (spans: readonly Span[]): boolean => spans.every(({ wettest }) => wettest !== undefined);

const sameStep = (a: Planned, b: Planned): boolean =>
  a.refs[0]!.layer === b.refs[0]!.layer && a.refs[0]!.step === b.refs[0]!.step;

/** How long a need of a step of the same task is usually waited for, ms; null where it says nothing of one. */
function waitOf(need: Need, within: (key: string) => boolean): number | null {
  switch (need.kind) {
    case 'sign':
      return within(need.of) ? (need.side === 'before' ? 0 : USUAL_WAIT) : null;
    case 'since':
      return within(need.of) ? (need.least ?? 0) * SECOND : null;
    case 'seen':
      return need.of !== undefined && within(need.of) ? (need.usual?.usual ?? 0) * SECOND : null;
    default:
      return null;
  }
}

const needsOf = ({ step, face }: Planned): Moisture[] =>
  step.needs.flatMap((need): Moisture[] =>
    need.kind === 'water' && !need.part && !need.rather
      ? [
          {
            reading: need.of === 'skin' ? face : need.of,
            spans: need.spans.map(({ driest, wettest }) => ({
              driest: driest ?? Number.NEGATIVE_INFINITY,
              wettest: wettest ?? Number.POSITIVE_INFINITY,
            })),
          },
        ]
      : [],
  );
