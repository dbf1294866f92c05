import type { Instant } from '../units/quantity.ts';
import { memoByRevision } from './memoByRevision.ts';
import type { WorkingSpell } from '../time/hours.ts';
import { entriesOf, type GroupSet, type Studio } from './entry.ts';
import { entriesAbout, subjectsOf, type Ledger } from './ledger.ts';

/** A group of pieces by its log. */
export interface GroupState {
  id: string;
  set: GroupSet;
  closed: boolean;
}

/** When the first of some groups that are not closed is wanted by; null where none is. */
export function firstWanted(all: readonly GroupState[], ids: readonly string[]): Instant | null {
  const dates = all.flatMap(({ id, set, closed }) =>
    !closed && ids.includes(id) && set.dueAt !== null ? [Date.parse(set.dueAt)] : [],
  );
  return dates.length === 0 ? null : Math.min(...dates);
}

/** How many pieces of a group are still to be made; none where it asks for none, or is closed. */
export const leftToMake = (
  { id, set, closed }: GroupState,
  pieces: readonly { groups: readonly string[] }[],
): number =>
  closed || !set.toMake
    ? 0
    : Math.max(0, set.toMake.count - pieces.filter(({ groups }) => groups.includes(id)).length);

/**
 * When hands are at a piece of these groups: in the hours of its classes, where they have any, or else the studio's. On a
 * day when nobody comes to the studio, no class does.
 */
export function hoursFor(studio: Studio, all: readonly GroupState[], ids: readonly string[]): Studio {
  const classes = classesOf(all, ids);
  if (classes.length === 0) return studio;
  const { days = {}, ...set } = studio;
  const closed = Object.fromEntries(Object.entries(days).filter(([, spells]) => spells.length === 0));
  return { ...set, hours: joinedHours(classes.flatMap(({ set }) => set.hours!)), days: closed };
}

/** Whether pieces of some groups are worked on in hours of their own, by hands of their own. */
export const hasHoursOfItsOwn = (all: readonly GroupState[], ids: readonly string[]): boolean =>
  classesOf(all, ids).length > 0;

/** The groups that are classes. */
const classesOf = (all: readonly GroupState[], ids: readonly string[]): GroupState[] =>
  all.filter(({ id, set, closed }) => !closed && set.hours && ids.includes(id));

/** Spells of several weeks as of one: those that overlap or touch are joined. */
function joinedHours(spells: readonly WorkingSpell[]): WorkingSpell[] {
  const sorted = [...spells].sort((a, b) => a.weekday - b.weekday || a.fromMinute - b.fromMinute);
  const joined: WorkingSpell[] = [];
  for (const spell of sorted) {
    const last = joined.at(-1);
    if (last?.weekday === spell.weekday && spell.fromMinute <= last.toMinute)
      joined[joined.length - 1] = { ...last, toMinute: Math.max(last.toMinute, spell.toMinute) };
    else joined.push(spell);
  }
  return joined;
}

/** All groups that stand, in the order they were first set up. */
export const groupsOf = memoByRevision(['group'], (ledger: Ledger): GroupState[] =>
  subjectsOf(ledger, 'group.set').flatMap((id) => {
    const entries = entriesAbout(ledger, 'group', id);
    const set = entriesOf(entries, 'group.set').at(-1)?.body;
    return set ? [{ id, set, closed: entriesOf(entries, 'group.closed').length > 0 }] : [];
  }),
);

/** Pieces that are being led through their steps together. */
export interface GuideState {
  id: string;
  pieces: string[];
}

/** Guides that were begun and are not over, the newest first. */
export const guidesOf = memoByRevision(['guide'], (ledger: Ledger): GuideState[] =>
  subjectsOf(ledger, 'guide.set')
    .flatMap((id) => {
      const set = entriesOf(entriesAbout(ledger, 'guide', id), 'guide.set').at(-1)?.body;
      return set && !set.over ? [{ id, pieces: set.pieces }] : [];
    })
    .reverse(),
);
