import type { Form } from '../../form/form.ts';
import { formProblem } from '../../form/formProblem.ts';
import { placesOf } from '../../form/places.ts';
import { stepsOf } from '../../catalogue/catalogue.ts';
import { refKey, type Layer } from '../../technique/layer.ts';
import { zonesEach } from '../../compose/passes.ts';
import { problem, type Problem } from '../../units/problem.ts';
import type { Instant } from '../../units/quantity.ts';
import { foundingProblem, lifeProblem, type Admission, type Rule, type Rules } from './rules.ts';
import {
  entriesOf,
  type Entry,
  type EntryKind,
  type EntryOf,
  type PieceBegun,
  type PieceMade,
} from '../entry.ts';
import { codeProblem } from '../code.ts';
import { entriesAbout, subjectsOf } from '../ledger.ts';
import { deedProblem, stepProblem } from './admitDeed.ts';
import { layersProblem } from './admitLayers.ts';
import type { PieceState } from '../piece.ts';
import { pieceAsLeft, type PieceAsLeft } from './pieceAsLeft.ts';
import { CLOCKS_DIFFER, instantOf } from '../../time/moment.ts';
import { exists } from './presence.ts';

type PieceKind = Extract<EntryKind, `piece.${string}`>;

/** A rule for what is logged of a piece that is there: in its life, and of a place it has. */
const of =
  <K extends PieceKind>(
    more: (entry: EntryOf<K>, left: PieceAsLeft, admission: Admission) => Problem | null = () => null,
  ): Rule<K> =>
  (entry, admission) => {
    const left = pieceAsLeft(admission, entry.subject);
    const { piece, entries } = left;
    const logged = entry as unknown as Entry;
    return (
      lifeProblem(logged, entries, admission, { name: piece.made.name, bornAt: piece.madeAt }) ??
      placeProblem(piece, logged) ??
      more(entry, left, admission)
    );
  };

const ofSteps = <K extends 'piece.seen' | 'piece.left-out'>(): Rule<K> =>
  of<K>(({ body }, left) => stepProblem(left, body.refs));

export const pieceRules: Pick<Rules, PieceKind> = {
  'piece.made': (entry, admission) =>
    foundingProblem(entry, admission, 'piece') ?? madeProblem(entry.body, admission),
  'piece.corrected': (entry, admission) => correctedProblem(entry, admission),
  'piece.routed': of(
    ({ body }, { piece }, admission) =>
      layersProblem(body.layers, admission) ?? lostLayerProblem(piece, body.layers),
  ),
  'piece.covered': of(({ body: { part } }, { piece }) =>
    part === undefined || piece.parts.some((known) => known.part === part)
      ? null
      : problem('no-such-part', 'body.part', 'That part is not in the log: log that it was made first.'),
  ),
  'piece.parted': of(({ id, body: { part } }, { piece, entries }) =>
    entriesOf(entries, 'piece.parted').some((other) => other.id !== id && other.body.part === part)
      ? problem(
          'same-part',
          'body.part',
          `“${piece.made.name}” has a part of that name already: log it anew from its page.`,
        )
      : null,
  ),
  'piece.moved': of(),
  'piece.grouped': of(),
  'piece.done': of(deedProblem),
  'piece.seen': ofSteps<'piece.seen'>(),
  'piece.left-out': ofSteps<'piece.left-out'>(),
  'piece.redo': of(redoProblem),
  'piece.checked': of(),
  'piece.felt': of(),
  'piece.sampled': of(({ subject, body }) =>
    body.of === subject
      ? problem(
          'sample-of-itself',
          'body.of',
          'A check of the piece itself is logged as such, not as a sample.',
        )
      : body.stage === null && body.answers === null
        ? problem(
            'nothing-found',
            'body.stage',
            'Say what was found of the sample: a stage, or what was felt.',
          )
        : null,
  ),
  'piece.weighed': of(({ body }) =>
    body.massKg > body.tareKg
      ? null
      : problem(
          'tare-too-heavy',
          'body.tareKg',
          'What lies under the piece weighs as much as both together: check the two masses.',
        ),
  ),
  'piece.noted': of(),
  'piece.coded': (entry, admission) =>
    codeProblem(entry.body.code) ?? codeTaken(entry, admission) ?? of<'piece.coded'>()(entry, admission),
  'piece.handed': of(),
  'piece.pictured': of(),
  'piece.faulted': of(({ body }, left) => stepProblem(left, body.refs)),
  'piece.finished': of(),
};

/** Why a piece cannot be made like this. */
export const madeProblem = ({ form, layers }: PieceMade, admission: Admission): Problem | null =>
  inForm(form) ?? layersProblem(layers, admission);

/** More redos than these are another plan. */
const MOST_REDOS = 40;

