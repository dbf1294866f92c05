import { describe, expect, it } from 'vitest';
import { nothingSaid } from '../log/entry.ts';
import { foldPiece, routeOf } from '../log/piece.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import type { Planned } from '../technique/layer.ts';
import { HOUR, MINUTE } from '../units/quantity.ts';
import { doneBefore } from './asBefore.ts';
import { historyOf } from './history.ts';

const planned = routeOf(foldPiece('p', [cruetMade()])!).planned;
const stepOf = (pass: number): Planned =>
  planned.find(({ refs: [ref], pass: of }) => ref!.step === 'coat' && of === pass)!;
const coat = (hours: number, pass: number) =>
  logged(
    'piece.done',
    hoursOn(hours),
    {
      ...nothingSaid,
      refs: stepOf(pass).refs,
      effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: 0.00015, share: 1 }],
      slip: { specificGravity: 1.38, grainDensity: 2650, adjusted: 'none' },
    },
    { face: 'outside' },
  );
const history = historyOf(caseOf([cruetMade(), coat(6, 1), coat(6.5, 2)]), hoursOn(200))!;

describe('a step of the piece that another is made by', () => {
  it('is told with when it was done, how wet the clay was then, and its slip', () => {
    const first = doneBefore(history, stepOf(1))!;
    expect(first.sinceMade).toBe(6 * HOUR);
    expect(first.sinceSlip).toBeNull();
    expect(first.slip?.specificGravity).toBe(1.38);
    // a 6 mm wall six hours in the open is leather-hard or about to be. Common practice, no source
    expect(first.skin).toBeGreaterThan(46);
    expect(first.skin).toBeLessThan(84);
  });

  it('is known by its pass: the second coat came half an hour after the first, on clay a little drier or wetted', () => {
    const second = doneBefore(history, stepOf(2))!;
    expect(second.sinceSlip).toBe(30 * MINUTE);
    expect(second.sinceMade).toBe(6.5 * HOUR);
    expect(second.skin).not.toBe(doneBefore(history, stepOf(1))!.skin);
  });

  it('is not made up where it was not done then', () => {
    expect(doneBefore(history, stepOf(3))).toBeNull();
    expect(history.madeAt).toBe(MADE);
  });
});
