import { problem, type Problem } from '../../units/problem.ts';
import type { Admission, Rules } from './rules.ts';
import { ownProblem } from '../../catalogue/catalogue.ts';
import { entriesOf, type EntryKind, type EntryOf, type ToMake } from '../entry.ts';
import { entriesAbout, type Ledger } from '../ledger.ts';
import { groupsOf } from '../group.ts';
import { madeProblem } from './admitPiece.ts';
import { exists } from './presence.ts';
import { SCALE, STUDIO, studioOf } from '../studio.ts';
import { clashAt, dateAt } from '../../time/hours.ts';
import { instantOf } from '../../time/moment.ts';
import { DAY } from '../../units/quantity.ts';

type StudioKind = Extract<
  EntryKind,
  `${'readings' | 'studio' | 'group' | 'guide' | 'room' | 'clay' | 'technique' | 'sensor' | 'scale' | 'learning' | 'maker' | 'act'}.${string}`
>;

const any = (): null => null;
const only =
  (name: string) =>
  ({ subject }: { subject: string }): Problem | null =>
    subject === name
      ? null
      : problem('no-such-subject', 'subject', 'There is only one of these: reload the page.');

export const studioRules: Pick<Rules, StudioKind> = {
  'group.set': groupProblem,
  'group.closed': any,
  'guide.set': ({ body }, { ledger }) => {
    const gone = body.pieces.findIndex((id) => !exists(ledger, 'piece', id));
    return gone < 0
      ? null
      : problem(
          'no-such-piece',
          `body.pieces.${gone}`,
          'A piece of this guide is not in the log: choose the pieces again.',
        );
  },
  'readings.taken': (entry, { ledger }) => takenProblem(ledger, entry),
  'studio.set': only(STUDIO),
  'studio.day': (entry, { ledger }) => only(STUDIO)(entry) ?? dayProblem(entry, ledger),
  'room.set': any,
  'room.read': any,
  'clay.set': any,
  'technique.set': ({ subject, body }) =>
    subject === body.id
      ? within(ownProblem(body))
      : problem('other-name', 'body.id', 'It is logged under another name than its own: reload the page.'),
  'sensor.set': any,
  'scale.set': only(SCALE),
  'learning.reset': ({ subject }, { ledger }) => subjectProblem(ledger, subject),
  'learning.taught': (entry, { ledger }) =>
    subjectProblem(ledger, entry.subject) ?? taughtProblem(ledger, entry),
  'maker.set': any,
  'act.retracted': any,
};

const within = (found: Problem | null): Problem | null => found && { ...found, field: `body.${found.field}` };

/** So long ahead a day can be set: further on it is a slip of the year. */
const YEARS_AHEAD = 2 * 366 * DAY;

/** What is over is not changed any more, and nobody is there for two days at once. */
function dayProblem(entry: EntryOf<'studio.day'>, ledger: Ledger): Problem | null {
  const { date, spells } = entry.body;
  const { studio } = studioOf(ledger);
  const at = instantOf(entry);
  const wrong = (code: string, field: string, message: string) => problem(code, `body.${field}`, message);
  if (date < dateAt(studio.zone, at))
    return wrong('day-over', 'date', 'That day is over: choose today or a day to come.');
  if (date > dateAt(studio.zone, at + YEARS_AHEAD))
    return wrong('too-far', 'date', 'That day is more than two years ahead: check the year.');
  const clash = spells && spells.length > 0 ? clashAt(studio, date) : null;
  return (
    clash &&
    wrong(
      'overlap',
      'spells',
      `Its hours overlap those of the day ${clash}, over midnight: let one end before the other begins.`,
    )
  );
}

/** Two groups of one name cannot be told apart on a shelf; what is to be made can be, and in time. */
function groupProblem(entry: EntryOf<'group.set'>, admission: Admission): Problem | null {
  const { subject, body } = entry;
  const { ledger } = admission;
  const same = groupsOf(ledger).some(
    ({ id, set, closed }) => id !== subject && !closed && sameName(set.name, body.name),
  );
  return same
    ? problem(
        'same-name',
        'body.name',
        `There is a group called “${body.name}” already: give this one another name.`,
      )
    : (body.toMake && toMakeProblem(entry, body.toMake, admission)) || null;
}

/** What is still to be made is fresh when it is made, and wanted on a day to come. */
function toMakeProblem(entry: EntryOf<'group.set'>, made: ToMake, admission: Admission): Problem | null {
  if (made.stage !== null || made.fired)
    return problem(
      'not-fresh',
      'body.toMake.stage',
      'Pieces that are still to be made are wet then: leave it at “freshly made”, or log them as made.',
    );
  if (entry.body.dueAt !== null && Date.parse(entry.body.dueAt) <= instantOf(entry))
    return problem(
      'wanted-before',
      'body.dueAt',
      'The day they are wanted by is over: choose a day to come.',
    );
  const found = madeProblem(made, admission);
  return found && { ...found, field: found.field?.replace(/^body/, 'body.toMake') ?? null };
}

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The same file once more says nothing new of a room. */
function takenProblem(ledger: Ledger, { id, subject, body }: EntryOf<'readings.taken'>): Problem | null {
  const before = entriesOf(entriesAbout(ledger, 'readings', subject), 'readings.taken').find(
    (taken) => taken.id !== id && taken.body.file === body.file,
  );
  return before
    ? problem(
        'taken-already',
        'body.file',
        `This file was taken for this room already, as “${before.body.fileName}”: nothing of it is new.`,
      )
    : null;
}

const subjectProblem = (ledger: Ledger, id: string): Problem | null =>
  exists(ledger, 'room', id) || exists(ledger, 'clay', id)
    ? null
    : problem('no-such-subject', 'subject', 'This studio has no such room or clay: pick one from the list.');

function taughtProblem(ledger: Ledger, { subject, body }: EntryOf<'learning.taught'>): Problem | null {
  const ofRoom = exists(ledger, 'room', subject);
  const wrong = Object.keys(body.belief).find((unknown) => (unknown === 'diffusion') === ofRoom);
  if (wrong)
    return problem(
      'not-of-this',
      `body.belief.${wrong}`,
      ofRoom
        ? 'A room does not teach how fast water moves in a clay.'
        : 'A clay does not teach how a room dries.',
    );
  return Object.keys(body.belief).length === 0
    ? problem('nothing-taught', 'body.belief', 'It teaches nothing: pick at least one line of the file.')
    : null;
}
