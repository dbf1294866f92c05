import { isCone, noSuchCone } from '../../firing/cone.ts';
import { problem, type Problem } from '../../units/problem.ts';
import type { Admission, Rules } from './rules.ts';
import { entriesOf, type EntryOf } from '../entry.ts';
import { entriesAbout } from '../ledger.ts';
import { instantOf } from '../../time/moment.ts';
import { exists, subjectNamed } from './presence.ts';
import { isInKiln, kilnsOf, loadsOf, type LoadState } from '../kilnLoad.ts';

const loadNamed = ({ ledger }: Admission, id: string): LoadState =>
  loadsOf(ledger).find((of) => of.id === id)!;

export const kilnRules: Pick<Rules, 'kiln.set' | 'load.set' | 'load.loaded' | 'load.unloaded'> = {
  'kiln.set': () => null,
  'load.set': (entry, admission) =>
    unknownPiece(entry, admission) ?? coneUnknown(entry) ?? dayOver(entry) ?? heldElsewhere(entry, admission),
  'load.loaded': ({ subject }, admission) => {
    if (isTwice(admission, subject, 'load.loaded'))
      return problem(
        'already-loaded',
        'subject',
        'This load was logged as loaded already: undo that first, or gather another load.',
      );
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
    isTwice(admission, subject, 'load.unloaded')
      ? problem('already-unloaded', 'subject', 'This load was logged as unloaded already: undo that first.')
      : loadNamed(admission, subject).loadedAt === null
        ? problem(
            'not-loaded',
            'subject',
            'This load is not in the kiln by the log: log that it was loaded first.',
          )
        : null,
};

const isTwice = ({ ledger }: Admission, id: string, kind: 'load.loaded' | 'load.unloaded'): boolean =>
  entriesOf(entriesAbout(ledger, 'load', id), kind).length > 1;

/** A load that is given up may name what is gone by then. */
function unknownPiece({ body }: EntryOf<'load.set'>, { ledger }: Admission): Problem | null {
  const i = body.over ? -1 : body.pieces.findIndex((id) => !exists(ledger, 'piece', id));
  return i < 0
    ? null
    : problem(
        'no-such-piece',
        `body.pieces.${i}`,
        'A piece of this load is not in the log: gather it again.',
      );
}

const coneUnknown = ({ body }: EntryOf<'load.set'>): Problem | null =>
  isCone(body.cone) ? null : { ...noSuchCone, field: 'body.cone' };

/** A kiln day is one to come. */
const dayOver = (entry: EntryOf<'load.set'>): Problem | null =>
  !entry.body.over && entry.body.fireAt !== undefined && Date.parse(entry.body.fireAt) <= instantOf(entry)
    ? problem('kiln-day-over', 'body.fireAt', 'That moment is over: choose a day to come.')
    : null;

/** A piece is in one load at a time. */
function heldElsewhere({ subject, body }: EntryOf<'load.set'>, admission: Admission): Problem | null {
  if (body.over) return null;
  const { ledger } = admission;
  const held = admission.once('in loads', () => {
    const loads = new Map<string, string[]>();
    for (const { id, set, unloadedAt } of loadsOf(ledger))
      if (unloadedAt === null && !set.over)
        for (const piece of set.pieces) loads.set(piece, [...(loads.get(piece) ?? []), id]);
    return loads;
  });
  const i = body.pieces.findIndex((id) => held.get(id)?.some((load) => load !== subject));
  return i < 0
    ? null
    : problem(
        'in-another-load',
        `body.pieces.${i}`,
        `${subjectNamed(ledger, 'piece', body.pieces[i]!)} is in another load already: take it out of that first.`,
      );
}
