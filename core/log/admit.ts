import { judgeGravity } from '../slip/density.ts';
import { placesOf } from '../form/form.ts';
import { stepsOf } from '../technique/catalogue.ts';
import { problem, type Problem } from '../units/problem.ts';
import { MINUTE, type Instant } from '../units/quantity.ts';
import type { Act, Entry, EntryKind, EntryOf, PieceMade } from './entry.ts';
import { entriesAbout, stands, type Ledger } from './ledger.ts';
import { CLOCKS_DIFFER, foldPiece, instantOf, type PieceState } from './piece.ts';
import { foldStudio } from './studio.ts';
import { isOfShelf, shelfProblem } from './admitShelf.ts';
import { tubProblem } from './admitTub.ts';
import { foldTub } from './tub.ts';

/** A tablet's clock may run this far ahead of the studio's. */
export const AHEAD_ALLOWED = 10 * MINUTE;
const beginnings: EntryKind[] = ['piece.made', 'tub.made', 'batch.begun', 'bin.set', 'trial.begun'];

/**
 * Whether an act can be taken into the log as it stands: what it names exists, and nothing happens before its
 * piece or tub was made or in the future. Shapes and ranges are checked before, at the edge.
 * @returns null when it can
 */
export function whyNot(ledger: Ledger, act: Act, now: Instant): Problem | null {
  const born = new Map<string, EntryKind>();
  for (const [i, entry] of act.entries.entries()) {
    const found = entryProblem(ledger, entry, now, born);
    if (found) return { ...found, field: `entries.${i}.${found.field ?? 'subject'}` };
    if (beginnings.includes(entry.kind)) born.set(entry.subject, entry.kind);
  }
  return null;
}

function entryProblem(
  ledger: Ledger,
  entry: Entry,
  now: Instant,
  born: Map<string, EntryKind>,
): Problem | null {
  if (instantOf(entry) > now + AHEAD_ALLOWED) {
    return problem(
      'in-the-future',
      'at',
      'That time has not come yet: log it when it has happened, or check the clock of this tablet.',
    );
  }
  if (entry.kind === 'act.retracted') return retractionProblem(ledger, entry.subject);
  if (entry.kind.startsWith('piece.')) return pieceProblem(ledger, entry, born);
  if (entry.kind.startsWith('tub.')) return tubProblem(ledger, entry, born);
  if (isOfShelf(entry)) return shelfProblem(ledger, entry, born);
  if (entry.kind === 'learning.taught') return taughtProblem(ledger, entry);
  if (entry.kind === 'readings.taken') return roomProblem(ledger, entry.subject, 'subject');
  return null;
}

function retractionProblem(ledger: Ledger, actId: string): Problem | null {
  if (!ledger.byId.has(actId))
    return problem(
      'no-such-act',
      'subject',
      'There is nothing of that name to undo: reload to see the log as it stands.',
    );
  if (!stands(ledger, actId)) return problem('already-undone', 'subject', 'That was undone already.');
  return null;
}

function roomProblem(ledger: Ledger, roomId: string, field: string): Problem | null {
  const known = foldStudio(ledger).rooms.some((room) => room.id === roomId);
  return known
    ? null
    : problem('no-such-room', field, 'This studio has no such room: pick one from the list.');
}

function taughtProblem(ledger: Ledger, { subject, body }: EntryOf<'learning.taught'>): Problem | null {
  const { rooms, clays } = foldStudio(ledger);
  const ofRoom = rooms.some(({ id }) => id === subject);
  if (!ofRoom && !clays.some(({ id }) => id === subject))
    return problem(
      'no-such-subject',
      'subject',
      'This studio has no such room or clay: pick one from the list.',
    );
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

function pieceProblem(ledger: Ledger, entry: Entry, born: Map<string, EntryKind>): Problem | null {
  if (entry.kind === 'piece.made') {
    if (ledger.bySubject.has(entry.subject))
      return problem('piece-exists', 'subject', 'A piece with this mark is in the log already.');
    return madeProblem(ledger, entry.body, 'body');
  }
  if (born.has(entry.subject)) return null;
  const piece = foldPiece(entry.subject, entriesAbout(ledger, entry.subject));
  if (!piece)
    return problem(
      'no-such-piece',
      'subject',
      'This piece is not in the log (its making may have been undone): go back to Pieces and pick it again.',
    );
  if (entry.kind === 'piece.corrected') {
    return Date.parse(entry.body.madeAt) > instantOf(entry) + AHEAD_ALLOWED
      ? problem('in-the-future', 'body.madeAt', 'It cannot have been made in the future: check the date.')
      : madeProblem(ledger, entry.body, 'body');
  }
  if (instantOf(entry) < piece.madeAt - CLOCKS_DIFFER)
    return problem(
      'before-made',
      'at',
      `“${piece.made.name}” had not been made yet: check the date, or correct when it was made.`,
    );
  if (piece.finished && entry.kind !== 'piece.noted')
    return problem(
      'finished',
      'subject',
      `“${piece.made.name}” is finished: undo that first to go on with it.`,
    );
  const elsewhere = placeProblem(piece, entry);
  if (elsewhere) return elsewhere;
  switch (entry.kind) {
    case 'piece.moved':
      return roomProblem(ledger, entry.body.roomId, 'body.roomId');
    case 'piece.worked':
    case 'piece.skipped':
    case 'piece.seen':
      return stepProblem(piece.made, entry.body.stepId);
    case 'piece.coated': {
      const judged = judgeGravity(entry.body.specificGravity, entry.body.grainDensity);
      if (!judged.ok) return { ...judged.problem, field: 'body.specificGravity' };
      if (entry.body.tubId && !foldTub(entry.body.tubId, entriesAbout(ledger, entry.body.tubId))) {
        return problem(
          'no-such-tub',
          'body.tubId',
          'That tub is not on the shelf: pick one from the list, or none.',
        );
      }
      return entry.body.stepId ? stepProblem(piece.made, entry.body.stepId) : null;
    }
    default:
      return null;
  }
}

function placeProblem({ made, stand }: PieceState, { place }: Entry): Problem | null {
  const places = placesOf(made.form, stand, made.attachmentM).map((p) => p.place);
  return place === null || places.includes(place)
    ? null
    : problem(
        'no-such-place',
        'place',
        `“${made.name}” has no ${place} in the log: pick its ${places.join(' or ')}, or correct how it was made.`,
      );
}

function stepProblem(made: PieceMade, stepId: string): Problem | null {
  const known = stepsOf(made.techniqueId, made.schools).some((step) => step.id === stepId);
  return known
    ? null
    : problem('no-such-step', 'body.stepId', 'This piece has no such step: reload to see its steps.');
}

function madeProblem(ledger: Ledger, made: PieceMade, field: string): Problem | null {
  const studio = foldStudio(ledger);
  if (!studio.clays.some((clay) => clay.id === made.clayId)) {
    return problem(
      'no-such-clay',
      `${field}.clayId`,
      'This studio has no such clay: pick one from the list.',
    );
  }
  const room = roomProblem(ledger, made.roomId, `${field}.roomId`);
  if (room) return room;
  const { form } = made;
  const across = form.kind === 'tile' ? Math.min(form.lengthM, form.widthM) : form.diameterM;
  return form.wallM * 2 < across
    ? null
    : problem(
        'wall-too-thick',
        `${field}.form.wallM`,
        'The wall is thicker than half the piece is wide: check both figures and their units.',
      );
}
