import { goAlong } from '../drying/batch/carry.ts';
import { COARSE, roughened, runsOf, type Walls } from '../drying/run.ts';
import type { Cover } from '../drying/face.ts';
import type { Seams } from '../form/places.ts';
import { HOUR, MINUTE, type Instant } from '../units/quantity.ts';
import type { Spell } from '../time/hours.ts';
import type { StepWindow } from '../piece/stepWindow.ts';
import { followsOf, kilnDryAt, type Follows } from './follows.ts';
import { isOpen } from '../piece/status.ts';
import { project, type CoverChange, type Project } from './project.ts';

export interface CoverAdvice {
  /** The cover to have now. */
  now: Cover;
  /** Covers to change to, from now on; the first few days. */
  changes: CoverChange[];
  /** When each remaining step can then be done. */
  doAt: { key: string; at: Instant | null }[];
  /** What follows if it is done so. */
  follows: Follows | null;
  /** When it is dry enough for the kiln if it is uncovered from now on; null where that is not planned. */
  openDryAt: Instant | null;
  /** Why, in one line. */
  why: 'keeps-steps-in-hours' | 'brings-next-sooner' | 'stay';
}

/** Habits worth weighing: nobody covers tighter for the day than for the night. */
const habits: { day: Cover; night: Cover }[] = [
  { day: 'open', night: 'open' },
  { day: 'open', night: 'draped' },
  { day: 'open', night: 'tight' },
  { day: 'draped', night: 'draped' },
  { day: 'draped', night: 'tight' },
  { day: 'tight', night: 'tight' },
];
/** A step planned within this time of now is not worth steering for. */
const LOOK = 4 * 24 * HOUR;

/**
 * The habit of covers (one for working time, one for when nobody is there) under which most steps can be done
 * in working hours, and among those the soonest. The present cover is kept where nothing is gained. Whoever asks is there:
 * now the cover can be changed at any hour.
 */
export function adviseCover(
  walls: Walls,
  ahead: Project,
  seams: Seams,
  present: StepWindow[],
): CoverAdvice | null {
  const { piece, spells, now } = ahead;
  if (spells.length === 0) return null;
  const rough: Walls = Object.fromEntries(runsOf(walls).map(([name, run]) => [name, roughened(run, COARSE)]));
  const tried = habits.map(({ day, night }) => habit(piece.cover, day, night, spells, now));
  const projected = goAlong(tried.map((schedule) => project(rough, { ...ahead, schedule }, seams)));
  const scored = projected.map(({ gates }, i) => {
    const changes = tried[i]!;
    return { changes, gates, worth: worth(gates, now, changes.length) };
  });
  const best = scored.reduce((a, b) => (b.worth > a.worth ? b : a));
  const stay = worth(present, now, 0);
  const openDryAt = kilnDryAt(scored[0]!.gates);
  if (best.worth <= stay + 0.05)
    return {
      ...{ now: piece.cover, changes: [], doAt: doAtOf(present), follows: followsOf(present) },
      ...{ openDryAt, why: 'stay' },
    };
  const first = best.changes[0];
  return {
    now: first && first.at <= now ? first.cover : piece.cover,
    changes: best.changes.filter((c) => c.at < now + LOOK),
    doAt: doAtOf(best.gates),
    follows: followsOf(best.gates),
    openDryAt,
    why: inHours(best.gates) > inHours(present) ? 'keeps-steps-in-hours' : 'brings-next-sooner',
  };
}

const remaining = (gates: StepWindow[]) =>
  gates.filter((gate) => isOpen(gate.status) && !gate.planned.optional);
const inHours = (gates: StepWindow[]) => remaining(gates).filter(({ doAt }) => doAt !== null).length;
const doAtOf = (gates: StepWindow[]) =>
  remaining(gates).map(({ planned, doAt }) => ({ key: planned.key, at: doAt }));

/** Each step done in hours counts one; days until it and changes of cover cost a little. */
function worth(gates: StepWindow[], now: Instant, changes: number): number {
  const days = remaining(gates).reduce(
    (sum, { doAt }) => sum + (doAt === null ? 0 : (doAt - now) / (24 * HOUR)),
    0,
  );
  return inHours(gates) - 0.02 * days - 0.01 * Math.min(changes, 6);
}

/** The changes of cover that a day and a night cover make of the working time ahead. */
function habit(present: Cover, day: Cover, night: Cover, spells: Spell[], now: Instant): CoverChange[] {
  const changes: CoverChange[] = [];
  let cover = present;
  const change = (at: Instant, to: Cover) => {
    if (to === cover) return;
    changes.push({ at, cover: to });
    cover = to;
  };
  if (spells[0]!.from > now) change(now, night);
  spells.forEach((spell, i) => {
    change(Math.max(spell.from, now), day);
    const next = spells[i + 1];
    const shortBreak = next && next.from - spell.to < 3 * HOUR;
    if (!shortBreak) change(spell.to - 5 * MINUTE > now ? spell.to - 5 * MINUTE : now, night);
  });
  return changes;
}

/**
 * The cover a piece is to have for the night: what is advised by then, or the one it has.
 * @param leave when hands leave
 */
export const coverFor = (leave: Instant, advice: CoverAdvice | null, present: Cover): Cover =>
  !advice || advice.why === 'stay'
    ? present
    : (advice.changes.findLast(({ at }) => at <= leave)?.cover ?? present);
