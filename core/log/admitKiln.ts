import { problem, type Problem } from '../units/problem.ts';
import type { Admission, Rules } from './admission.ts';
import type { EntryOf } from './entry.ts';
import { subjectNamed } from './presence.ts';
import { isInKiln, kilnsOf, loadsOf, type LoadState } from './load.ts';

const loadNamed = ({ ledger }: Admission, id: string): LoadState =>
  loadsOf(ledger).find((of) => of.id === id)!;

export const kilnRules: Pick<Rules, 'kiln.set' | 'load.set' | 'load.loaded' | 'load.unloaded'> = {
  'kiln.set': () => null,
  'load.set': (entry, admission) => heldElsewhere(entry, admission),
  'load.loaded': ({ subject }, admission) => {
    const load = loadNamed(admission, subject);
    const other = loadsOf(admission.ledger).find(
      (of) => of.id !== subject && of.set.kilnId === load.set.kilnId && isInKiln(of),
    );
    const kiln = kilnsOf(admission.ledger).find(({ id }) => id === load.set.kilnId);
    return other
      ? problem(
          'kiln-in-use',
          'subject',
          `${kiln?.set.name ?? 'That kiln'} still holds another load: log that it was unloaded first.`,
        )
      : null;
  },
  'load.unloaded': ({ subject }, admission) =>
    loadNamed(admission, subject).loadedAt === null
      ? problem(
          'not-loaded',
          'subject',
          'This load is not in the kiln by the log: log that it was loaded first.',
        )
      : null,
};

/** A piece is in one load at a time. */
function heldElsewhere({ subject, body }: EntryOf<'load.set'>, { ledger }: Admission): Problem | null {
  for (const other of loadsOf(ledger)) {
    if (other.id === subject || other.unloadedAt !== null || other.set.over) continue;
    const i = body.pieces.findIndex((id) => other.set.pieces.includes(id));
    if (i >= 0 && !body.over)
      return problem(
        'in-another-load',
        `body.pieces.${i}`,
        `${subjectNamed(ledger, 'piece', body.pieces[i]!)} is in another load already: take it out of that first.`,
      );
  }
  return null;
}
