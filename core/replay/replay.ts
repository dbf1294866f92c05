import { goAlong } from '../drying/batch/carry.ts';
import type { Cover } from '../drying/face.ts';
import type { Walls } from '../drying/run.ts';
import type { Seams } from '../form/places.ts';
import { project, type CoverChange, type Project } from '../plan/project.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';

/** What is meant to be done of a piece in one session. */
export interface Meant {
  session: Spell;
  /** Steps, by name, in order. */
  steps: readonly string[];
  /** How it stands while hands are there. */
  stays: Cover;
  /** How it is left. */
  leaves: Cover;
}

/** What became of it. */
export interface Replayed {
  /** The share of members in which each step was done in its window, within its session. */
  chances: Record<string, number>;
  /** The share in which all of them were. */
  all: number;
}

/**
 * Lives through what is meant, in each member, with walls, coats and covers as they are: it knows of no table and of no way in
 * which a plan was found, and so judges it.
 * @param ahead the piece from now on; its covers and sessions are those that are meant
 */
export function replay(
  members: readonly Walls[],
  ahead: Omit<Project, 'schedule' | 'sessions' | 'spells'>,
  seams: Seams,
  meant: readonly Meant[],
): Replayed {
  const steps = meant.flatMap(({ steps }) => steps);
  const sessions = Object.fromEntries(
    meant.flatMap(({ session, steps }) => steps.map((key) => [key, [session]])),
  );
  const given: Project = {
    ...ahead,
    sessions,
    // what is not meant to be done is not done
    spells: [],
    schedule: coversOf(ahead.piece.cover, meant, ahead.now),
    ...(steps.length > 0 && { upTo: steps.at(-1)! }),
  };
  const done = goAlong(members.map((walls) => project(walls, given, seams))).map(
    ({ gates }) => new Set(gates.flatMap(({ planned, doAt }) => (doAt === null ? [] : [planned.key]))),
  );
  const share = (holds: (of: Set<string>) => boolean) => done.filter(holds).length / done.length;
  return {
    chances: Object.fromEntries(steps.map((key) => [key, share((of) => of.has(key))])),
    all: share((of) => steps.every((key) => of.has(key))),
  };
}

/** Covers change when hands come and when they leave. */
function coversOf(present: Cover, meant: readonly Meant[], now: Instant): CoverChange[] {
  const changes: CoverChange[] = [];
  let cover = present;
  const change = (at: Instant, to: Cover) => {
    if (to !== cover) changes.push({ at: Math.max(at, now), cover: to });
    cover = to;
  };
  for (const { session, stays, leaves } of meant) {
    change(session.from, stays);
    change(session.to, leaves);
  }
  return changes;
}
