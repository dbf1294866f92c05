import { whyNotInto } from '../slip/bin.ts';
import { recipeProblem } from '../slip/recipe.ts';
import { problem, type Problem } from '../units/problem.ts';
import { sampleProblem } from './admitTub.ts';
import { foldBatch, type BatchState } from './batch.ts';
import { foldBin } from './bin.ts';
import { foldCatalogue } from './catalogue.ts';
import type { Entry, EntryKind, EntryOf } from './entry.ts';
import { entriesAbout, type Ledger } from './ledger.ts';
import { foldTub } from './tub.ts';

const rooms = ['material', 'recipe', 'cup', 'wanted', 'batch', 'bin', 'trial'];

/** Entries about what stands around the tubs: recipes, batches, bins, trials. */
export const isOfShelf = (entry: Entry): boolean => rooms.includes(entry.kind.split('.')[0]!);

/** Why such an entry cannot be taken; null when it can. */
export function shelfProblem(ledger: Ledger, entry: Entry, born: Map<string, EntryKind>): Problem | null {
  switch (entry.kind) {
    case 'recipe.set': {
      const found = recipeProblem(entry.body, foldCatalogue(ledger).materials);
      return found && { ...found, field: `body.${found.field}` };
    }
    case 'recipe.retired':
      return foldCatalogue(ledger).recipes.some(({ id }) => id === entry.subject)
        ? null
        : problem('no-such-recipe', 'subject', 'This recipe is not in the book: go back to Recipes.');
    case 'bin.filled':
      return fillProblem(ledger, entry, born);
    case 'bin.emptied':
      return foldBin(entry.subject, entriesAbout(ledger, entry.subject)) ? null : noBin;
    case 'trial.begun':
      return foldTub(entry.body.tubId, entriesAbout(ledger, entry.body.tubId))
        ? null
        : problem('no-such-tub', 'body.tubId', 'That tub is not on the shelf: pick one from the list.');
    case 'trial.dosed':
    case 'trial.ended':
      return born.has(entry.subject) || entriesAbout(ledger, entry.subject)[0]?.kind === 'trial.begun'
        ? null
        : problem('no-such-trial', 'subject', 'This trial is not in the log: begin it again.');
    default:
      return entry.kind.startsWith('batch.') ? batchProblem(ledger, entry, born) : null;
  }
}

const noBin = problem('no-such-bin', 'subject', 'This bin is not set up: go back to Bins and pick it again.');

function fillProblem(
  ledger: Ledger,
  { subject, body }: EntryOf<'bin.filled'>,
  born: Map<string, EntryKind>,
): Problem | null {
  if (born.has(subject)) return null;
  const bin = foldBin(subject, entriesAbout(ledger, subject));
  if (!bin) return noBin;
  const refusal = whyNotInto(bin.kind, body.waste, bin.clayId === null || bin.clayId === body.clayId);
  if (!refusal) return null;
  if (refusal.mayOverride && body.override) return null;
  return problem('wrong-bin', 'body.waste', refusal.reason);
}

function batchProblem(ledger: Ledger, entry: Entry, born: Map<string, EntryKind>): Problem | null {
  const { materials } = foldCatalogue(ledger);
  if (entry.kind === 'batch.begun') {
    if (ledger.bySubject.has(entry.subject))
      return problem('batch-exists', 'subject', 'A batch with this mark has been begun already.');
    const all = [...entry.body.lines, ...entry.body.colourants];
    return all.some(({ materialId }) => !materials[materialId])
      ? problem(
          'no-such-material',
          'body.lines',
          'A material of this batch is not known: pick one from the list.',
        )
      : null;
  }
  if (born.has(entry.subject)) return null;
  const batch = foldBatch(entry.subject, entriesAbout(ledger, entry.subject), materials);
  if (!batch)
    return problem(
      'no-such-batch',
      'subject',
      'This batch is not in the log: go back to Slips and begin it again.',
    );
  if (batch.endedAt !== null)
    return problem(
      'ended',
      'subject',
      `“${batch.begun.name}” is finished: undo that first to go on with it.`,
    );
  return stepProblem(batch, entry);
}

function stepProblem(batch: BatchState, entry: Entry): Problem | null {
  switch (entry.kind) {
    case 'batch.weighed':
      return batch.begun.lines[entry.body.line]
        ? null
        : problem('no-such-line', 'body.line', 'This batch has no such line: reload to see its sheet.');
    case 'batch.ticked':
      return batch.steps.some((step) => step.id === entry.body.stepId)
        ? null
        : problem('no-such-step', 'body.stepId', 'This batch has no such step: reload to see its sheet.');
    case 'batch.measured':
      return sampleProblem(entry.body.sample, batch.begun.grainDensity, 'body.sample');
    default:
      return null;
  }
}
