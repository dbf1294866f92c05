import { describe, expect, it } from 'vitest';
import { meanReading, outerReading } from '../drying/readings.ts';
import { beginOf, endOf, readAt, type Trajectory } from '../drying/trajectory.ts';
import { caseOf, coatLaid, cruetMade, hoursOn } from '../piece/piece.test-support.ts';
import { HOUR } from '../units/quantity.ts';
import { planPiece } from './plan.ts';
import { fromWire, toWire, type PlanWire } from './wire.ts';

const plan = planPiece(caseOf([cruetMade(), coatLaid(1, hoursOn(4))]), hoursOn(5), undefined, {
  members: 8,
})!;
const sent = fromWire(JSON.parse(JSON.stringify(toWire(plan))) as PlanWire);

describe('a plan that is sent', () => {
  it('says the same to the last figure, but for what is not said at all', () => {
    const { trajectory: _wall, ...rest } = plan;
    const { trajectory: _walls, ...came } = sent;
    expect(came).toEqual(rest);
  });

  it('reads as wet at every moment, under its coat and in the mean', () => {
    for (let t = beginOf(plan.trajectory); t < endOf(plan.trajectory); t += HOUR / 4)
      for (const reading of [meanReading, outerReading])
        expect(readAt(sent.trajectory, t, reading)).toBeCloseTo(readAt(plan.trajectory, t, reading), 5);
    const layers = (of: Trajectory) => of.map(({ mesh }) => mesh.layers.length);
    expect(layers(sent.trajectory)).toEqual(layers(plan.trajectory));
    expect(new Set(layers(sent.trajectory)).size).toBeGreaterThan(1);
  });
});
