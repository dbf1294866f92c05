import { versionOf, type Entry, type EntryBodies, type EntryKind, type Face, type Place } from './entry.ts';
import { upcastEntry, type AnyEntry, type EarlierBodies, type EarlierKind } from './upcast.ts';

/** Any kind that was ever written, with any of its bodies. */
export type AnyKind = EntryKind | EarlierKind;
export type AnyBody<K extends AnyKind> =
  (K extends EntryKind ? EntryBodies[K] : never) | (K extends EarlierKind ? EarlierBodies[K] : never);

interface Head {
  id: string;
  subject: string;
  at: string;
  place?: Place | null;
  face?: Face | null;
}

const laterKinds = ['piece.made', 'piece.corrected', 'piece.seen'];
const earlierKinds = [
  'piece.misted',
  'piece.heated',
  'piece.coated',
  'piece.worked',
  'piece.skipped',
  'piece.trimmed',
];

/** An entry in the version that its body has. */
export function written<K extends AnyKind>(
  kind: K,
  { place = null, face = null, ...head }: Head,
  body: AnyBody<K>,
): AnyEntry {
  const earlier =
    earlierKinds.includes(kind) || (laterKinds.includes(kind) && ('techniqueId' in body || 'sign' in body));
  const v = earlier ? 1 : versionOf(kind as EntryKind);
  return { ...head, kind, v, place, face, body } as unknown as AnyEntry;
}

/** The same as it is read today. */
export const asToday = <K extends AnyKind>(kind: K, head: Head, body: AnyBody<K>): Entry =>
  upcastEntry(written(kind, head, body));
