import { goAlong } from '../drying/batch/carry.ts';
import { WAITS_UNDER, type Cover } from '../drying/face.ts';
import type { Walls } from '../drying/run.ts';
import type { Seams } from '../form/places.ts';
import { project, type CoverChange, type Project, type Projection } from '../plan/project.ts';
import type { Spell } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';

/** What is meant to be done of a piece in one session. */
export interface Meant {
  session: Spell;
  /** Steps, by name, in order. */
  steps: readonly string[];
  /** How it stands while hands are there. */
  stays: Cover;
  /** How it is left: once the last of them is done, or from an instant on. */
  leaves: Cover;
  covered: 'at-once' | 'when-done' | 'at-the-end';
  leavesAt: Instant;
}

/** What became of it. */
export interface Replayed {
  /** The share of members in which each step was done in its window, within its session. */
  chances: Record<string, number>;
  /** The share in which all of them were. */
  all: number;
  /** The share in which it was dry for the kiln by when it is wanted; nobody asks where it is null. */
  dry: number | null;
  /** When so much of them as is looked for is dry; null where nobody asks, or they never are. */
  dryAt: Instant | null;
}

/** Dry is what so large a share of members are. Common practice. */
const SURELY = 0.8;

/** A piece from now on; its covers and sessions are those that are meant. */
export type Ahead = Omit<Project, 'schedule' | 'sessions' | 'spells'>;

/**
 * Lives through what is meant, in each member, with walls, coats and covers as they are: it knows of no table and of no way in
 * which a plan was found, and so judges it.
 */
export function replay(
  members: readonly Walls[],
  ahead: Ahead,
  seams: Seams,
  meant: readonly Meant[],
  due: Instant | null = null,
): Replayed {
  const steps = stepsOf(meant);
  const kiln = due === null ? undefined : ahead.route.find(asksForKiln)?.key;
  const given = { ...doingOnly(ahead, meant), ...(kiln !== undefined && { upTo: kiln }) };
  const lives = goAlong(members.map((walls) => project(walls, given, seams))).map(({ gates }) => ({
    done: new Set(gates.flatMap(({ planned, doAt }) => (doAt === null ? [] : [planned.key]))),
    dryAt: gates.find(({ planned }) => planned.key === kiln)?.opens ?? Number.POSITIVE_INFINITY,
  }));
  const share = (holds: (of: (typeof lives)[number]) => boolean) => lives.filter(holds).length / lives.length;
  return {
    chances: Object.fromEntries(steps.map((key) => [key, share(({ done }) => done.has(key))])),
    all: share(({ done }) => steps.every((key) => done.has(key))),
    dry: kiln === undefined ? null : share(({ dryAt }) => dryAt <= due!),
    dryAt: kiln === undefined ? null : surely(lives.map(({ dryAt }) => dryAt)),
  };
}

function surely(moments: Instant[]): Instant | null {
  const at = moments.sort((a, b) => a - b)[Math.ceil(SURELY * moments.length) - 1]!;
  return Number.isFinite(at) ? at : null;
}

const asksForKiln = ({ step }: Ahead['route'][number]): boolean =>
  step.needs.some(({ kind }) => kind === 'kiln-dry');

/** The course of each wall from now on if what is meant is done. */
export function courseOf(
  walls: Walls,
  ahead: Ahead,
  seams: Seams,
  meant: readonly Meant[],
): Projection['trajectories'] {
  const { upTo: _on, ...given } = doingOnly(ahead, meant);
  return goAlong([project(walls, { ...given, whole: true }, seams)])[0]!.trajectories;
}

const stepsOf = (meant: readonly Meant[]): string[] => meant.flatMap(({ steps }) => steps);

/** Steps each in its session, covers as they are meant, and nothing else. */
function doingOnly(ahead: Ahead, meant: readonly Meant[]): Project {
  const last = stepsOf(meant).at(-1);
  const whenDone = meant.filter(({ covered, steps }) => covered === 'when-done' && steps.length > 0);
  // what never comes to be done is covered as hands leave, and what is still too wet for it so that it waits
  const atTheLatest = meant.map((of) => (whenDone.includes(of) ? { ...of, leavesAt: of.session.to } : of));
  const mayWait = meant.filter(({ leaves }) => leaves !== WAITS_UNDER);
  return {
    ...ahead,
    sessions: Object.fromEntries(meant.flatMap(({ session, steps }) => steps.map((key) => [key, [session]]))),
    // what is not meant to be done is not done
    spells: [],
    schedule: atTheLatest.flatMap(({ session, stays, leaves, leavesAt }) => [
      { at: Math.max(session.from, ahead.now), cover: stays },
      { at: Math.max(leavesAt, ahead.now), cover: leaves },
    ]),
    coverUnless: Object.fromEntries(
      mayWait.flatMap(({ session, steps }) =>
        steps.map((key) => [key, { at: session.to, cover: WAITS_UNDER }]),
      ),
    ),
    coverAfter: Object.fromEntries(whenDone.map(({ steps, leaves }) => [steps.at(-1)!, leaves])),
    ...(last !== undefined && { upTo: last }),
  };
}

/** Covers change when hands come, and when they are done with the piece or leave. */
export function coversMeant(present: Cover, meant: readonly Meant[], now: Instant): CoverChange[] {
  const changes: CoverChange[] = [];
  let cover = present;
  const change = (at: Instant, to: Cover) => {
    if (to !== cover) changes.push({ at: Math.max(at, now), cover: to });
    cover = to;
  };
  for (const { session, stays, leaves, leavesAt } of meant) {
    change(session.from, stays);
    change(leavesAt, leaves);
  }
  return changes;
}
