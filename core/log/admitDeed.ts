import { isCone } from '../firing/cone.ts';
import { judgeGravity } from '../slip/density.ts';
import { isFrozen, stepsOf, techniqueOf } from '../technique/catalogue.ts';
import { refKey, type Layer, type Planned, type StepRef } from '../technique/layer.ts';
import type { Effect, Need } from '../technique/technique.ts';
import { problem, type Problem } from '../units/problem.ts';
import { HOUR } from '../units/quantity.ts';
import { entriesOf, type Entry, type EntryOf } from './entry.ts';
import { doneOf, foldPiece, routeOf, type PieceState } from './piece.ts';
import { instantOf } from './moment.ts';

/** Why a deed on a piece cannot be; null where it can. */
export const deedProblem = (
  entry: EntryOf<'piece.done'>,
  piece: PieceState,
  entries: readonly Entry[],
): Problem | null =>
  slipProblem(entry) ??
  stepProblem(piece, entries, entry.body.refs) ??
  againProblem(piece, entry, entries) ??
  orderProblem(piece, entry, entries) ??
  depthProblem(piece, entry) ??
  coneProblem(entry) ??
  glazedProblem(piece, entry, entries) ??
  firingProblem(piece, entry, entries);

/** Every layer that a piece ever had, the newest first. */
const layersEver = (piece: PieceState, entries: readonly Entry[]): Layer[] => [
  ...piece.layers,
  ...entriesOf(entries, 'piece.routed').flatMap(({ body }) => body.layers),
  ...entriesOf(entries, 'piece.made').flatMap(({ body }) => body.layers),
];

export function stepProblem(piece: PieceState, entries: readonly Entry[], refs: StepRef[]): Problem | null {
  const layers = layersEver(piece, entries);
  const known = (ref: StepRef) => {
    const layer = layers.find(({ id }) => id === ref.layer);
    const technique = layer && techniqueOf(layer);
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

/** A piece as it was when something was done to it. */
const stateBefore = (
  { id }: PieceState,
  entry: EntryOf<'piece.done'>,
  entries: readonly Entry[],
): PieceState | null =>
  foldPiece(
    id,
    entries.filter((e) => e.id !== entry.id && instantOf(e) <= instantOf(entry)),
  );

/** A step that takes up another one comes after it: a fill after its groove, a scraping after its fill. */
function orderProblem(
  piece: PieceState,
  entry: EntryOf<'piece.done'>,
  entries: readonly Entry[],
): Problem | null {
  const before = stateBefore(piece, entry, entries);
  for (const [i, ref] of entry.body.refs.entries()) {
    const planned = plannedOf(piece, ref);
    const layer = piece.layers.find(({ id }) => id === ref.layer);
    if (!planned || !before || !layer || isFrozen(layer)) continue;
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

/** A cone of the list. */
function coneProblem({ body }: EntryOf<'piece.done'>): Problem | null {
  const i = body.effects.findIndex((effect) => effect.does === 'fire' && !isCone(effect.cone));
  return i < 0
    ? null
    : problem(
        'no-such-cone',
        `body.effects.${i}.cone`,
        'There is no such cone: they run from 022 to 01 and from 1 to 14; 06 is not 6.',
      );
}

/** Nothing soaks into a glaze or is cut into it: what is laid on it is another matter than slip. */
function glazedProblem(
  piece: PieceState,
  entry: EntryOf<'piece.done'>,
  entries: readonly Entry[],
): Problem | null {
  const before = stateBefore(piece, entry, entries);
  if (before?.fired !== 'glazed') return null;
  const i = entry.body.effects.findIndex(({ does }) => onClay.includes(does));
  return i < 0
    ? null
    : problem(
        'glazed-already',
        `body.effects.${i}`,
        `“${piece.made.name}” is glazed by its log, and takes no slip, water or cut any more: check which piece it is, or undo its glaze firing.`,
      );
}

const onClay: Effect<number>['does'][] = [
  'coat',
  'line',
  'fill',
  'silicate',
  'film',
  'cut',
  'scrape',
  'stretch',
  'join',
];

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
