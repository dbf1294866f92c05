import { problem, type Problem } from '../../units/problem.ts';
import { MINUTE, type Instant } from '../../units/quantity.ts';
import { admissionOf, type Admission, type Rule, type Rules } from './rules.ts';
import { kilnRules } from './admitKiln.ts';
import { pieceRules } from './admitPiece.ts';
import { shelfRules } from './admitShelf.ts';
import { studioRules } from './admitStudio.ts';
import { tubRules } from './admitTub.ts';
import {
  entriesOf,
  type Act,
  type Entry,
  type EntryKind,
  type EntryOf,
  type RecordedAct,
  type SubjectKind,
} from '../entry.ts';
import { actsReferring, entriesAbout, forget, record, stands, subjectKind, type Ledger } from '../ledger.ts';
import { instantOf } from '../../time/moment.ts';
import { absence, exists, subjectNamed } from './presence.ts';
import { foundingOf, referencesOf } from '../kinds.ts';

/** A tablet's clock may run this far ahead of the studio's. */
export const AHEAD_ALLOWED = 10 * MINUTE;

/** Why an entry of each kind cannot be taken. */
export const rules: Rules = { ...kilnRules, ...pieceRules, ...tubRules, ...shelfRules, ...studioRules };

/**
 * Whether an act can be taken into the log: all that it says and names is checked against the log as the act itself
 * leaves it, and nothing that stands may rest on what it takes away. Shapes and ranges are checked before, at the edge.
 * The ledger is as before when this returns.
 * @returns null when it can
 */
export const firstProblem = (ledger: Ledger, act: Act, now: Instant): Problem | null =>
  trying(ledger, act, now, (found) => found.next().value ?? null);

/**
 * Everything that is against an act, each with the field that it is about: an act over many pieces may be done for the
 * others.
 */
export const validate = (ledger: Ledger, act: Act, now: Instant): Problem[] =>
  trying(ledger, act, now, (found) => [...found]);

/** Tries an act on the ledger, and leaves that as before. */
function trying<T>(
  ledger: Ledger,
  act: Act,
  now: Instant,
  look: (found: Generator<Problem, undefined>) => T,
): T {
  const n = (ledger.acts.at(-1)?.n ?? 0) + 1;
  const recorded: RecordedAct = { ...act, n, recordedAt: new Date(now).toISOString() };
  const moved = record(ledger, recorded);
  try {
    return look(problemsOf(admissionOf(ledger, recorded), moved, now));
  } finally {
    forget(ledger);
  }
}

function* problemsOf(
  admission: Admission,
  moved: RecordedAct[],
  now: Instant,
): Generator<Problem, undefined> {
  const { ledger, act } = admission;
  for (const [i, entry] of act.entries.entries()) {
    const found =
      futureProblem(entry, now) ??
      sameEntryProblem(ledger, entry) ??
      (entry.kind === 'act.retracted' ? retractionProblem(admission, entry) : entryProblem(admission, entry));
    if (found) yield { ...found, field: `entries.${i}.${found.field ?? 'subject'}` };
  }
  for (const other of moved) {
    const found = stands(ledger, other.id)
      ? returnProblem({ ...admission, act: other })
      : fallProblem(ledger, other);
    if (found) yield { ...found, field: 'entries.0.subject' };
  }
}

/** When an entry says that something happened, by the fields that say so. */
const moments = (entry: Entry): { field: string; at: Instant }[] => [
  { field: 'at', at: instantOf(entry) },
  ...(entry.kind === 'piece.done' && entry.body.endedAt !== null
    ? [{ field: 'body.endedAt', at: Date.parse(entry.body.endedAt) }]
    : []),
];

function futureProblem(entry: Entry, now: Instant): Problem | null {
  const late = moments(entry).find(({ at }) => at > now + AHEAD_ALLOWED);
  return late
    ? problem(
        'in-the-future',
        late.field,
        'That time has not come yet: log it when it has happened, or check the clock of this tablet.',
      )
    : null;
}

