import type { Instant } from '../units/quantity.ts';
import { usualPrior, type Belief, type Prior, type Unknown } from './prior.ts';

/** What one finished piece taught of its room and its clay, or what was taken over from another studio. */
export interface Lesson {
  /** The piece; null where it was taken over. */
  pieceId: string | null;
  name: string;
  at: Instant;
  roomId: string | null;
  clayId: string | null;
  pieces: number;
  /** Checks, weighings and signs it rests on. */
  checks: number;
  belief: Partial<Record<Unknown, Belief>>;
}

/** What pieces teach of their room and their clay. */
export type Taughtable = 'air' | 'cover' | 'diffusion';

/** What belongs to a room and what to a clay; the rest is each piece's own. */
export const taughtBy: { unknown: Taughtable; subject: 'room' | 'clay' }[] = [
  { unknown: 'air', subject: 'room' },
  { unknown: 'cover', subject: 'room' },
  { unknown: 'diffusion', subject: 'clay' },
];

/** Rooms and covers change from piece to piece by about this, one sigma. From memory. */
const DRIFTS = 0.08;

/** A room or a clay set back to the usual: in one thing, or in all it has learned. */
export interface Reset {
  id: string;
  unknown: Taughtable | null;
  at: Instant;
}

/** Lessons about an unknown of a room or a clay that still count, oldest first. */
export function lessonsOf(
  lessons: Lesson[],
  { unknown, subject }: (typeof taughtBy)[number],
  id: string,
  resets: Reset[],
): Lesson[] {
  const ofThis = resets.filter((reset) => reset.id === id && (reset.unknown ?? unknown) === unknown);
  const since = Math.max(0, ...ofThis.map(({ at }) => at));
  return lessons.filter(
    (lesson) =>
      lesson.belief[unknown] !== undefined &&
      (subject === 'room' ? lesson.roomId : lesson.clayId) === id &&
      lesson.at > since,
  );
}

/**
 * The prior of a new piece: for its room and its clay, what the last piece there believed at its end, somewhat widened.
 * Each lesson was itself learned from the one before, so the last holds them all.
 */
export function learnedPrior(
  lessons: Lesson[],
  roomId: string,
  clayId: string,
  resets: Reset[] = [],
): Partial<Prior> {
  return Object.fromEntries(
    taughtBy.flatMap((taught) => {
      const { unknown, subject } = taught;
      const last = lessonsOf(lessons, taught, subject === 'room' ? roomId : clayId, resets).at(-1);
      if (!last) return [];
      const { mean, sigma } = last.belief[unknown]!;
      return [[unknown, { mean, sigma: Math.min(usualPrior[unknown].sigma, Math.hypot(sigma, DRIFTS)) }]];
    }),
  );
}
