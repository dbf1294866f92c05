import { judgeGravity } from '../slip/density.ts';
import { narrowest, type Form } from '../form/form.ts';
import { placesOf } from '../form/places.ts';
import { stepsOf, techniqueOf } from '../technique/catalogue.ts';
import { compose } from '../technique/compose.ts';
import { refKey, type Layer, type Planned, type StepRef } from '../technique/layer.ts';
import type { Effect, Need } from '../technique/technique.ts';
import { problem, type Problem } from '../units/problem.ts';
import { HOUR } from '../units/quantity.ts';
import { foundingProblem, lifeProblem, type Admission, type Rule, type Rules } from './admission.ts';
import { entriesOf, type Entry, type EntryKind, type EntryOf, type PieceBegun } from './entry.ts';
import { entriesAbout } from './ledger.ts';
import { CLOCKS_DIFFER, doneOf, foldPiece, instantOf, routeOf, type PieceState } from './piece.ts';

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

const ofSteps = <K extends 'piece.seen' | 'piece.left-out'>(): Rule<K> =>
  of<K>(({ body }, piece, entries) => stepProblem(piece, entries, body.refs));

export const pieceRules: Pick<Rules, PieceKind> = {
  'piece.made': (entry, admission) =>
    foundingProblem(entry, admission, 'piece') ??
    formProblem(entry.body.form) ??
    layersProblem(entry.body.layers),
  'piece.corrected': (entry, admission) => correctedProblem(entry, admission),
  'piece.routed': of(({ body }, piece) => layersProblem(body.layers) ?? lostLayerProblem(piece, body.layers)),
  'piece.covered': of(({ body: { part } }, piece) =>
    part === undefined || piece.parts.some((known) => known.part === part)
      ? null
      : problem('no-such-part', 'body.part', 'That part is not in the log: log that it was made first.'),
  ),
  'piece.parted': of(({ id, body: { part } }, piece, entries) =>
    entriesOf(entries, 'piece.parted').some((other) => other.id !== id && other.body.part === part)
      ? problem(
          'same-part',
          'body.part',
          `“${piece.made.name}” has a part of that name already: log it anew from its page.`,
        )
      : null,
  ),
  'piece.moved': of(),
  'piece.done': of(
    (entry, piece, entries) =>
      slipProblem(entry) ??
      stepProblem(piece, entries, entry.body.refs) ??
      againProblem(piece, entry, entries) ??
      orderProblem(piece, entry, entries) ??
      depthProblem(piece, entry) ??
      firingProblem(piece, entry, entries),
  ),
  'piece.seen': ofSteps<'piece.seen'>(),
  'piece.left-out': ofSteps<'piece.left-out'>(),
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

/** Layers of techniques that are known, in an order that can be. */
function layersProblem(layers: readonly Layer[]): Problem | null {
  for (const [i, { technique, rev, id }] of layers.entries()) {
    if (!techniqueOf(technique, rev))
      return problem(
        'no-such-technique',
        `body.layers.${i}.technique`,
        'This program knows no such technique: reload the page, or pick one from the list.',
      );
    if (layers.findIndex((other) => other.id === id) !== i)
      return problem(
        'same-layer',
        `body.layers.${i}.id`,
        'Two layers have one name: add the second one anew.',
      );
  }
  const cannot = compose(layers).conflicts.find((conflict) => conflict.problem.code === 'wetter-after-drier');
  return cannot ? { ...cannot.problem, field: `body.${cannot.problem.field}` } : null;
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

/** Every layer that a piece ever had, the newest first. */
const layersEver = (piece: PieceState, entries: readonly Entry[]): Layer[] => [
  ...piece.layers,
  ...entriesOf(entries, 'piece.routed').flatMap(({ body }) => body.layers),
  ...entriesOf(entries, 'piece.made').flatMap(({ body }) => body.layers),
];

function stepProblem(piece: PieceState, entries: readonly Entry[], refs: StepRef[]): Problem | null {
  const layers = layersEver(piece, entries);
  const known = (ref: StepRef) => {
    const layer = layers.find(({ id }) => id === ref.layer);
    const technique = layer && techniqueOf(layer.technique, layer.rev);
    const step = technique?.steps.find(({ key }) => key === ref.step);
    if (!step || !technique) return false;
    // what stands in a log of one school may have been planned by another
    const own = stepsOf(technique, layer.schools).find(({ key }) => key === ref.step) ?? step;
    return ref.pass <= Math.max(own.repeat?.most ?? 1, 1) || own.repeat?.until !== undefined;
  };
  const i = refs.findIndex((ref) => !known(ref));
  return i < 0
    ? null
    : problem('no-such-step', `body.refs.${i}`, 'This piece has no such step: reload to see its steps.');
}

const lays = ({ does }: Effect<number>): boolean =>
  does === 'coat' || does === 'line' || does === 'fill' || does === 'silicate';

function slipProblem({ body: { slip, effects } }: EntryOf<'piece.done'>): Problem | null {
  if (!slip)
    return effects.some(({ does }) => does === 'coat' || does === 'line' || does === 'fill')
      ? problem(
          'no-slip',
          'body.slip',
          'A coat needs the specific gravity of its slip: pick its tub, or type what you know.',
        )
      : null;
  const judged = judgeGravity(slip.specificGravity, slip.grainDensity);
  return judged.ok ? null : { ...judged.problem, field: 'body.slip.specificGravity' };
}

/** Two who log the same coat mean one: it is asked about before it is counted twice. */
function againProblem(
  piece: PieceState,
  { id, body }: EntryOf<'piece.done'>,
  entries: readonly Entry[],
): Problem | null {
  if (!body.effects.some(lays)) return null;
  const keys = body.refs.map(refKey);
  const before = entriesOf(entries, 'piece.done').find(
    (e) => e.id !== id && e.body.refs.some((ref) => keys.includes(refKey(ref))),
  );
  return before
    ? problem(
        'coated-already',
        'body.refs',
        `${nameOf(piece, body.refs)} of “${piece.made.name}” was logged already: is it the same one? If not, log it as a further coat.`,
      )
    : null;
}

const plannedOf = (piece: PieceState, ref: StepRef): Planned | undefined =>
  routeOf(piece).planned.find(({ refs }) => refs.some((of) => refKey(of) === refKey(ref)));

const nameOf = (piece: PieceState, refs: StepRef[]): string =>
  refs.map((ref) => plannedOf(piece, ref)?.step.name).find((name) => name !== undefined) ?? 'That step';

/** A step that takes up another one comes after it: a fill after its groove, a scraping after its fill. */
function orderProblem(
  piece: PieceState,
  entry: EntryOf<'piece.done'>,
  entries: readonly Entry[],
): Problem | null {
  const before = foldPiece(
    piece.id,
    entries.filter((e) => e.id !== entry.id && instantOf(e) <= instantOf(entry)),
  );
  for (const [i, ref] of entry.body.refs.entries()) {
    const planned = plannedOf(piece, ref);
    const layer = piece.layers.find(({ id }) => id === ref.layer);
    if (!planned || !before || !layer || techniqueOf(layer.technique, layer.rev)?.frozen) continue;
    for (const need of planned.step.needs) {
      const lacking = lackingBefore(before, need, piece, ref);
      if (lacking)
        return problem(
          'before-predecessor',
          `body.refs.${i}`,
          `${planned.step.name} comes after “${lacking}”: log that first, or leave it out.`,
        );
      if (need.kind === 'fired' && !need.state.includes(before.fired))
        return problem(
          'not-fired',
          `body.refs.${i}`,
          `${planned.step.name} needs ${need.state.join(' or ')} ware, and “${piece.made.name}” is ${before.fired}: log its firing first, or choose the way that is done on ${before.fired} clay.`,
        );
    }
  }
  return null;
}

/** The step that a need takes up, where it was neither done nor left out. */
function lackingBefore(before: PieceState, need: Need, piece: PieceState, of: StepRef): string | null {
  if (need.rather || need.kind === 'water' || !('of' in need) || need.of === undefined) return null;
  const planned = routeOf(piece).planned.find(({ key }) => key === need.of);
  if (!planned || planned.optional || planned.refs.some(({ step }) => step === of.step)) return null;
  // of what is done several times, once is enough to go on from
  const [ref] = planned.refs;
  const begun = before.done[refKey({ ...ref!, pass: 1 })] !== undefined;
  return doneOf(before, planned) === null && !begun ? planned.step.name : null;
}

/** No cut goes through the wall. */
function depthProblem({ made }: PieceState, { body }: EntryOf<'piece.done'>): Problem | null {
  const i = body.effects.findIndex((effect) => 'depthM' in effect && effect.depthM >= made.form.wallM);
  return i < 0
    ? null
    : problem(
        'too-deep',
        `body.effects.${i}.depthM`,
        'That is deeper than the wall is thick: check the figure and its unit.',
      );
}

/** No firing, from cold to cold, is quicker than this. Common practice. */
const SHORTEST_FIRING = 6 * HOUR;
const wets: Effect<number>['does'][] = ['coat', 'line', 'fill', 'silicate', 'film', 'wash', 'stretch'];

/** Clay that was wet a few hours before has not been fired since. */
function firingProblem(
  piece: PieceState,
  entry: EntryOf<'piece.done'>,
  entries: readonly Entry[],
): Problem | null {
  const i = entry.body.effects.findIndex(({ does }) => does === 'fire');
  if (i < 0) return null;
  const from = instantOf(entry) - SHORTEST_FIRING;
  const wet = entries.some((e) => {
    const at = instantOf(e);
    if (at < from || at > instantOf(entry) || e.id === entry.id) return false;
    const check = e.kind === 'piece.checked' && e.body.stage !== 'bone-dry' && e.body.stage !== 'drying';
    return check || (e.kind === 'piece.done' && e.body.effects.some(({ does }) => wets.includes(does)));
  });
  return wet || (piece.madeAt > from && piece.made.stage !== 'bone-dry')
    ? problem(
        'wet-in-the-kiln',
        `body.effects.${i}`,
        `“${piece.made.name}” was wet less than six hours before by its log, and no firing is that quick: check the time, or correct what was logged before.`,
      )
    : null;
}

/** A form that clay can have: the profile rises from the foot and keeps clear of its axis. */
function formProblem(form: Form): Problem | null {
  if (form.kind === 'profile') {
    const { points } = form;
    if (points[0]!.heightM !== 0)
      return problem(
        'profile-off-foot',
        'body.form.points.0.heightM',
        'A profile begins at the foot, at height 0.',
      );
    const back = points.findIndex(({ heightM }, i) => i > 0 && heightM <= points[i - 1]!.heightM);
    if (back > 0)
      return problem(
        'profile-crosses',
        `body.form.points.${back}.heightM`,
        'The profile would cross itself there: each height lies above the one before.',
      );
    const thin = points.findIndex(({ diameterM }) => diameterM <= 2 * form.wallM);
    if (thin >= 0)
      return problem(
        'profile-at-axis',
        `body.form.points.${thin}.diameterM`,
        'The wall would reach its own axis there: it must be wider than two walls.',
      );
  }
  return form.wallM * 2 < narrowest(form)
    ? null
    : problem(
        'wall-too-thick',
        'body.form.wallM',
        'The wall is thicker than half the piece is wide: check both figures and their units.',
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
  const wrong = formProblem(body.form);
  if (wrong) return wrong;
  const entries = entriesAbout(admission.ledger, 'piece', entry.subject);
  const logged = entry as unknown as Entry;
  return (
    lifeProblem(logged, entries, admission, { name: body.name, bornAt: madeAt }) ??
    contradiction(body, madeAt, entries)
  );
}

/** What was logged of a piece that a correction would make untrue. */
function contradiction(body: PieceBegun, madeAt: number, entries: readonly Entry[]): Problem | null {
  const places = placesOf(body.form, body.stand, body.attachmentM).map(({ place }) => place);
  for (const entry of entries) {
    if (entry.kind === 'piece.made' || entry.kind === 'piece.corrected' || entry.kind === 'piece.noted')
      continue;
    if (instantOf(entry) < madeAt - CLOCKS_DIFFER)
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
