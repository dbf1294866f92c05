import type { PlaceName } from '../../form/places.ts';
import type { Face } from '../../technique/technique.ts';
import type { EntryBodies, EntryKind } from '../entry.ts';

/** An entry as it is meant, before it has a name and a time. */
export type Draft = { [K in EntryKind]: DraftOf<K> }[EntryKind];

export interface DraftOf<K extends EntryKind> {
  kind: K;
  subject: string;
  body: EntryBodies[K];
  face?: Face;
  place?: PlaceName;
}

export const draft = <K extends EntryKind>(
  kind: K,
  subject: string,
  body: EntryBodies[K],
  more: { face?: Face; place?: PlaceName } = {},
): Draft => ({ kind, subject, body, ...more }) as Draft;
