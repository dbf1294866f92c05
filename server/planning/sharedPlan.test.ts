import { describe, expect, it } from 'vitest';
import { caseOf, coatLaid, cruetMade, hoursOn, MADE } from '../../core/piece/piece.test-support.ts';
import { HOUR, MINUTE } from '../../core/units/quantity.ts';
import { alikeMark, sharingPlans } from './sharedPlan.ts';
import { plannerHere, type Planner } from './planner.ts';

const piece = (id: string, name = id) => caseOf([cruetMade({ name }, id)]);

describe('planning pieces alike', () => {
  it('works out thirty of one act once, and gives each what it would have alone', async () => {
    let asked = 0;
    const counting: Planner = (given, now) => {
      asked += 1;
      return plannerHere()(given, now);
    };
    const plan = sharingPlans(counting);
    const all = await Promise.all(
      Array.from({ length: 30 }, (_, i) => plan(piece(`p${i}`), MADE + 4 * HOUR)),
    );
    expect(asked).toBe(1);
    expect(all[29]).toEqual(await plannerHere()(piece('p29'), MADE + 4 * HOUR));
  });

  it('tells pieces apart by anything that was done, where it stands, and what it is', () => {
    const plain = piece('a');
    expect(alikeMark(piece('b', 'another name'))).toBe(alikeMark(plain));
    expect(alikeMark({ ...plain, entries: [...plain.entries, coatLaid(1, hoursOn(6))] })).not.toBe(
      alikeMark(plain),
    );
    expect(alikeMark({ ...plain, learned: { air: { mean: 0.1, sigma: 0.2 } } })).not.toBe(alikeMark(plain));
    expect(alikeMark(caseOf([cruetMade({ cover: 'tight' }, 'c')]))).not.toBe(alikeMark(plain));
  });

  it('asks again once time has gone on, and after a failure', async () => {
    let asked = 0;
    const plan = sharingPlans(() => {
      asked += 1;
      return asked === 1 ? Promise.reject(new Error('died')) : Promise.resolve(null);
    });
    await expect(plan(piece('a'), MADE)).rejects.toThrow('died');
    await plan(piece('a'), MADE);
    await plan(piece('b'), MADE + 5 * MINUTE);
    expect(asked).toBe(3);
  });
});
