import { isCone, noSuchCone } from '../../firing/cone.ts';
import { formProblem } from '../../form/formProblem.ts';
import { lays, laysSlip, rowOf } from '../../operation/rows.ts';
import { judgeGravity } from '../../slip/density.ts';
import { isFrozen, stepsOf } from '../../catalogue/catalogue.ts';
import { MOST_DONE, plannedCount } from '../../compose/compose.ts';
import { gone } from '../../catalogue/rows.ts';
import { refKey, type StepRef } from '../../technique/layer.ts';
import { useOf, type Need } from '../../technique/technique.ts';
import { problem, type Problem } from '../../units/problem.ts';
import { HOUR } from '../../units/quantity.ts';
import { inItself } from './admitLayers.ts';
import { entriesOf, type Entry, type EntryOf } from '../entry.ts';
import { progressOf, type PieceState } from '../piece.ts';
import type { Before, PieceAsLeft } from './pieceAsLeft.ts';
import { instantOf } from '../../time/moment.ts';

/** Why a deed on a piece cannot be; null where it can. */
export const deedProblem = (entry: EntryOf<'piece.done'>, left: PieceAsLeft): Problem | null =>
  endProblem(entry) ??
  newFormProblem(entry) ??
  zoneProblem(entry) ??
  slipProblem(entry) ??
  stepProblem(left, entry.body.refs) ??
  oftenProblem(left) ??
  againProblem(entry, left) ??
  orderProblem(entry, left) ??
  depthProblem(left.piece, entry) ??
  coneProblem(entry) ??
  glazedProblem(entry, left) ??
  firingProblem(left.piece, entry, left.entries);

/** What took its time was over after it began. */
const endProblem = (entry: EntryOf<'piece.done'>): Problem | null =>
  entry.body.endedAt !== null && Date.parse(entry.body.endedAt) < instantOf(entry)
    ? problem('ends-before', 'body.endedAt', 'It would have been over before it began: check the two times.')
    : null;

/** The form that a deed gave a piece is one that clay can have. */
function newFormProblem({ body: { form } }: EntryOf<'piece.done'>): Problem | null {
  const found = form && formProblem(form);
  return found && { ...found, field: `body.form.${found.field}` };
}

/** Where something was done is a place: a motif of one piece lies in something else than itself. */
const zoneProblem = ({ body: { zone } }: EntryOf<'piece.done'>): Problem | null =>
  zone?.kind === 'motif' && zone.within === zone.id ? { ...inItself, field: 'body.zone.within' } : null;

export function stepProblem(left: PieceAsLeft, refs: StepRef[]): Problem | null {
  const known = (ref: StepRef) => {
    const { layer, technique } = left.layer(ref.layer) ?? {};
    const step = technique?.steps.find(({ key }) => key === ref.step);
    if (technique && gone[technique.id]?.includes(ref.step)) return true;
    if (!step || !technique || !layer) return false;
    // what stands in a log of one school may have been planned by another
    const own = stepsOf(technique, layer.schools).find(({ key }) => key === ref.step) ?? step;
    const again = entriesOf(left.entries, 'piece.redo').filter(({ body }) => body.ref.layer === ref.layer);
    return ref.pass <= Math.max(own.repeat?.most ?? 1, 1) + again.length || own.repeat?.until !== undefined;
  };
  const i = refs.findIndex((ref) => !known(ref));
  return i < 0
    ? null
    : problem('no-such-step', `body.refs.${i}`, 'This piece has no such step: reload to see its steps.');
}

/** What is done again and again stays within what can be planned. */
const oftenProblem = ({ piece }: PieceAsLeft): Problem | null =>
  plannedCount(piece.layers, progressOf(piece)) > MOST_DONE
    ? problem(
        'too-many-passes',
        'body.refs',
        `“${piece.made.name}” would have more than ${MOST_DONE} steps: log it beside the plan, as something done without a step.`,
      )
    : null;

/** Beyond this it is glass and no solution. From memory. */
const STRONGEST_SILICATE = 1.7;

