import type { Draft } from '../../core/log/acts/draft.ts';
import { openDB, type IDBPDatabase } from 'idb';
import { useSyncExternalStore } from 'react';
import { v7 as uuid } from 'uuid';
import type { ProblemDetails } from '../../api/routes.ts';
import {
  versionOf,
  type Act,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type EntryOf,
  type Face,
  type Place,
} from '../../core/log/entry.ts';
import { upcast, type AnyAct } from '../../core/log/upcast.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { deviceNow, studioNow } from '../asking/clock.ts';
import { currentMaker } from '../asking/maker.ts';
import { post, ServerProblem, upload } from '../asking/server.ts';

/** Everything that is logged goes through here: first onto this device, then to the studio, in order. */
export interface Waiting {
  order: number;
  act: Act;
  /** What the act is, in words, for the list of what needs the maker. */
  words: string;
  refused: ProblemDetails | null;
  /** How often the studio could not keep it, for no reason that it knows. */
  tries?: number;
}

export type Outcome =
  | { kind: 'saved'; actId: string }
  | { kind: 'waiting'; actId: string }
  | { kind: 'refused'; problem: ProblemDetails };

const STORE = 'acts';
/** Files that acts name, by their checksums. */
const FILES = 'files';
const RETRY_MS = 5_000;

let waiting: Waiting[] = [];
let sending: Promise<void> | null = null;
let retry: ReturnType<typeof setTimeout> | null = null;
const listeners = new Set<() => void>();
const sentListeners = new Set<() => void>();
const database: Promise<IDBPDatabase> = openDB('kosmema-outbox', 2, {
  upgrade: (db, before) => {
    if (before < 1) db.createObjectStore(STORE, { keyPath: 'order', autoIncrement: true });
    db.createObjectStore(FILES);
  },
});

/** Keeps a file on this device until an act that names it was taken by the studio. */
export const keepFile = async (name: string, blob: Blob): Promise<void> =>
  void (await (await database).put(FILES, blob, name));

const filesNamed = ({ entries }: Act): string[] =>
  entries.flatMap((e) => (e.kind === 'piece.pictured' ? [e.body.file, e.body.thumb] : []));

/** Sends what an act names ahead of it; what the studio has already does no harm. */
async function sendFiles(act: Act): Promise<void> {
  const db = await database;
  for (const name of filesNamed(act)) {
    const blob = (await db.get(FILES, name)) as Blob | undefined;
    if (blob) await upload('/api/photos', blob);
  }
}

function show(next: Waiting[]): void {
  waiting = next;
  for (const listener of listeners) listener();
}

/** What waited here before an update is read as it is written today. */
const reload = async (): Promise<void> => {
  const kept = (await (await database).getAll(STORE)) as (Omit<Waiting, 'act'> & { act: AnyAct })[];
  show(kept.map((of) => ({ ...of, act: upcast(of.act) })));
};

/** One entry of an act. */
export function entry<K extends EntryKind>(
  kind: K,
  subject: string,
  body: EntryBodies[K],
  more: { at?: Instant; face?: Face; place?: Place } = {},
): Entry {
  const head: EntryOf<K> = {
    id: uuid(),
    kind,
    v: versionOf(kind),
    subject,
    at: new Date(more.at ?? studioNow()).toISOString(),
    place: more.place ?? null,
    face: more.face ?? null,
    body,
  };
  return head as unknown as Entry;
}

/** What a maker means as entries, each with a name and a time of its own. */
export const stamped = (drafts: readonly Draft[], at?: Instant): Entry[] =>
  drafts.map(({ kind, subject, body, face, place }) =>
    entry(kind, subject, body as never, {
      ...(at !== undefined && { at }),
      ...(face && { face }),
      ...(place && { place }),
    }),
  );

/** Logs one act. Once this returns it is on this device for good, on the studio's computer too if `saved`. */
export async function log(words: string, entries: Entry[]): Promise<Outcome> {
  const act: Act = {
    id: uuid(),
    makerId: currentMaker(),
    deviceAt: new Date(deviceNow()).toISOString(),
    entries,
  };
  await (await database).add(STORE, { act, words, refused: null });
  await reload();
  await flush();
  const mine = waiting.find((w) => w.act.id === act.id);
  if (!mine) return { kind: 'saved', actId: act.id };
  if (!mine.refused) return { kind: 'waiting', actId: act.id };
  await drop(mine.order);
  return { kind: 'refused', problem: mine.refused };
}

