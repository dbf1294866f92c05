import { whyNotInto } from '../../slip/bin.ts';
import { recipeProblem } from '../../slip/recipe.ts';
import { problem, type Problem } from '../../units/problem.ts';
import { foundingProblem, lifeProblem, type Rule, type Rules } from './rules.ts';
import { sampleProblem } from './admitTub.ts';
import { foldBatch, type BatchState } from '../batch.ts';
import { foldBin } from '../bin.ts';
import { isUse, materialsOf } from '../materials.ts';
import type { Entry, EntryKind, EntryOf } from '../entry.ts';
import { entriesAbout } from '../ledger.ts';
import { instantOf } from '../../time/moment.ts';

type BatchKind = Exclude<Extract<EntryKind, `batch.${string}`>, 'batch.begun'>;
type TrialKind = Exclude<Extract<EntryKind, `trial.${string}`>, 'trial.begun'>;
type ShelfKind = Extract<
  EntryKind,
  `${'material' | 'recipe' | 'cup' | 'wanted' | 'batch' | 'bin' | 'trial'}.${string}`
>;

const any = (): null => null;

const ofBatch =
  <K extends BatchKind>(more: (entry: EntryOf<K>, batch: BatchState) => Problem | null = any): Rule<K> =>
  (entry, admission) => {
    const { ledger, once } = admission;
    const entries = entriesAbout(ledger, 'batch', entry.subject);
    const batch = once(`batch ${entry.subject}`, () =>
      foldBatch(entry.subject, entries, materialsOf(ledger))!,
    );
    const life = { name: batch.begun.name, bornAt: batch.begunAt };
    return lifeProblem(entry as unknown as Entry, entries, admission, life) ?? more(entry, batch);
  };

const ofTrial =
  <K extends TrialKind>(): Rule<K> =>
  (entry, admission) => {
    const entries = entriesAbout(admission.ledger, 'trial', entry.subject);
    const life = { name: 'This trial', bornAt: instantOf(entries.find((e) => e.kind === 'trial.begun')!) };
    return lifeProblem(entry as unknown as Entry, entries, admission, life);
  };

export const shelfRules: Pick<Rules, ShelfKind> = {
  'material.set': any,
  'recipe.set': ({ body }, { ledger }) => {
    const found = recipeProblem(body, materialsOf(ledger));
    return found && { ...found, field: `body.${found.field}` };
  },
  'recipe.retired': any,
  'cup.set': any,
  'wanted.set': ({ subject }) =>
    isUse(subject)
      ? null
      : problem('no-such-use', 'subject', 'This use of slip is not known: pick one from the list.'),
  'batch.begun': (entry, admission) => foundingProblem(entry, admission, 'batch'),
  'batch.weighed': ofBatch(({ body }, { begun }) =>
    begun.lines[body.line]
      ? null
      : problem('no-such-line', 'body.line', 'This batch has no such line: reload to see its sheet.'),
  ),
  'batch.ticked': ofBatch(({ body }, { steps }) =>
    steps.some((step) => step.id === body.stepId)
      ? null
      : problem('no-such-step', 'body.stepId', 'This batch has no such step: reload to see its sheet.'),
  ),
  'batch.measured': ofBatch(({ body }, { begun }) =>
    sampleProblem(body.sample, begun.grainDensity, 'body.sample'),
  ),
  'batch.felt': ofBatch(),
  'batch.coloured': ofBatch(),
  'batch.finished': ofBatch(),
  'batch.abandoned': ofBatch(),
  'bin.set': any,
  'bin.filled': ({ subject, body }, { ledger, once }) => {
    const bin = once(`bin ${subject}`, () => foldBin(subject, entriesAbout(ledger, 'bin', subject)));
    // filled before it was set up: what it takes is not known for then
    if (!bin) return problem('before-made', 'at', 'This bin had not been set up yet: check the date.');
    const refusal = whyNotInto(bin.kind, body.waste, bin.clayId === null || bin.clayId === body.clayId);
    if (!refusal || (refusal.mayOverride && body.override)) return null;
    return problem('wrong-bin', 'body.waste', refusal.reason);
  },
  'bin.emptied': any,
  'trial.begun': (entry, admission) => foundingProblem(entry, admission, 'trial'),
  'trial.dosed': ofTrial(),
  'trial.ended': ofTrial(),
};
