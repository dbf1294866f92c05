import type { Spell } from '../time/hours.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import { effortBetween } from './effort.ts';
import type { Member, Scheduled, Visit } from './itinerary.ts';
import { readyIn, SUITS, suitability, type Suitability } from './readiness.ts';
import { driedTo } from './table.ts';

const TEN = 10 * MINUTE;
/** What is too wet in its session is covered and can be done later: worth so much of having been done. Common practice. */
const TOO_WET = 0.9;

/** Where a piece is when hands come. */
export interface Standing {
  /** The task that is next, by its place among all. */
  next: number;
  /** By its place among the covers. */
  cover: number;
  /** The mean of the wall, by member. */
  moistures: Float64Array;
}

/** What is done of a piece while hands are there, up to when it is covered. */
export interface Stay {
  next: number;
  /** How it stands until then. */
  cover: number;
  moistures: Float64Array;
  /** When it is covered, by member, and in the mean. */
  freeAt: Instant[];
  leavesAt: Instant;
  covered: Visit['covered'];
  /** Members that are too wet for one of its tasks: they are covered tightly as hands leave, whatever is meant, and wait. */
  waits: readonly boolean[];
  /** The tasks done, what their chances are worth, and the hands they take, in tens of minutes. */
  done: Visit['blocks'];
  gained: number;
  tens: number;
}

/** A piece in one session. */
export interface Coming {
  piece: Scheduled;
  at: Standing;
  session: Spell;
  suitable: Suitability[][];
}

/** How well the clay of each member suits each task, by row of its open table. */
export const suitabilities = ({ members, blocks }: Scheduled): Suitability[][] =>
  members.map(({ tables }) => blocks.map(({ needs }) => suitability(tables[0]!, needs)));

/**
 * Nothing, covered at once or standing open until hands leave; or some tasks one after the other, and then covered at once
 * or as hands leave.
 * @param least no task is done with less of a chance
 */
export function stays(coming: Coming, least: number): Stay[] {
  const { piece, at } = coming;
  if (isUnmade(coming)) {
    const { from, to } = coming.session;
    const fits = to - from >= piece.blocks[0]!.handsMs;
    return fits ? [leftAlone(coming), made(coming)] : [leftAlone(coming)];
  }
  const found = [leftAlone(coming), stoodOpen(coming, asCame(coming))];
  let last = asCame(coming);
  for (let block = at.next; block < piece.blocks.length; block++) {
    last = taskDone(coming, last);
    if (last.done.at(-1)!.chance < least) break;
    found.push(last, stoodOpen(coming, last));
  }
  return found;
}

/** The very stay that a visit is. */
export function stayOf(coming: Coming, { blocks, covered }: Pick<Visit, 'blocks' | 'covered'>): Stay {
  if (covered === 'at-once') return leftAlone(coming);
  if (isUnmade(coming)) return made(coming);
  const done = blocks.reduce((last) => taskDone(coming, last), asCame(coming));
  return covered === 'when-done' ? done : stoodOpen(coming, done);
}

/** Hands come, and nothing is done yet. */
const asCame = ({ piece, at, session: { from } }: Coming): Stay => ({
  next: at.next,
  cover: 0,
  moistures: at.moistures,
  freeAt: piece.members.map(() => from),
  leavesAt: from,
  covered: 'when-done',
  waits: piece.members.map(() => false),
  done: [],
  gained: 0,
  tens: 0,
});

/** It is covered as hands come: it never stood open. What is not made yet does not dry. */
const leftAlone = (coming: Coming): Stay => ({
  ...asCame(coming),
  cover: coming.at.cover,
  covered: 'at-once',
  ...(isUnmade(coming) && { freeAt: coming.piece.members.map(() => Number.POSITIVE_INFINITY) }),
});

const isUnmade = ({ piece, at }: Pick<Coming, 'piece' | 'at'>): boolean =>
  piece.unmade === true && at.next === 0;

/** It is made: it begins to dry as hands leave. */
function made({ piece, at, session }: Coming): Stay {
  const { handsMs } = piece.blocks[0]!;
  return {
    next: 1,
    cover: 0,
    moistures: at.moistures,
    freeAt: piece.members.map(() => session.to),
    leavesAt: session.to,
    covered: 'at-the-end',
    waits: piece.members.map(() => false),
    done: [{ block: 0, chance: 1, tooWet: 0, at: session.from }],
    gained: 1,
    tens: tensOf(piece, handsMs),
  };
}

/** Hands, in tens of minutes: each begun one counts, but for many alike that are done in one go. */
const tensOf = ({ several }: Scheduled, handsMs: number): number =>
  several ? handsMs / TEN : Math.ceil(handsMs / TEN);

/** It stands open from when hands are done with it until they leave. */
const stoodOpen = ({ piece: { members }, session: { to } }: Coming, stay: Stay): Stay => ({
  ...stay,
  moistures: stay.moistures.map((moisture, m) => dried(members[m]!, 0, moisture, stay.freeAt[m]!, to)),
  freeAt: members.map(() => to),
  leavesAt: to,
  covered: 'at-the-end',
});

/** The next task is done, in each member as soon as its clay is ready. */
function taskDone({ piece, session: { from, to }, suitable }: Coming, last: Stay): Stay {
  const { members, blocks } = piece;
  const block = last.next;
  const { lengthMs, holdsMs } = blocks[block]!;
  let chance = 0;
  let tooWet = 0;
  let begins = from;
  let ends = from;
  const freeAt: Instant[] = [];
  const waits = [...last.waits];
  const moistures = last.moistures.map((moisture, m) => {
    const { tables, efforts, weight, adds } = members[m]!;
    const free = last.freeAt[m]!;
    const latest = Math.max(free, to - lengthMs);
    const spare = effortBetween(efforts[0]!, free, latest);
    const held = effortBetween(efforts[0]!, latest, latest + holdsMs);
    const ready = readyIn(tables[0]!, suitable[m]![block]!, moisture, spare, held);
    // who has no time left for it misses it
    const fits = to - free >= lengthMs;
    if (fits) chance += weight * ready.chance;
    const later = fits ? ready.tooWet : ready.tooWet + ready.chance;
    tooWet += weight * later;
    waits[m] ||= later > SUITS;
    const begun = spare > 0 ? free + (latest - free) * Math.min(1, ready.effort / spare) : free;
    begins += weight * (begun - from);
    freeAt.push(Math.min(to, begun + lengthMs));
    ends += weight * (freeAt[m]! - from);
    return dried(members[m]!, 0, ready.moisture + adds[block]!, begun, freeAt[m]!);
  });
  const done = [...last.done, { block, chance, tooWet, at: Math.round(begins) }];
  const handsMs = done.reduce((sum, of) => sum + blocks[of.block]!.handsMs, 0);
  return {
    ...{ next: block + 1, cover: 0, moistures, freeAt, waits, covered: 'when-done', done },
    leavesAt: Math.round(ends),
    gained: last.gained + chance + TOO_WET * tooWet,
    tens: tensOf(piece, handsMs),
  };
}

/** The mean of a wall after some time under a cover. */
export const dried = (
  { tables, efforts }: Member,
  cover: number,
  moisture: number,
  from: Instant,
  to: Instant,
): number =>
  to > from ? driedTo(tables[cover]!, moisture, effortBetween(efforts[cover]!, from, to)) : moisture;