function slipProblem({ body: { slip, effects } }: EntryOf<'piece.done'>): Problem | null {
  if (!slip)
    return effects.some(laysSlip)
      ? problem(
          'no-slip',
          'body.slip',
          'A coat needs the specific gravity of its slip: pick its tub, or type what you know.',
        )
      : null;
  if (effects.some((effect) => useOf(effect) === 'silicate') && slip.specificGravity > STRONGEST_SILICATE)
    return problem(
      'silicate-too-strong',
      'body.slip.specificGravity',
      `No silicate solution is as strong as SG ${slip.specificGravity.toFixed(2)}: as sold it is about 1.41, thickened by age up to ${STRONGEST_SILICATE}. Measure it again.`,
    );
  const judged = judgeGravity(slip.specificGravity, slip.grainDensity);
  return judged.ok ? null : { ...judged.problem, field: 'body.slip.specificGravity' };
}

/** Two who log the same coat mean one: it is asked about before it is counted twice. */
function againProblem({ id, body }: EntryOf<'piece.done'>, left: PieceAsLeft): Problem | null {
  if (!body.effects.some(lays)) return null;
  return body.refs.some((ref) => left.doneElsewhere(refKey(ref), id))
    ? problem(
        'coated-already',
        'body.refs',
        `${nameOf(left, body.refs)} of “${left.piece.made.name}” was logged already: is it the same one? If not, log it as a further coat.`,
      )
    : null;
}

const nameOf = (left: PieceAsLeft, refs: StepRef[]): string =>
  refs.map((ref) => left.planned(ref)?.step.name).find((name) => name !== undefined) ?? 'That step';

/** A step that takes up another one comes after it: a fill after its groove, a scraping after its fill. */
function orderProblem(entry: EntryOf<'piece.done'>, left: PieceAsLeft): Problem | null {
  const before = left.before(entry);
  const { name } = left.piece.made;
  for (const [i, ref] of entry.body.refs.entries()) {
    const planned = left.planned(ref);
    const layer = left.piece.layers.find(({ id }) => id === ref.layer);
    if (!planned || !before || !layer || isFrozen(layer)) continue;
    for (const need of planned.step.needs) {
      const lacking = lackingBefore(before, need, left, ref);
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
          `${planned.step.name} needs ${need.state.join(' or ')} ware, and “${name}” is ${before.fired}: log its firing first, or choose the way that is done on ${before.fired} clay.`,
        );
    }
  }
  return null;
}

/** The step that a need takes up, where it was neither done nor left out. */
function lackingBefore(before: Before, need: Need, left: PieceAsLeft, of: StepRef): string | null {
  if (need.rather || need.kind === 'water' || !('of' in need) || need.of === undefined) return null;
  const planned = left.plannedNamed(need.of);
  if (!planned || planned.optional || planned.refs.some(({ step }) => step === of.step)) return null;
  // of what is done several times, once is enough to go on from
  const [ref] = planned.refs;
  const begun = before.over(refKey({ ...ref!, pass: 1 }));
  return planned.refs.some((one) => before.over(refKey(one))) || begun ? null : planned.step.name;
}

/** A cone of the list. */
function coneProblem({ body }: EntryOf<'piece.done'>): Problem | null {
  const i = body.effects.findIndex((effect) => effect.does === 'fire' && !isCone(effect.cone));
  return i < 0 ? null : { ...noSuchCone, field: `body.effects.${i}.cone` };
}

/** Nothing soaks into a glaze or is cut into it: what is laid on it is another matter than slip. */
function glazedProblem(entry: EntryOf<'piece.done'>, left: PieceAsLeft): Problem | null {
  const { piece } = left;
  if (left.before(entry)?.fired !== 'glazed') return null;
  const i = entry.body.effects.findIndex((effect) => rowOf(effect).onClay);
  return i < 0
    ? null
    : problem(
        'glazed-already',
        `body.effects.${i}`,
        `“${piece.made.name}” is glazed by its log, and takes no slip, water or cut any more: check which piece it is, or undo its glaze firing.`,
      );
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
    return check || (e.kind === 'piece.done' && e.body.effects.some((effect) => rowOf(effect).wets));
  });
  return wet || (piece.madeAt > from && piece.made.stage !== 'bone-dry')
    ? problem(
        'wet-in-the-kiln',
        `body.effects.${i}`,
        `“${piece.made.name}” was wet less than six hours before by its log, and no firing is that quick: check the time, or correct what was logged before.`,
      )
    : null;
}
