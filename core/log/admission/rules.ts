import { problem, type Problem } from '../../units/problem.ts';
import type { Instant } from '../../units/quantity.ts';
import type { Act, Entry, EntryKind, EntryOf } from '../entry.ts';
import { endingOf, isRemark } from '../kinds.ts';
import { actsNaming, stands, subjectKind, type Ledger } from '../ledger.ts';
import { CLOCKS_DIFFER, instantOf } from '../../time/moment.ts';

/** What an entry is checked against: the log as its act leaves it. */
export interface Admission {
  ledger: Ledger;
  act: Act;
  /** Works something out once for all entries that are looked at: the log stays as it is meanwhile. */
  once: <T>(key: string, work: () => T) => T;
}

export function admissionOf(ledger: Ledger, act: Act): Admission {
  const known = new Map<string, unknown>();
  return {
    ledger,
    act,
    once: <T>(key: string, work: () => T): T => {
      if (!known.has(key)) known.set(key, work());
      return known.get(key) as T;
    },
  };
}

/** Why an entry of a kind cannot be taken; null when it can. What it names is known to be there. */
export type Rule<K extends EntryKind> = (entry: EntryOf<K>, admission: Admission) => Problem | null;
export type Rules = { [K in EntryKind]: Rule<K> };

/** What begins once must not begin twice. */
export function foundingProblem(
  { kind, subject }: { kind: EntryKind; subject: string },
  { ledger, once }: Admission,
  noun: string,
): Problem | null {
  const begun = once(`${kind} ${subject}`, () =>
    actsNaming(ledger, subjectKind(kind), subject)
      .filter((act) => stands(ledger, act.id))
      .flatMap((act) => act.entries.filter((e) => e.kind === kind && e.subject === subject)),
  );
  return begun.length > 1
    ? problem(
        `${noun}-exists`,
        'subject',
        `A ${noun} with this mark is in the log already: reload the page and begin again.`,
      )
    : null;
}

/** Nothing happens before something was made, and nothing but notes after it was ended. */
export function lifeProblem(
  entry: Entry,
  entries: readonly Entry[],
  { act, once }: Admission,
  { name, bornAt }: { name: string; bornAt: Instant },
): Problem | null {
  const at = instantOf(entry);
  if (at < bornAt - CLOCKS_DIFFER)
    return problem(
      'before-made',
      'at',
      `“${name}” had not been made yet: check the date, or correct when it was made.`,
    );
  if (isRemark(entry.kind)) return null;
  const ends = once(`ends of ${subjectKind(entry.kind)} ${entry.subject}`, () =>
    entries.filter((e) => endingOf(e.kind)),
  );
  const end = ends.find(
    (e) => e.id !== entry.id && (endingOf(entry.kind) || instantOf(e) < at || !act.entries.includes(e)),
  );
  if (!end) return null;
  const { code, words } = endingOf(end.kind)!;
  return problem(code, 'subject', `“${name}” ${words}: undo that first to go on with it.`);
}
