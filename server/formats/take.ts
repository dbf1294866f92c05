import { v5 as uuid } from 'uuid';
import type { FormatKind, FormatPreview } from '../../api/formats.ts';
import { firstProblem } from '../../core/log/admission/admit.ts';
import type { Entry, RecordedAct } from '../../core/log/entry.ts';
import { forget, record } from '../../core/log/ledger.ts';
import { problem, refused, ok, type Result } from '../../core/units/problem.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { decodeText } from '../readings/decode.ts';
import type { Shelf } from '../planning/tubShelf.ts';
import type { Store } from '../store/store.ts';
import { readMeasurements } from './measurements.ts';
import type { DraftEntry } from './reading.ts';
import { readRecipes } from './recipes.ts';

/** More rows than this are taken in parts, so that the studio goes on answering meanwhile. */
export const MOST_ROWS = 5_000;
const ENTRIES_PER_ACT = 500;
const SHOWN = 100;
/** Namespace of what files bring: the same file brings the same entries, however often it is taken. */
const FILES = '6f1f2c1e-7c0b-4f53-9a3e-0a5b7e6d4c21';

export interface Read {
  preview: FormatPreview;
  acts: RecordedAct[];
}

/** Reads a file of recipes or measurements, each row checked against the log as it stands. */
export function readFormat(
  bytes: Buffer,
  file: string,
  kind: FormatKind,
  makerId: string,
  store: Store,
  shelf: Shelf,
  now: Instant,
): Result<Read> {
  const decoded = decodeText(bytes);
  if (!decoded.ok) return decoded;
  const { text } = decoded.value;
  const reading =
    kind === 'recipes'
      ? readRecipes(text, shelf.catalogue())
      : readMeasurements(text, shelf.catalogue(), shelf.tubs());
  if ('problem' in reading) return { ok: false, problem: reading.problem };
  if (reading.rows.length > MOST_ROWS)
    return refused(
      'too-many-rows',
      'file',
      `The file has ${reading.rows.length} rows; ${MOST_ROWS} can be taken at once. Split it and take the parts one after another. Nothing was taken.`,
    );
  const bad: FormatPreview['bad'] = [];
  const good: { words: string; entry: Entry }[] = [];
  const { ledger } = store;
  let recorded = 0;
  for (const row of reading.rows) {
    if ('problem' in row) {
      bad.push({ line: row.line, message: row.problem });
      continue;
    }
    const entry = named(row.entry, `${file}:${row.line}`, now);
    const act = { id: entry.id, makerId, deviceAt: entry.at, entries: [entry] };
    const refusal = firstProblem(ledger, act, now);
    // a row that was taken before is here already, and no worse for that
    if (refusal && refusal.code !== 'same-entry') {
      bad.push({ line: row.line, message: refusal.message });
      continue;
    }
    // what a row brings, the next may rest on
    if (!entry.kind.startsWith('tub.')) {
      record(ledger, { ...act, n: (ledger.acts.at(-1)?.n ?? 0) + 1, recordedAt: act.deviceAt });
      recorded += 1;
    }
    good.push({ words: row.words, entry });
  }
  for (; recorded > 0; recorded--) forget(ledger);
  return ok({
    preview: {
      good: good.length,
      bad: bad.slice(0, SHOWN),
      badCount: bad.length,
      sample: good.slice(0, 8).map(({ words }) => words),
    },
    acts: actsOf(
      good.map(({ entry }) => entry),
      file,
      makerId,
      now,
    ),
  });
}

function named(draft: DraftEntry, mark: string, now: Instant): Entry {
  const head = { v: 1, place: null, face: null, at: draft.at ?? new Date(now).toISOString() };
  return { id: uuid(mark, FILES), ...head, ...draft } as unknown as Entry;
}

function actsOf(entries: Entry[], file: string, makerId: string, now: Instant): RecordedAct[] {
  const acts: RecordedAct[] = [];
  for (let i = 0; i < entries.length; i += ENTRIES_PER_ACT) {
    const at = new Date(now).toISOString();
    acts.push({
      id: uuid(`${file}:${makerId}:act${i}`, FILES),
      makerId,
      deviceAt: at,
      recordedAt: at,
      n: i + 1,
      entries: entries.slice(i, i + ENTRIES_PER_ACT),
    });
  }
  return acts;
}

export const nothingGood = problem(
  'no-rows',
  'file',
  'Not one row of this file could be taken. Nothing was taken.',
);
