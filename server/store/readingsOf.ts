import type { AirReading } from '../../core/drying/series.ts';
import type { EntryOf } from '../../core/log/entry.ts';
import type { AnyAct, AnyEntry, AnyRecordedAct } from '../../core/log/upcast.ts';
import { ok, problem, refused, type Problem, type Result } from '../../core/units/problem.ts';
import type { ReadingsByAct } from '../db/repository.ts';
import type { FileStore } from '../files/fileStore.ts';
import { photoType } from '../files/photo.ts';

/** The five-minute means that an act brings from the raw files it names, or why it cannot be taken. */
export async function readingsOrProblem(
  act: AnyAct,
  files: FileStore,
): Promise<{ brought: ReadingsByAct } | { problem: Problem }> {
  const brought: ReadingsByAct = new Map();
  for (const [i, entry] of act.entries.entries()) {
    const gone = photoProblem(entry, files);
    if (gone) return { problem: { ...gone, field: `entries.${i}.${gone.field}` } };
    if (entry.kind !== 'readings.taken') continue;
    const outcome = await meansOfEntry(entry, files);
    if (!outcome.ok)
      return {
        problem: { ...outcome.problem, field: `entries.${i}.${outcome.problem.field ?? 'body.file'}` },
      };
    const means = [...(brought.get(act.id) ?? []), { roomId: entry.subject, means: outcome.value }];
    brought.set(act.id, means);
  }
  return { brought };
}

/** A photograph that an entry names and that did not arrive, or is none. */
function photoProblem(entry: AnyEntry, files: FileStore): Problem | null {
  if (entry.kind !== 'piece.pictured') return null;
  for (const name of ['file', 'thumb'] as const) {
    const file = entry.body[name];
    if (!files.has(file))
      return problem('no-such-file', `body.${name}`, 'The photograph did not arrive: take it in again.');
    if (!photoType(files.path(file)))
      return problem(
        'no-image',
        `body.${name}`,
        'That file is no photograph that can be shown: choose a JPEG, PNG or WebP.',
      );
  }
  return null;
}

/** The same for acts that are in the journal: of a file that is gone or cannot be read nothing comes. */
export async function readingsOfActs(
  acts: readonly AnyRecordedAct[],
  files: FileStore,
  missing: (fileName: string) => void = () => undefined,
): Promise<ReadingsByAct> {
  const brought: ReadingsByAct = new Map();
  for (const act of acts) {
    for (const entry of act.entries) {
      if (entry.kind !== 'readings.taken') continue;
      const outcome = await meansOfEntry(entry, files);
      if (outcome.ok)
        brought.set(act.id, [
          ...(brought.get(act.id) ?? []),
          { roomId: entry.subject, means: outcome.value },
        ]);
      else missing(entry.body.fileName);
    }
  }
  return brought;
}

/** The five-minute means that taking a file brings, or why it cannot be taken. */
async function meansOfEntry(
  { body }: EntryOf<'readings.taken'>,
  files: FileStore,
): Promise<Result<AirReading[]>> {
  if (!files.has(body.file))
    return refused('no-such-file', 'body.file', 'The file of readings did not arrive: upload it again.');
  const outcome = await files.climate(body.file, body.answers);
  if (!outcome.ok) return outcome;
  const { preview, means } = outcome.value;
  if (preview.questions.length > 0)
    return { ok: false, problem: problem('open-questions', 'body.answers', preview.questions[0]!.text) };
  if (preview.badCount > 0 && !body.skipBad)
    return refused(
      'bad-rows',
      'body.skipBad',
      `${preview.badCount} rows cannot be read, the first at line ${preview.badRows[0]!.line}: ${preview.badRows[0]!.message}. Take the good ones only, or mend the file.`,
    );
  return preview.goodRows === 0
    ? refused('no-rows', 'body.file', 'Not one row of this file could be read. Nothing was taken.')
    : ok(means);
}
