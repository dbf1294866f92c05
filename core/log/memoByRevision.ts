import type { SubjectKind } from './entry.ts';
import { revisionOf, type Ledger } from './ledger.ts';

/** What a ledger folds into, worked out anew only where something of these kinds was logged. */
export function memoByRevision<T>(kinds: SubjectKind[], fold: (ledger: Ledger) => T): (ledger: Ledger) => T {
  const known = new WeakMap<Ledger, { at: string; value: T }>();
  return (ledger) => {
    const at = kinds.map((kind) => revisionOf(ledger, kind)).join();
    const last = known.get(ledger);
    if (last?.at === at) return last.value;
    const value = fold(ledger);
    known.set(ledger, { at, value });
    return value;
  };
}

/** What follows from a state alone, worked out once for each: a state is not changed once it is folded. */
export function rememberedOf<S extends object, T>(work: (state: S) => T): (state: S) => T {
  const known = new WeakMap<S, { value: T }>();
  return (state) => {
    const last = known.get(state);
    if (last) return last.value;
    const value = work(state);
    known.set(state, { value });
    return value;
  };
}

/** What subjects' logs fold into, each kept until something is logged of it. Of what was never logged nothing is kept. */
export type Folded = <T>(kind: SubjectKind, id: string, fold: () => T) => T;

export function createFolded(ledger: Ledger): Folded {
  const kept = new Map<string, { revision: number; state: unknown }>();
  return <T>(kind: SubjectKind, id: string, fold: () => T): T => {
    const revision = revisionOf(ledger, kind, id);
    if (revision === 0) return fold();
    const key = `${kind}:${id}`;
    const known = kept.get(key);
    if (known?.revision === revision) return known.state as T;
    const state = fold();
    kept.set(key, { revision, state });
    return state;
  };
}