export const retract = (actId: string, words: string): Promise<Outcome> =>
  log(words, [entry('act.retracted', actId, { reason: '' })]);

/** Logs a refused act in another way, in its place. */
export async function logOtherwise({ order, act, words }: Waiting, instead: Entry[]): Promise<void> {
  const entries = instead.map((e) => ({ ...e, id: uuid() }));
  await (await database).put(STORE, { order, words, refused: null, act: { ...act, id: uuid(), entries } });
  await reload();
  await flush();
}

/** The piece that an entry is about, or done for; none where it is about no piece. */
const pieceOf = ({ kind, subject, body }: Entry): string | null =>
  kind.startsWith('piece.') ? subject : 'pieceId' in body ? body.pieceId : null;

/**
 * Of an act over many pieces that was refused for some of them, what can be logged for the others.
 * @returns its entries, and how many pieces are left out; null where nothing can, or it was not about single pieces
 */
export function forTheOthers(
  entries: Entry[],
  { problems = [] }: ProblemDetails,
): { entries: Entry[]; left: number } | null {
  const refused = problems.map(({ field }) => entries[Number(/^entries\.(\d+)\./.exec(field ?? '')?.[1])]);
  const left = new Set(refused.map((of) => of && pieceOf(of)));
  if (left.size === 0 || left.has(undefined) || left.has(null)) return null;
  const rest = entries.filter((of) => !left.has(pieceOf(of)));
  return rest.some((of) => pieceOf(of) !== null) ? { entries: rest, left: left.size } : null;
}

/** A coat that was logged already, logged beside the planned ones. */
export const asFurtherCoat = (entry: Entry): Entry =>
  entry.kind === 'piece.done' ? { ...entry, body: { ...entry.body, refs: [] } } : entry;

/** Forgets a refused act. */
export async function drop(order: number): Promise<void> {
  await (await database).delete(STORE, order);
  await reload();
}

/** Sends what waits, one at a time across tabs; stops at the first that cannot be sent now. */
export function flush(): Promise<void> {
  sending ??= inOneTab(sendAll).finally(() => (sending = null));
  return sending;
}

function inOneTab(work: () => Promise<void>): Promise<void> {
  // Locks exist only in a secure context; without them two tabs may send the same act twice, which does no harm.
  const { locks } = navigator as { locks?: LockManager };
  return locks ? locks.request('kosmema-outbox', work).then(() => undefined) : work();
}

async function sendAll(): Promise<void> {
  await reload();
  for (let next = unsent(); next; next = unsent()) {
    const done = await send(next);
    if (!done) {
      if (retry) clearTimeout(retry);
      retry = setTimeout(() => void flush(), RETRY_MS);
      return;
    }
    await reload();
  }
}

const unsent = () => waiting.find((w) => !w.refused);

/** Refusals that pass: a tablet that is not paired yet, too many at once. */
const passing = [401, 403, 408, 425, 429];
/** What the studio fails to keep so often, while it answers, needs the maker: the rest goes on without it. */
const MOST_TRIES = 6;

async function send({ order, act, words, tries = 0 }: Waiting): Promise<boolean> {
  const db = await database;
  try {
    await sendFiles(act);
    await post('/api/acts', act);
    await db.delete(STORE, order);
    for (const name of filesNamed(act)) await db.delete(FILES, name);
    for (const listener of sentListeners) listener();
    return true;
  } catch (error) {
    if (!(error instanceof ServerProblem)) return false;
    const { status, code } = error.details;
    const unkept = code === 'not-kept' ? tries + 1 : 0;
    const final = status >= 400 && status < 500 ? !passing.includes(status) : unkept >= MOST_TRIES;
    await db.put(STORE, { order, act, words, refused: final ? error.details : null, tries: unkept });
    return final;
  }
}

/** What waits on this device. */
export function useOutbox(): Waiting[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
}

/** Calls back whenever the studio has taken an act, until the returned function is called. */
export function onSent(listener: () => void): () => void {
  sentListeners.add(listener);
  return () => void sentListeners.delete(listener);
}

/** Takes up what was left from before, and sends again whenever the network comes back. */
export function startOutbox(): void {
  void flush();
  addEventListener('online', () => void flush());
}
