import type { Readable } from 'node:stream';
import type { MessagePort } from 'node:worker_threads';
import { JSONParser } from '@streamparser/json';
import yauzl from 'yauzl';
import { ACT_BYTES, schema } from '../../api/index.ts';
import type { AnyRecordedAct } from '../../core/log/upcast.ts';
import { ok, problem, refused, type Problem, type Result } from '../../core/units/problem.ts';

export const FORMAT = 'kosmema-studio';
export const FORMAT_VERSION = 1;

export interface ArchiveTask {
  path: string;
  port: MessagePort;
}

export interface ArchiveHead {
  acts: number;
  /** Acts that have no shape that is known: how many, and the first of them. */
  passedOverCount: number;
  passedOver: Problem[];
}

/** More than any studio's log unpacks to, bytes. */
const STUDIO_LIMIT = 1024 * 1024 * 1024;
/** A log packs to a tenth or so; what unpacks to this many times its size is no log. */
const MOST_PACKED = 60;
const MOST_ACTS = 1_000_000;
const PART = 500;
/** Of what has no known shape so many are told. */
const TOLD = 10;
/** An act unpacks to little more than it may have at the door; so much without one is no log. */
const WITHOUT_ACT = 8 * ACT_BYTES;

export const notAZip = refused(
  'not-a-zip',
  'file',
  'This is not a zip archive, or it is damaged. Choose a file made by Export. Nothing was taken.',
);

/** Reads an export and hands over its acts, part by part, each when the one before was taken. */
export async function readArchive(
  path: string,
  take: (acts: AnyRecordedAct[]) => Promise<void>,
): Promise<Result<ArchiveHead>> {
  const zip = await openZip(path);
  if (!zip) return notAZip;
  try {
    const studio = zip.names.get('studio.json');
    if (!studio)
      return refused(
        'no-studio',
        'file',
        'There is no studio.json in this archive: choose a file made by Export. Nothing was taken.',
      );
    if (
      studio.uncompressedSize > STUDIO_LIMIT ||
      studio.uncompressedSize > MOST_PACKED * Math.max(studio.compressedSize, 10_000)
    )
      return refused(
        'too-much',
        'file',
        'The studio.json of this archive unpacks to far more than any studio’s log: it was not made by Export. Nothing was taken.',
      );
    return await readStudio(await zip.open(studio), studio.uncompressedSize, take);
  } finally {
    zip.close();
  }
}

/** What is wrong with an export whose head is another's. */
const notOurs = {
  format: 'This zip is not an export of this program: it should hold a studio.json that says so.',
  version: 'This export was written by a newer version of the program: update this one first.',
};

/** The acts of a studio.json, in parts. Those that are not acts are passed over and named. */
async function readStudio(
  stream: Readable,
  bytes: number,
  take: (acts: AnyRecordedAct[]) => Promise<void>,
): Promise<Result<ArchiveHead>> {
  const parser = new JSONParser({ paths: ['$.format', '$.version', '$.acts.*'], keepStack: false });
  let count = 0;
  let refusal: Result<never> | null = null;
  let part: AnyRecordedAct[] = [];
  let sinceAct = 0;
  const passedOver: Problem[] = [];
  let passedOverCount = 0;
  const head = { format: false, version: false };
  const refuse = (code: string, field: string, words: string) =>
    (refusal ??= refused(code, field, `${words} Nothing was taken.`));
  parser.onValue = ({ value, key, stack }) => {
    if (refusal) return;
    if (stack.length === 1 && (key === 'format' || key === 'version')) {
      head[key] = key === 'format' ? value === FORMAT : typeof value === 'number' && value <= FORMAT_VERSION;
      if (!head[key]) refuse('invalid', `studio.json:${key}`, notOurs[key]);
      return;
    }
    count += 1;
    sinceAct = 0;
    if (count > MOST_ACTS)
      return void refuse('too-many', 'studio.json:acts', `An export holds at most ${MOST_ACTS} acts.`);
    const read = actOf(value, count - 1);
    if (read.ok) return void part.push(read.value);
    passedOverCount += 1;
    if (passedOver.length < TOLD) passedOver.push(read.problem);
  };
  parser.onError = () =>
    void refuse('invalid', 'studio.json', 'The studio.json in this archive is not JSON that can be read.');
  let unpacked = 0;
  try {
    for await (const chunk of stream as AsyncIterable<Buffer>) {
      unpacked += chunk.length;
      sinceAct += chunk.length;
      if (unpacked > bytes) refuse('too-much', 'file', 'The archive holds more than it says.');
      else if (sinceAct > WITHOUT_ACT)
        refuse(
          'too-much',
          'studio.json:acts',
          'The studio.json of this archive holds something larger than any act: it was not made by Export.',
        );
      else parser.write(chunk);
      if (refusal) return refusal;
      while (part.length >= PART) await take(part.splice(0, PART));
    }
  } catch {
    return (
      refusal ??
      refuse('invalid', 'studio.json', 'The studio.json in this archive could not be read to its end.')
    );
  } finally {
    stream.destroy();
  }
  if (!parser.isEnded)
    refuse('invalid', 'studio.json', 'The studio.json in this archive ends before its end.');
  if (!head.format) refuse('invalid', 'studio.json:format', 'This zip is not an export of this program.');
  if (!head.version) refuse('invalid', 'studio.json:version', 'This export does not say its version.');
  if (refusal) return refusal;
  if (part.length > 0) await take(part);
  part = [];
  return ok({ acts: count, passedOver, passedOverCount });
}

/** Written as today's version writes it, an act may be longer than it came. */
const ARCHIVED = 2 * ACT_BYTES;

/** An act of an archive has the same bounds as one at the door. */
function actOf(value: unknown, i: number): Result<AnyRecordedAct> {
  if (JSON.stringify(value).length > ARCHIVED)
    return {
      ok: false,
      problem: problem('too-large', `acts.${i}`, 'This act is larger than any that can be logged.'),
    };
  const parsed = schema.recordedAct.safeParse(value);
  if (parsed.success) return ok(parsed.data as AnyRecordedAct);
  const [issue] = parsed.error.issues;
  return {
    ok: false,
    problem: problem('invalid', ['acts', i, ...issue!.path].join('.'), issue!.message),
  };
}

export interface OpenZip {
  names: Map<string, yauzl.Entry>;
  open: (entry: yauzl.Entry) => Promise<Readable>;
  close: () => void;
}

/** More names than this and it is no export. */
const MOST_NAMES = 100_000;

/** @returns null where it is no zip, or has too many entries */
export function openZip(path: string): Promise<OpenZip | null> {
  return new Promise((resolve) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) return resolve(null);
      const names = new Map<string, yauzl.Entry>();
      if (zip.entryCount > MOST_NAMES) {
        zip.close();
        return resolve(null);
      }
      zip.on('error', () => {
        zip.close();
        resolve(null);
      });
      zip.on('entry', (entry: yauzl.Entry) => {
        names.set(entry.fileName, entry);
        zip.readEntry();
      });
      zip.on('end', () =>
        resolve({
          names,
          close: () => zip.close(),
          open: (entry) =>
            new Promise((got, failed) =>
              zip.openReadStream(entry, (problem, stream) => (problem ? failed(problem) : got(stream))),
            ),
        }),
      );
      zip.readEntry();
    });
  });
}
