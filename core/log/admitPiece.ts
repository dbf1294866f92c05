import { judgeGravity } from '../slip/density.ts';
import { placesOf } from '../form/form.ts';
import { stepsOf } from '../technique/catalogue.ts';
import { problem, type Problem } from '../units/problem.ts';
import { foundingProblem, lifeProblem, type Rule, type Rules } from './admission.ts';
import type { Entry, EntryKind, EntryOf, PieceMade } from './entry.ts';
import { entriesAbout } from './ledger.ts';
import { foldPiece, instantOf, type PieceState } from './piece.ts';

type PieceKind = Extract<EntryKind, `piece.${string}`>;

/** A rule for what is logged of a piece that is there: in its life, and of a place it has. */
const of =
  <K extends PieceKind>(
    more: (entry: EntryOf<K>, piece: PieceState, entries: readonly Entry[]) => Problem | null = () => null,
  ): Rule<K> =>
  (entry, admission) => {
    const entries = entriesAbout(admission.ledger, 'piece', entry.subject);
    const piece = foldPiece(entry.subject, entries)!;
    const logged = entry as unknown as Entry;
    return (
      lifeProblem(logged, entries, admission, { name: piece.made.name, bornAt: piece.madeAt }) ??
      placeProblem(piece, logged) ??
      more(entry, piece, entries)
    );
  };

const ofStep = <K extends 'piece.worked' | 'piece.skipped' | 'piece.seen'>(): Rule<K> =>
  of<K>(({ body }, piece) => stepProblem(piece.made, (body as { stepId: string }).stepId));

export const pieceRules: Pick<Rules, PieceKind> = {
  'piece.made': (entry, admission) => foundingProblem(entry, admission, 'piece') ?? madeProblem(entry.body),
  'piece.corrected': of((entry) =>
    Date.parse(entry.body.madeAt) > instantOf(entry)
      ? problem(
          'in-the-future',
          'body.madeAt',
          'It cannot have been made after it was corrected: check the date.',
        )
      : madeProblem(entry.body),
  ),
  'piece.covered': of(),
  'piece.misted': of(),
  'piece.heated': of(),
  'piece.moved': of(),
  'piece.coated': of((entry, piece, entries) => {
    const { body } = entry;
    const judged = judgeGravity(body.specificGravity, body.grainDensity);
    if (!judged.ok) return { ...judged.problem, field: 'body.specificGravity' };
    return body.stepId === null
      ? null
      : (stepProblem(piece.made, body.stepId) ?? coatedProblem(piece, entry, body.stepId, entries));
  }),
  'piece.seen': ofStep<'piece.seen'>(),
  'piece.worked': ofStep<'piece.worked'>(),
  'piece.skipped': ofStep<'piece.skipped'>(),
  'piece.checked': of(),
  'piece.felt': of(),
  'piece.weighed': of(({ body }) =>
    body.massKg > body.tareKg
      ? null
      : problem(
          'tare-too-heavy',
          'body.tareKg',
          'What lies under the piece weighs as much as both together: check the two masses.',
        ),
  ),
  'piece.trimmed': of(),
  'piece.noted': of(),
  'piece.finished': of(),
};

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

/** Two who log the same coat mean one: it is asked about before it is counted twice. */
function coatedProblem(
  { made }: PieceState,
  { id }: { id: string },
  stepId: string,
  entries: readonly Entry[],
): Problem | null {
  const before = entries.find((e) => e.kind === 'piece.coated' && e.body.stepId === stepId && e.id !== id);
  const name =
    stepsOf(made.techniqueId, made.schools).find((step) => step.id === stepId)?.name ?? 'That coat';
  return before
    ? problem(
        'coated-already',
        'body.stepId',
        `${name} of “${made.name}” was logged already: is it the same one? If not, log it as a further coat.`,
      )
    : null;
}

function madeProblem({ form }: PieceMade): Problem | null {
  const across = form.kind === 'tile' ? Math.min(form.lengthM, form.widthM) : form.diameterM;
  return form.wallM * 2 < across
    ? null
    : problem(
        'wall-too-thick',
        'body.form.wallM',
        'The wall is thicker than half the piece is wide: check both figures and their units.',
      );
}
