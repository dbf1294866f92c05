import type { Instant } from '../units/quantity.ts';
import { memoByRevision } from './memoByRevision.ts';
import { entriesOf, type KilnSet, type LoadSet } from './entry.ts';
import { entriesAbout, subjectsOf, type Ledger } from './ledger.ts';
import { instantOf } from '../time/moment.ts';

export interface KilnState {
  id: string;
  set: KilnSet;
}

/** What was gathered for one firing. */
export interface LoadState {
  id: string;
  set: LoadSet;
  loadedAt: Instant | null;
  unloadedAt: Instant | null;
}

/** The kilns of a studio, in the order they were first set up. */
export const kilnsOf = memoByRevision(['kiln'], (ledger: Ledger): KilnState[] =>
  subjectsOf(ledger, 'kiln.set').flatMap((id) => {
    const set = entriesOf(entriesAbout(ledger, 'kiln', id), 'kiln.set').at(-1)?.body;
    return set ? [{ id, set }] : [];
  }),
);

/** All loads that stand, the newest first. */
export const loadsOf = memoByRevision(['load'], (ledger: Ledger): LoadState[] =>
  subjectsOf(ledger, 'load.set')
    .flatMap((id) => {
      const entries = entriesAbout(ledger, 'load', id);
      const set = entriesOf(entries, 'load.set').at(-1)?.body;
      const at = (kind: 'load.loaded' | 'load.unloaded') => {
        const [found] = entriesOf(entries, kind);
        return found ? instantOf(found) : null;
      };
      return set ? [{ id, set, loadedAt: at('load.loaded'), unloadedAt: at('load.unloaded') }] : [];
    })
    .reverse(),
);

/** Whether a load holds its kiln. */
export const isInKiln = ({ loadedAt, unloadedAt }: LoadState): boolean =>
  loadedAt !== null && unloadedAt === null;

/** Whether a load is planned for a day and not in the kiln yet. */
export const isAwaited = ({ set, loadedAt }: LoadState): boolean =>
  set.fireAt !== undefined && loadedAt === null && !set.over;
