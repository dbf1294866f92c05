import { judgeGravity, measuredGravity } from '../slip/density.ts';
import { problem, type Problem } from '../units/problem.ts';
import { foldCatalogue } from './catalogue.ts';
import type { Entry, EntryKind, EntryOf, GravitySample } from './entry.ts';
import { entriesAbout, type Ledger } from './ledger.ts';
import { CLOCKS_DIFFER, instantOf } from './piece.ts';
import { foldTub, type TubState } from './tub.ts';

/** Why an entry about a tub cannot be taken; null when it can. */
export function tubProblem(ledger: Ledger, entry: Entry, born: Map<string, EntryKind>): Problem | null {
  if (entry.kind === 'tub.made') return madeProblem(ledger, entry);
  if (born.has(entry.subject)) return null;
  const tub = foldTub(entry.subject, entriesAbout(ledger, entry.subject));
  if (!tub)
    return problem(
      'no-such-tub',
      'subject',
      'This tub is not on the shelf (its making may have been undone): go back to Slips and pick it again.',
    );
  if (instantOf(entry) < tub.madeAt - CLOCKS_DIFFER)
    return problem('before-made', 'at', `“${tub.made.name}” had not been mixed yet: check the date.`);
  if (tub.discardedAt && entry.kind !== 'tub.noted')
    return problem('discarded', 'subject', `“${tub.made.name}” was discarded: undo that first.`);
  return changeProblem(ledger, tub, entry);
}

function madeProblem(ledger: Ledger, entry: EntryOf<'tub.made'>): Problem | null {
  if (ledger.bySubject.has(entry.subject))
    return problem('tub-exists', 'subject', 'A tub with this mark is on the shelf already.');
  return entry.body.volumeM3 > entry.body.capacityM3
    ? problem('over-full', 'body.volumeM3', 'There is more in the tub than it holds: check the two volumes.')
    : null;
}

function changeProblem(ledger: Ledger, tub: TubState, entry: Entry): Problem | null {
  switch (entry.kind) {
    case 'tub.measured':
      return measurementProblem(ledger, tub, entry);
    case 'tub.decanted':
      return entry.body.volumeM3 >= tub.volumeM3
        ? problem(
            'more-than-there-is',
            'body.volumeM3',
            'That is more than the tub holds by its log: check the figure, or read its level first.',
          )
        : null;
    case 'tub.dosed':
      return foldCatalogue(ledger).materials[entry.body.materialId]
        ? null
        : problem(
            'no-such-material',
            'body.materialId',
            'This material is not known: pick one from the list.',
          );
    case 'tub.topped': {
      const { specificGravity, fromTubId } = entry.body;
      if (fromTubId === tub.id)
        return problem('same-tub', 'body.fromTubId', 'A tub cannot be topped up from itself: pick another.');
      if (fromTubId && !foldTub(fromTubId, entriesAbout(ledger, fromTubId)))
        return problem(
          'no-such-tub',
          'body.fromTubId',
          'That tub is not on the shelf: pick one from the list.',
        );
      const judged = specificGravity === null ? null : judgeGravity(specificGravity, tub.made.grainDensity);
      return judged && !judged.ok ? { ...judged.problem, field: 'body.specificGravity' } : null;
    }
    default:
      return null;
  }
}

function measurementProblem(
  ledger: Ledger,
  tub: TubState,
  { body }: EntryOf<'tub.measured'>,
): Problem | null {
  const { sample, gravityRead, flow, feel, celsius, levelM3 } = body;
  if (
    !sample &&
    gravityRead === null &&
    flow.length === 0 &&
    feel === null &&
    celsius === null &&
    levelM3 === null
  )
    return problem(
      'nothing-measured',
      'body',
      'Nothing was measured: weigh, time or feel at least one thing.',
    );
  if (levelM3 !== null && levelM3 > tub.made.capacityM3)
    return problem('over-full', 'body.levelM3', 'The level is more than the tub holds: check the figure.');
  const { cups } = foldCatalogue(ledger);
  const strange = flow.findIndex(({ cupId }) => !cups[cupId]);
  if (strange >= 0)
    return problem('no-such-cup', `body.flow.${strange}.cupId`, 'This cup is not known: add it first.');
  const judged = gravityRead === null ? null : judgeGravity(gravityRead, tub.made.grainDensity);
  if (judged && !judged.ok) return { ...judged.problem, field: 'body.gravityRead' };
  return sample ? sampleProblem(sample, tub.made.grainDensity, 'body.sample') : null;
}

/** Why a weighed sample cannot be slip of this powder. */
export function sampleProblem(sample: GravitySample, grainDensity: number, field: string): Problem | null {
  const gravity = measuredGravity(sample);
  if (!gravity.ok) return { ...gravity.problem, field: `${field}.${gravity.problem.field}` };
  const judged = judgeGravity(gravity.value, grainDensity);
  return judged.ok ? null : { ...judged.problem, field: `${field}.${judged.problem.field}` };
}
