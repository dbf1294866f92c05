import { judgeGravity, measuredGravity } from '../../slip/density.ts';
import { problem, type Problem } from '../../units/problem.ts';
import { foundingProblem, lifeProblem, type Admission, type Rule, type Rules } from './rules.ts';
import type { Entry, EntryKind, EntryOf, GravitySample } from '../entry.ts';
import { entriesAbout } from '../ledger.ts';
import { foldTub, volumesBefore, type TubState } from '../tub.ts';

type TubKind = Extract<EntryKind, `tub.${string}`>;

/** A tub as an act leaves it, and how much was in it before each entry: worked out once however many the act has. */
interface TubAsLeft {
  tub: TubState;
  entries: readonly Entry[];
  volumeBefore: (entry: EntryOf<TubKind>) => number;
}

const tubAsLeft = ({ ledger, once }: Admission, id: string): TubAsLeft =>
  once(`tub ${id}`, () => {
    const entries = entriesAbout(ledger, 'tub', id);
    const tub = foldTub(id, entries)!;
    let volumes: Map<string, number> | null = null;
    return {
      tub,
      entries,
      volumeBefore: (entry) => (volumes ??= volumesBefore(id, entries)).get(entry.id)!,
    };
  });

/** A rule for what is logged of a tub that is there: in its life. */
const of =
  <K extends TubKind>(more: (entry: EntryOf<K>, left: TubAsLeft) => Problem | null = () => null): Rule<K> =>
  (entry, admission) => {
    const left = tubAsLeft(admission, entry.subject);
    const life = { name: left.tub.made.name, bornAt: left.tub.madeAt };
    return lifeProblem(entry as unknown as Entry, left.entries, admission, life) ?? more(entry, left);
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
  'tub.measured': of(({ body }, { tub }) => measurementProblem(body, tub)),
  'tub.watered': of(),
  'tub.thickened': of(),
  'tub.decanted': of((entry, { volumeBefore }) =>
    entry.body.volumeM3 >= volumeBefore(entry)
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
  'tub.topped': of(({ body, subject }, { tub }) => {
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
