import type { EntryKind } from './entry.ts';

/** What is logged of a piece that no plan of it rests on. */
export const kindsNotAffectingPlan: EntryKind[] = [
  'piece.noted',
  'piece.faulted',
  'piece.grouped',
  'piece.coded',
  'piece.handed',
  'piece.pictured',
];