/** An entry that has the name of another would be taken for it. */
const sameEntryProblem = (ledger: Ledger, { id }: Entry): Problem | null =>
  ledger.entryIds.get(id) === 1
    ? null
    : problem(
        'same-entry',
        'id',
        'Something else in the log has this mark already: reload the page, and log it anew.',
      );

/** Why an entry cannot stand in its act; null when it can. */
function entryProblem(admission: Admission, entry: Entry): Problem | null {
  const { ledger } = admission;
  const kind = subjectKind(entry.kind);
  const own = entry.kind === foundingOf(kind) ? null : { kind, id: entry.subject, field: 'subject' };
  for (const reference of own ? [own, ...referencesOf(entry)] : referencesOf(entry)) {
    const found = absence(ledger, reference);
    if (found) return found;
  }
  return (rules[entry.kind] as Rule<EntryKind>)(entry as EntryOf<EntryKind>, admission);
}

function retractionProblem({ ledger, act }: Admission, { subject }: Entry): Problem | null {
  const target = ledger.byId.get(subject);
  if (!target || target === act)
    return problem(
      'no-such-act',
      'subject',
      'There is nothing of that name to undo: reload to see the log as it stands.',
    );
  const before = ledger.retractions.get(subject) ?? [];
  if (before.some((other) => other !== act && stands(ledger, other.id)))
    return problem('already-undone', 'subject', 'That was undone already.');
  const retracts = (id: string) =>
    ledger.byId.get(id)?.entries.filter((e) => e.kind === 'act.retracted') ?? [];
  return retracts(subject).some((undo) => retracts(undo.subject).length > 0)
    ? problem(
        'undo-of-redo',
        'subject',
        'This brought something back: undo that itself, where it stands in the log.',
      )
    : null;
}

/** What an undo brings back must still fit the log. */
function returnProblem(admission: Admission): Problem | null {
  for (const entry of admission.act.entries) {
    if (entry.kind === 'act.retracted') continue;
    const found = entryProblem(admission, entry);
    if (found)
      return problem(found.code, null, `It cannot be brought back as the log stands now. ${found.message}`);
  }
  return null;
}

/** What an undo takes away must not be what others rest on. */
function fallProblem(ledger: Ledger, act: RecordedAct): Problem | null {
  for (const entry of act.entries) {
    const lost = entry.kind === 'piece.parted' ? partProblem(ledger, entry) : null;
    if (lost) return lost;
    const { kind, subject } = entry;
    const of = subjectKind(kind);
    if (kind !== foundingOf(of) || exists(ledger, of, subject)) continue;
    const resting = restingOn(ledger, { kind: of, id: subject });
    if (resting.length === 0) continue;
    const named = [...new Set(resting.map((e) => subjectNamed(ledger, subjectKind(e.kind), e.subject)))];
    const more = named.length > 2 ? ` and ${named.length - 2} more` : '';
    return problem(
      'in-use',
      null,
      `This cannot be undone: ${named.slice(0, 2).join(' and ')}${more} ${named.length > 1 ? 'rest' : 'rests'} on it. Correct or undo there first what names it.`,
    );
  }
  return null;
}

/** A part goes only with what names it. */
function partProblem(ledger: Ledger, { subject, body: { part } }: EntryOf<'piece.parted'>): Problem | null {
  if (!exists(ledger, 'piece', subject)) return null;
  const entries = entriesAbout(ledger, 'piece', subject);
  const stays = entriesOf(entries, 'piece.parted').some(({ body }) => body.part === part);
  const named = entriesOf(entries, 'piece.covered').some(({ body }) => body.part === part);
  return named && !stays
    ? problem(
        'in-use',
        null,
        `This cannot be undone: a cover of ${subjectNamed(ledger, 'piece', subject)} is for that part. Undo the cover first.`,
      )
    : null;
}

/** Standing entries that name a subject, of subjects that are themselves in the log. */
const restingOn = (ledger: Ledger, { kind, id }: { kind: SubjectKind; id: string }): Entry[] =>
  actsReferring(ledger, kind, id).flatMap((act) =>
    act.entries.filter(
      (e) =>
        exists(ledger, subjectKind(e.kind), e.subject) &&
        referencesOf(e).some((reference) => reference.kind === kind && reference.id === id),
    ),
  );
