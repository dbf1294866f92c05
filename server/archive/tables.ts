import type { PiecesAnswer } from '../../api/index.ts';
import { stands, subjectKind } from '../../core/log/ledger.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { csvRows } from '../formats/csv.ts';
import type { Plans } from '../planning/plans.ts';
import type { Store } from '../store/store.ts';

/** The studio as tables for a spreadsheet, a few thousand rows at a time. */

type Table = AsyncGenerator<string>;

const iso = (at: Instant | null | undefined): string =>
  at === null || at === undefined ? '' : new Date(at).toISOString();

/** Every piece with where it stands: what is known of it as of when it was worked out last. */
export async function* piecesCsv(plans: Plans, now: Instant): Table {
  yield csvRows([
    [
      ...['piece', 'made', 'maker', 'clay', 'room', 'technique', 'steps_done', 'steps', 'stage', 'as_of'],
      ...['next_step', 'opens', 'closes', 'finished', 'outcome'],
    ],
  ]);
  for (const which of ['open', 'finished'] as const)
    for (let page = 0, pages = 1; page < pages; page++) {
      const answer: PiecesAnswer = plans.pieces({ which, search: '', page }, now);
      ({ pages } = answer);
      if (answer.rows.length > 0)
        yield csvRows(
          answer.rows.map((row) => [
            ...[row.name, iso(row.madeAt), row.makerName, row.clayName, row.roomName, row.techniqueName],
            ...[row.doneSteps, row.steps, row.stageName ?? '', iso(row.asOf), row.next?.name ?? ''],
            ...[
              iso(row.next?.opens),
              iso(row.next?.closes),
              iso(row.finished?.at),
              row.finished?.outcome ?? '',
            ],
          ]),
        );
      // who logs meanwhile is heard
      await new Promise(setImmediate);
    }
}

const ACTS_AT_ONCE = 500;

/** Every entry of the log, with its figures in SI as JSON. */
export async function* logCsv({ ledger, studio }: Store): Table {
  yield csvRows([['at', 'recorded', 'maker', 'kind', 'of', 'stands', 'place', 'face', 'what']]);
  const makers = new Map(studio().makers.map(({ id, set }) => [id, set.name]));
  const acts = ledger.acts.slice();
  for (let i = 0; i < acts.length; i += ACTS_AT_ONCE) {
    yield csvRows(
      acts
        .slice(i, i + ACTS_AT_ONCE)
        .flatMap((act) =>
          act.entries.map((e) => [
            ...[
              e.at,
              act.recordedAt,
              makers.get(act.makerId) ?? act.makerId,
              e.kind,
              `${subjectKind(e.kind)} ${e.subject}`,
            ],
            ...[
              stands(ledger, act.id) ? 'yes' : 'undone',
              e.place ?? '',
              e.face ?? '',
              JSON.stringify(e.body),
            ],
          ]),
        ),
    );
    await new Promise(setImmediate);
  }
}

/** Every reading of every room; an import rebuilds them from the raw files. */
export async function* readingsCsv(store: Store): Table {
  yield 'room,time,celsius,humidity_percent\r\n';
  for (const room of store.studio().rooms) {
    for await (const page of store.readingsInPages(room.id)) {
      const rows = page.map(({ at, celsius, humidity }) => [
        room.set.name,
        new Date(at).toISOString(),
        celsius.toFixed(2),
        (humidity * 100).toFixed(1),
      ]);
      if (rows.length > 0) yield csvRows(rows);
    }
  }
}
