import { dateAt } from '../time/hours.ts';
import type { Instant } from '../units/quantity.ts';
import type { EntryBodies, Entry, SubjectKind } from './entry.ts';
import { subjectKind } from './ledger.ts';
import type { Named, Settable, StudioState } from './studio.ts';
import { STUDIO } from './studio.ts';

/**
 * What must be set again so that another studio's log, taken in, leaves the settings here as they were: those that were
 * set here, or used as they came, and that it set otherwise.
 * @param isUsed whether work was logged here with a setting: in a room, of a clay, by a maker
 * @param entry makes an entry of a setting
 * @param now days that are over stay as they come
 */
export function settingsKept(
  before: StudioState,
  after: StudioState,
  isUsed: (kind: SubjectKind, id: string) => boolean,
  entry: <K extends Settable | 'studio.day'>(kind: K, subject: string, body: EntryBodies[K]) => Entry,
  now: Instant,
): { entries: Entry[]; names: string[] } {
  const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
  const entries: Entry[] = [];
  const names: string[] = [];
  const keep = <K extends Settable>(kind: K, id: string, body: EntryBodies[K], name: string) => {
    entries.push(entry(kind, id, body));
    names.push(name);
  };
  const { days: here = {}, ...week } = before.studio;
  const { days: there = {}, ...theirWeek } = after.studio;
  if (before.isSet && differs(week, theirWeek)) keep('studio.set', STUDIO, week, week.name);
  if (before.isSet || before.studio.days)
    for (const date of new Set([...Object.keys(here), ...Object.keys(there)]))
      if (date >= dateAt(week.zone, now) && differs(here[date], there[date]))
        entries.push(entry('studio.day', STUDIO, { date, spells: here[date] ? [...here[date]] : null }));
  const each = <K extends Settable>(
    kind: K,
    here: Named<EntryBodies[K] & { name: string }>[],
    there: Named<EntryBodies[K] & { name: string }>[],
  ) => {
    for (const { id, set, revisions } of here) {
      const other = there.find((named) => named.id === id);
      const wasSet = revisions.some(({ from }) => from > 0) || isUsed(subjectKind(kind), id);
      if (wasSet && other && differs(set, other.set)) keep(kind, id, set, set.name);
    }
  };
  each('room.set', before.rooms, after.rooms);
  each('clay.set', before.clays, after.clays);
  each('maker.set', before.makers, after.makers);
  each('technique.set', before.techniques, after.techniques);
  return { entries, names };
}