/** What is done again was done before, and comes no later than where it went wrong. */
function redoProblem({ id, body }: EntryOf<'piece.redo'>, left: PieceAsLeft): Problem | null {
  const { piece } = left;
  const { layer, technique } = left.layer(body.ref.layer) ?? {};
  const steps = technique && layer ? stepsOf(technique, layer.schools) : [];
  const [from, at] = [body.from, body.ref.step].map((key) => steps.findIndex((step) => step.key === key));
  if (at! < 0)
    return problem('no-such-step', 'body.ref', 'This piece has no such step: reload to see its steps.');
  if (from! < 0 || from! > at!)
    return problem(
      'no-such-step',
      'body.from',
      `Nothing of that name comes before “${steps[at!]!.name}”: pick a step that was done before it.`,
    );
  const { name, shared } = steps[from!]!;
  if (shared)
    return problem(
      'shared-step',
      'body.from',
      `“${name}” is done once for the whole piece: log it by itself.`,
    );
  if (entriesOf(left.entries, 'piece.redo').filter((other) => other.id !== id).length >= MOST_REDOS)
    return problem(
      'too-many-redos',
      'body.from',
      `“${piece.made.name}” was gone back on ${MOST_REDOS} times: log what is done beside the plan, or begin another piece.`,
    );
  const first = { layer: body.ref.layer, step: body.from, pass: 1 };
  const zones = zonesEach(layer!, steps[from!]!).map((zone) => zone?.id ?? null);
  const done = zones.some((zone) => piece.done[refKey({ ...first, zone })]?.leftOut === false);
  return done
    ? null
    : problem(
        'never-done',
        'body.from',
        `“${name}” was not done yet on “${piece.made.name}”, so it cannot be done again: do it first.`,
      );
}

/** Two pieces of one code cannot be told apart at the kiln. */
function codeTaken({ subject, body }: EntryOf<'piece.coded'>, admission: Admission): Problem | null {
  const other = admission
    .once('codes', () => codesOf(admission))
    .get(body.code)
    ?.find(({ id }) => id !== subject);
  return other
    ? problem(
        'code-taken',
        'body.code',
        `“${other.made.name}” has the code ${body.code} already: give this one another.`,
      )
    : null;
}

/** Pieces on the bench by what is cut into them. */
function codesOf(admission: Admission): Map<string, PieceState[]> {
  const found = new Map<string, PieceState[]>();
  for (const id of subjectsOf(admission.ledger, 'piece.coded')) {
    if (!exists(admission.ledger, 'piece', id)) continue;
    const { piece } = pieceAsLeft(admission, id);
    if (piece.code !== null && !piece.finished)
      found.set(piece.code, [...(found.get(piece.code) ?? []), piece]);
  }
  return found;
}

function inForm(form: Form): Problem | null {
  const found = formProblem(form);
  return found && { ...found, field: `body.form.${found.field}` };
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

/** What was done of a layer stays done: it is dropped, not taken out. */
function lostLayerProblem(piece: PieceState, layers: readonly Layer[]): Problem | null {
  const lost = Object.keys(piece.done).find((key) => !layers.some(({ id }) => key.startsWith(`${id}/`)));
  return lost === undefined
    ? null
    : problem(
        'layer-begun',
        'body.layers',
        'A layer that was begun cannot be taken out: drop it, and what was done of it stays in the log.',
      );
}

/** A correction must fit what is in the log already. */
function correctedProblem(entry: EntryOf<'piece.corrected'>, admission: Admission): Problem | null {
  const { body } = entry;
  const madeAt = Date.parse(body.madeAt);
  if (madeAt > instantOf(entry))
    return problem(
      'in-the-future',
      'body.madeAt',
      'It cannot have been made after it was corrected: check the date.',
    );
  const wrong = inForm(body.form);
  if (wrong) return wrong;
  const entries = entriesAbout(admission.ledger, 'piece', entry.subject);
  const logged = entry as unknown as Entry;
  return (
    lifeProblem(logged, entries, admission, { name: body.name, bornAt: madeAt }) ??
    contradiction(
      body,
      madeAt,
      admission.once(`said of ${entry.subject}`, () => saidOf(entries)),
    )
  );
}

/** What a correction may make untrue, with when it was. */
const saidOf = (entries: readonly Entry[]): { entry: Entry; at: Instant }[] =>
  entries
    .filter(({ kind }) => kind !== 'piece.made' && kind !== 'piece.corrected' && kind !== 'piece.noted')
    .map((entry) => ({ entry, at: instantOf(entry) }));

/** What was logged of a piece that a correction would make untrue. */
function contradiction(body: PieceBegun, madeAt: Instant, said: ReturnType<typeof saidOf>): Problem | null {
  const places = placesOf(body.form, body.stand, body.attachmentM).map(({ place }) => place);
  for (const { entry, at } of said) {
    if (at < madeAt - CLOCKS_DIFFER)
      return problem(
        'log-before-made',
        'body.madeAt',
        `Something was logged of “${body.name}” before that: undo it first, or choose an earlier time.`,
      );
    if (entry.place !== null && !places.includes(entry.place))
      return problem(
        entry.place === 'attachment' ? 'place-in-log' : 'form-in-log',
        entry.place === 'attachment' ? 'body.attachmentM' : 'body.form',
        `Its ${entry.place === 'attachment' ? 'handle or spout' : entry.place} is spoken of in its log: undo that first, or keep it.`,
      );
    if (entry.kind !== 'piece.done') continue;
    if (entry.body.effects.some((effect) => 'depthM' in effect && effect.depthM >= body.form.wallM))
      return problem(
        'cut-in-log',
        'body.form.wallM',
        'By its log something deeper than this wall was cut into it: undo that first, or check the thickness.',
      );
  }
  return null;
}
