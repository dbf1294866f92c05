import { judgeGravity, measuredGravity } from '../slip/density.ts';
import { problem, type Problem } from '../units/problem.ts';
import { foundingProblem, lifeProblem, type Rule, type Rules } from './admission.ts';
import type { Entry, EntryKind, EntryOf, GravitySample } from './entry.ts';
import { entriesAbout } from './ledger.ts';
import { foldTub, type TubState } from './tub.ts';

type TubKind = Extract<EntryKind, `tub.${string}`>;

/** A rule for what is logged of a tub that is there: in its life, on the tub as it stood before. */
const of =
  <K extends TubKind>(more: (entry: EntryOf<K>, before: TubState) => Problem | null = () => null): Rule<K> =>
  (entry, admission) => {
    const entries = entriesAbout(admission.ledger, 'tub', entry.subject);
    const tub = foldTub(entry.subject, entries)!;
    const logged = entry as unknown as Entry;
    const inLife = lifeProblem(logged, entries, admission, { name: tub.made.name, bornAt: tub.madeAt });
    if (inLife) return inLife;
    const before = foldTub(entry.subject, entries.slice(0, entries.indexOf(logged)));
    return more(entry, before ?? tub);
  };

export const tubRules: Pick<Rules, TubKind> = {
  'tub.made': (entry, admission) => {
    const twice = foundingProblem(entry, admission, 'tub');
    if (twice) return twice;
    return entry.body.volumeM3 > entry.body.capacityM3
      ? problem(
          'over-full',
          'body.volumeM3',
          'There is more in the tub than it holds: check the two volumes.',
        )
      : null;
  },
  'tub.measured': of(({ body }, tub) => measurementProblem(body, tub)),
  'tub.watered': of(),
  'tub.thickened': of(),
  'tub.decanted': of(({ body }, tub) =>
    body.volumeM3 >= tub.volumeM3
      ? problem(
          'more-than-there-is',
          'body.volumeM3',
          'That is more than the tub holds by its log: check the figure, or read its level first.',
        )
      : null,
  ),
  'tub.dosed': of(),
  'tub.sieved': of(),
  'tub.stirred': of(),
  'tub.topped': of(({ body, subject }, tub) => {
    if (body.fromTubId === subject)
      return problem('same-tub', 'body.fromTubId', 'A tub cannot be topped up from itself: pick another.');
    const judged =
      body.specificGravity === null ? null : judgeGravity(body.specificGravity, tub.made.grainDensity);
    return judged && !judged.ok ? { ...judged.problem, field: 'body.specificGravity' } : null;
  }),
  'tub.used': of(),
  'tub.moved': of(),
  'tub.settling': of(),
  'tub.noted': of(),
  'tub.discarded': of(),
};

function measurementProblem(body: EntryOf<'tub.measured'>['body'], tub: TubState): Problem | null {
  const { sample, gravityRead, flow, feel, celsius, levelM3 } = body;
  const nothing =
    !sample &&
    gravityRead === null &&
    flow.length === 0 &&
    feel === null &&
    celsius === null &&
    levelM3 === null;
  if (nothing)
    return problem(
      'nothing-measured',
      'body',
      'Nothing was measured: weigh, time or feel at least one thing.',
    );
  if (levelM3 !== null && levelM3 > tub.made.capacityM3)
    return problem('over-full', 'body.levelM3', 'The level is more than the tub holds: check the figure.');
  const judged = gravityRead === null ? null : judgeGravity(gravityRead, tub.made.grainDensity);
  if (judged && !judged.ok) return { ...judged.problem, field: 'body.gravityRead' };
  return sample ? sampleProblem(sample, tub.made.grainDensity, 'body.sample') : null;
}

/** Why a weighed sample cannot be slip of a powder; null when it can. */
export function sampleProblem(sample: GravitySample, grainDensity: number, field: string): Problem | null {
  const measured = measuredGravity(sample);
  const judged = measured.ok ? judgeGravity(measured.value, grainDensity) : measured;
  return judged.ok ? null : { ...judged.problem, field: `${field}.${judged.problem.field}` };
}
