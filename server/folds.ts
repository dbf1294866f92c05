import type { EntryKind } from '../core/log/entry.ts';
import { subjectsOf } from '../core/log/catalogue.ts';
import type { Store } from './store.ts';

/** What logs fold into, worked out anew only where something was logged. */
export interface Folds {
  /** Subjects that an entry of a kind was ever logged of, in that order. */
  named: (kind: EntryKind) => string[];
  /** What a subject's log folds into, kept until something is logged of it. */
  folded: <T>(subject: string, fold: () => T) => T;
}

export function createFolds(store: Pick<Store, 'ledger' | 'revisionOf'>): Folds {
  const kept = new Map<string, { revision: number; state: unknown }>();
  let subjects = { acts: -1, byKind: new Map<EntryKind, string[]>() };
  return {
    named: (kind) => {
      const { length } = store.ledger.acts;
      if (subjects.acts !== length) subjects = { acts: length, byKind: new Map() };
      const known = subjects.byKind.get(kind) ?? subjectsOf(store.ledger, kind);
      subjects.byKind.set(kind, known);
      return known;
    },
    folded: <T>(subject: string, fold: () => T): T => {
      const revision = store.revisionOf(subject);
      const known = kept.get(subject);
      if (known?.revision === revision) return known.state as T;
      const state = fold();
      kept.set(subject, { revision, state });
      return state;
    },
  };
}
