import { rmSync } from 'node:fs';
import type { Readable } from 'node:stream';
import type { ImportAnswer, ImportProgress } from '../../api/index.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import { ok, problem, refused, type Result } from '../../core/units/problem.ts';
import { openZip } from '../chores/archive.ts';
import type { Chores } from '../chores/chores.ts';
import type { FileStore } from '../files.ts';
import type { Store } from '../store.ts';

const ARCHIVE_LIMIT = 500 * 1024 * 1024;
const FILE_LIMIT = 20 * 1024 * 1024;

const stopped = problem('stopped', null, 'The import was stopped. Nothing was taken.');

/** Takes in an export, whole or not at all; one at a time. What is here already is left as it is. */
export interface Importer {
  take: (stream: Readable) => Promise<Result<ImportAnswer>>;
  /** How far the running import is; null where none runs. */
  progress: () => ImportProgress | null;
  /** Stops the running import while it can still be left as if it had never begun. */
  stop: () => void;
}

export function createImporter(store: Store, files: FileStore, chores: Chores): Importer {
  let running: (ImportProgress & { stopped: boolean }) | null = null;

  const takeSpooled = async (
    path: string,
    state: NonNullable<typeof running>,
  ): Promise<Result<ImportAnswer>> => {
    const acts: AnyRecordedAct[] = [];
    const head = await chores.archive(path, (part) => {
      acts.push(...part);
      state.done = acts.length;
      return state.stopped ? Promise.reject(new Error('stopped')) : Promise.resolve();
    });
    if (state.stopped) return { ok: false, problem: stopped };
    if (!head.ok) return head;
    const damaged = await takeFiles(path, files);
    if (damaged)
      return refused(
        'damaged-file',
        damaged,
        'A file in the archive is damaged or too large: its contents do not match its name. Nothing was taken.',
      );
    const outcome = await store.keepAll(acts, (phase, done) => {
      Object.assign(state, { phase, done, of: acts.length });
      return !state.stopped;
    });
    if ('problem' in outcome) return { ok: false, problem: state.stopped ? stopped : outcome.problem };
    const { added, settingsKept } = outcome;
    return ok({
      acts: added,
      alreadyHere: acts.length - added,
      files: head.value.files.length,
      settingsKept,
    });
  };

  return {
    progress: () => running && { phase: running.phase, done: running.done, of: running.of },
    stop: () => {
      if (running && running.phase !== 'keeping') running.stopped = true;
    },
    take: async (stream) => {
      if (running) {
        stream.resume();
        return refused('busy', null, 'Another import is running: wait until it is done. Nothing was taken.');
      }
      running = { phase: 'reading', done: 0, of: null, stopped: false };
      try {
        const spooled = await files.take(stream, ARCHIVE_LIMIT);
        if (!spooled)
          return refused('too-large', 'file', 'The archive is larger than 500 MB. Nothing was taken.');
        const path = files.path(spooled.file);
        try {
          return await takeSpooled(path, running);
        } finally {
          rmSync(path, { force: true });
        }
      } finally {
        running = null;
      }
    },
  };
}

/** Stores the raw files; returns the name of one that is not what its name says. Files nothing names do no harm. */
async function takeFiles(path: string, files: FileStore): Promise<string | null> {
  const zip = await openZip(path);
  if (!zip) return 'archive';
  try {
    for (const [name, entry] of zip.names) {
      const wanted = /^files\/([0-9a-f]{64})$/.exec(name)?.[1];
      if (!wanted || files.has(wanted)) continue;
      const taken = await zip
        .open(entry)
        .then((stream) => files.take(stream, FILE_LIMIT))
        .catch(() => null);
      if (taken?.file === wanted) continue;
      if (taken) rmSync(files.path(taken.file), { force: true });
      return name;
    }
    return null;
  } finally {
    zip.close();
  }
}
