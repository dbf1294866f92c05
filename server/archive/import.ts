import type { Readable } from 'node:stream';
import type { ImportAnswer, ImportProgress } from '../../api/index.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import { ok, problem, refused, type Problem, type Result } from '../../core/units/problem.ts';
import { notAZip, openZip, type ArchiveHead } from '../jobs/archive.ts';
import type { Jobs } from '../jobs/jobs.ts';
import type { FileStore, Harm } from '../files/fileStore.ts';
import { filesNamed, lackingIn } from '../files/named.ts';
import type { Store } from '../store/store.ts';

const ARCHIVE_LIMIT = 500 * 1024 * 1024;
const FILE_LIMIT = 20 * 1024 * 1024;
/** Of what could not be taken so many are named, the rest counted. */
const NAMED = 10;

const stopped = problem('stopped', null, 'The import was stopped. Nothing was taken.');

/**
 * Takes in an export, one at a time: all of it that can stand here, or nothing where it is stopped. What is here already
 * is left as it is.
 */
export interface Importer {
  take: (stream: Readable) => Promise<Result<ImportAnswer>>;
  /** How far the running import is; null where none runs. */
  progress: () => ImportProgress | null;
  /** Stops the running import while it can still be left as if it had never begun. */
  stop: () => void;
}

interface Running extends ImportProgress {
  stopped: boolean;
}

export function createImporter(store: Store, files: FileStore, chores: Jobs): Importer {
  let running: Running | null = null;

  const takeSpooled = async (path: string, state: Running): Promise<Result<ImportAnswer>> => {
    const zip = await openZip(path);
    if (!zip) return notAZip;
    zip.close();
    const acts: AnyRecordedAct[] = [];
    const head = await chores.archive(path, (part) => {
      acts.push(...part);
      state.done = acts.length;
      return state.stopped ? Promise.reject(new Error('stopped')) : Promise.resolve();
    });
    if (state.stopped) return { ok: false, problem: stopped };
    if (!head.ok) return head;
    const came = await takeFiles(path, files, filesNamed(acts), () => !state.stopped);
    if (!came) return { ok: false, problem: stopped };
    const outcome = await store.keepAll(acts, (phase, done) => {
      Object.assign(state, { phase, done, of: acts.length });
      return !state.stopped;
    });
    if ('problem' in outcome)
      return { ok: false, problem: state.stopped ? stopped : worst(head.value, outcome.problem) };
    if (came.mended.size > 0) store.mended(came.mended);
    const passedOver = [...head.value.passedOver, ...outcome.passedOver];
    return ok({
      acts: outcome.fresh.length - outcome.set,
      alreadyHere: outcome.alreadyHere,
      files: came.files,
      settingsKept: outcome.settingsKept,
      passedOver: {
        count: head.value.passedOverCount + outcome.passedOver.length,
        first: passedOver.slice(0, NAMED).map(({ field, message }) => ({ field, message })),
      },
      lacking: lackingIn(store.ledger, await lackingOf(acts, files)),
    });
  };

  return {
    progress: () => running && { phase: running.phase, done: running.done, of: running.of },
    stop: () => {
      if (running) running.stopped = true;
    },
    take: async (stream) => {
      if (running) {
        stream.resume();
        return refused('busy', null, 'Another import is running: wait until it is done. Nothing was taken.');
      }
      running = { phase: 'reading', done: 0, of: null, stopped: false };
      try {
        const spooled = await files.receive(stream, ARCHIVE_LIMIT);
        if (!spooled)
          return refused('too-large', 'file', 'The archive is larger than 500 MB. Nothing was taken.');
        try {
          return await takeSpooled(spooled.path, running);
        } finally {
          spooled.drop();
        }
      } finally {
        running = null;
      }
    },
  };
}

/** Of an archive of which nothing can stand here, what is said. */
const worst = ({ passedOver: [first] }: ArchiveHead, otherwise: Problem): Problem => first ?? otherwise;

/** Files that acts name and that are not here as they should be; those that did not come are known as missing from now on. */
async function lackingOf(acts: readonly AnyRecordedAct[], files: FileStore): Promise<Map<string, Harm>> {
  const lacking = new Map<string, Harm>();
  for (const file of filesNamed(acts)) {
    const harm = files.has(file) ? files.harmed.get(file) : await files.examine(file);
    if (harm) lacking.set(file, harm);
  }
  return lacking;
}

/**
 * Keeps the raw files of an archive that its acts name and that are not here as they should be; what is not what its name
 * says does not come.
 * @returns null where it was stopped
 */
async function takeFiles(
  path: string,
  files: FileStore,
  named: ReadonlySet<string>,
  goesOn: () => boolean,
): Promise<{ files: number; mended: Set<string> } | null> {
  const zip = await openZip(path);
  const mended = new Set<string>();
  let count = 0;
  if (!zip) return { files: 0, mended };
  try {
    for (const [name, entry] of zip.names) {
      if (!goesOn()) return null;
      const wanted = /^files\/([0-9a-f]{64})$/.exec(name)?.[1];
      if (!wanted || !named.has(wanted)) continue;
      const sound = files.has(wanted) && !files.harmed.has(wanted);
      const received = sound
        ? null
        : await zip
            .open(entry)
            .then((stream) => files.receive(stream, FILE_LIMIT))
            .catch(() => null);
      if (received?.file === wanted) {
        received.keep();
        mended.add(wanted);
      } else received?.drop();
      if (sound || mended.has(wanted)) count += 1;
    }
    return { files: count, mended };
  } finally {
    zip.close();
  }
}
