import { defaultBody, type ClayBody } from '../clay/body.ts';
import type { Technique } from '../technique/technique.ts';
import { metricUnits, type Instant } from '../units/quantity.ts';
import type { AirRead } from '../drying/air.ts';
import {
  entriesOf,
  type Entry,
  type EntryBodies,
  type EntryOf,
  type RoomSet,
  type Studio,
  type StudioSet,
} from './entry.ts';
import { entriesAbout, subjectKind, subjectsOf, type Ledger } from './ledger.ts';
import { memoByRevision } from './memoByRevision.ts';
import { instantOf } from '../time/moment.ts';

export const DEFAULT_CLAY = 'clay-default';
export const DEFAULT_ROOM = 'room-default';
export const DEFAULT_MAKER = 'maker-default';
export const STUDIO = 'studio';
/** The one bench scale. */
export const SCALE = 'scale';

export const defaultStudio: StudioSet = {
  name: 'My studio',
  zone: 'Etc/UTC',
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 9 * 60, toMinute: 17 * 60 })),
  nightFromMinute: 22 * 60,
  nightToMinute: 7 * 60,
};

export const defaultRoom: RoomSet = {
  name: 'Workroom',
  cycle: { meanCelsius: 19, swingCelsius: 2, meanHumidity: 0.55, swingHumidity: 0.06, warmestHour: 15 },
  heatTransfer: 4,
};

export interface Revision<T> {
  from: Instant;
  set: T;
}

/** Settings that hold until they are set anew. */
export type Settable = 'studio.set' | 'room.set' | 'clay.set' | 'maker.set' | 'technique.set';

/** The settings of one kind and subject over time, ascending; the built-in one first where there is one. */
function revisions<K extends Settable>(
  ledger: Ledger,
  kind: K,
  subject: string,
  builtIn: EntryBodies[K] | null,
): Revision<EntryBodies[K]>[] {
  const logged = entriesOf(entriesAbout(ledger, subjectKind(kind), subject), kind).map(
    (entry: EntryOf<K>) => ({
      from: instantOf(entry),
      set: entry.body,
    }),
  );
  return builtIn ? [{ from: 0, set: builtIn }, ...logged] : logged;
}

export interface Named<T> {
  id: string;
  /** Every setting with when it began, ascending. */
  revisions: Revision<T>[];
  /** The setting that holds. */
  set: T;
}

function catalogue<K extends Settable>(
  ledger: Ledger,
  kind: K,
  builtIn: Record<string, EntryBodies[K]>,
): Named<EntryBodies[K]>[] {
  return [...new Set([...Object.keys(builtIn), ...subjectsOf(ledger, kind)])].flatMap((id) => {
    const all = revisions(ledger, kind, id, builtIn[id] ?? null);
    const last = all.at(-1);
    return last ? [{ id, revisions: all, set: last.set }] : [];
  });
}

/** The air of a room as it was read off an instrument, ascending. */
export const readsIn = (entries: readonly Entry[]): AirRead[] =>
  entriesOf(entries, 'room.read')
    .map((entry) => ({ at: instantOf(entry), ...entry.body }))
    .sort((a, b) => a.at - b.at);

/** The settings of the studio, its rooms, clays, makers and techniques. */
export interface StudioState {
  studio: Studio;
  /** Whether the maker has set the studio up. */
  isSet: boolean;
  rooms: Named<RoomSet>[];
  clays: Named<ClayBody>[];
  makers: Named<EntryBodies['maker.set']>[];
  /** Techniques of its own. */
  techniques: Named<Technique>[];
}

/** The settings as the log has them, worked out anew only where one was set. */
export const studioOf = memoByRevision(['studio', 'room', 'clay', 'maker', 'technique'], foldStudio);

function foldStudio(ledger: Ledger): StudioState {
  const studio = revisions(ledger, 'studio.set', STUDIO, defaultStudio);
  return {
    studio: { ...studio.at(-1)!.set, ...daysOf(ledger) },
    isSet: studio.length > 1,
    rooms: catalogue(ledger, 'room.set', { [DEFAULT_ROOM]: defaultRoom }),
    clays: catalogue(ledger, 'clay.set', { [DEFAULT_CLAY]: defaultBody }),
    makers: catalogue(ledger, 'maker.set', {
      [DEFAULT_MAKER]: { name: 'Me', units: metricUnits, scaleStepKg: 1e-4 },
    }),
    techniques: catalogue(ledger, 'technique.set', {}),
  };
}

/** The days that differ, as each was said last; none of them where none was. */
function daysOf(ledger: Ledger): Pick<Studio, 'days'> {
  const said = entriesOf(entriesAbout(ledger, 'studio', STUDIO), 'studio.day');
  const last = new Map(said.map(({ body: { date, spells } }) => [date, spells]));
  const days = Object.fromEntries([...last].flatMap(([date, spells]) => (spells ? [[date, spells]] : [])));
  return Object.keys(days).length > 0 ? { days } : {};
}

/** The setting that held at an instant; the first also holds before it. */
export function settingAt<T>(named: Named<T>, at: Instant): T {
  return (named.revisions.findLast((revision) => revision.from <= at) ?? named.revisions[0]!).set;
}
