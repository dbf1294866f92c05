import { describe, expect, it } from 'vitest';
import { nothingSaid } from '../log/entry.ts';
import { caseOf, cruetMade, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { stepsOf, techniques } from '../catalogue/catalogue.ts';
import { compose } from '../compose/compose.ts';
import { layerOf, waysOf } from '../catalogue/layerOf.test-support.ts';
import type { Need } from '../technique/technique.ts';
import { HOUR } from '../units/quantity.ts';
import { nextStep, remedyFor } from './next.ts';
import { planPiece } from './plan.ts';

/** A wall that has gone too dry under its coats takes no more of them. Common practice, no source. */

const driest = (needs: Need[], pass: 'first' | 'later'): number[] =>
  needs.flatMap((need) =>
    need.kind === 'water' && need.of === 'skin' && (need.pass ?? pass) === pass && need.spans.length === 1
      ? (need.spans[0]!.driest ?? [])
      : [],
  );

describe('the dry edge of a coat', () => {
  it('holds for every pass of every technique, a fill’s somewhat drier than its first', () => {
    const repeated = techniques().flatMap((technique) =>
      waysOf(technique).flatMap((way) =>
        stepsOf(technique, way)
          .filter(({ effects, repeat }) => repeat && effects.some(({ does }) => /coat|fill|line/.test(does)))
          .map((step) => ({ of: `${technique.id} ${step.key}`, step })),
      ),
    );
    for (const { of, step } of repeated) {
      const [first, later] = [driest(step.needs, 'first'), driest(step.needs, 'later')];
      const fills = step.effects.some(({ does }) => does === 'fill');
      expect(later, of).toEqual(fills ? [50] : first);
    }
    expect(new Set(repeated.map(({ of }) => of)).size).toBeGreaterThan(7);
  });

  /** The second coat of three, so many hours after the first was laid at leather-hard. */
  const second = (hours: number) => {
    const layers = [layerOf('brushed-coats')];
    const { refs } = compose(layers).planned.find(({ pass, step }) => step.key === 'coat' && pass === 1)!;
    const facts = caseOf([
      cruetMade(),
      logged('piece.routed', MADE + 1, { layers }),
      logged(
        'piece.done',
        hoursOn(4),
        {
          ...nothingSaid,
          refs,
          effects: [{ does: 'coat', use: 'brushed-engobe', thicknessM: 0.00015, share: 1 }],
          slip: { specificGravity: 1.38, grainDensity: 2600, adjusted: 'none' },
        },
        { face: 'outside' },
      ),
    ]);
    const plan = planPiece(facts, hoursOn(4 + hours), undefined, { members: 4 })!;
    return { plan, next: nextStep(plan, plan.at)! };
  };

  it('waits for the coat before, is open on the leather-hard wall, and too late on the bone-dry one', () => {
    const soon = second(0.5);
    expect(soon.next.planned).toMatchObject({ step: { key: 'coat' }, pass: 2 });
    expect(['waiting', 'now']).toContain(soon.next.status);
    expect(soon.next.closes).not.toBeNull();
    const late = second(60);
    expect(late.plan.now.outerIndex).toBeLessThan(10);
    expect(late.next.planned).toMatchObject({ step: { key: 'coat' }, pass: 2 });
    expect(late.next.status).toBe('closed');
    expect(late.next.rescue).toBeNull();
    expect(remedyFor(late.next)).toMatch(/Bisque it, and lay underglaze/);
  });

  it('is brought back with a mist where the wall is but a little too dry', () => {
    const { closes } = second(0.5).next;
    const { next } = second((closes! - hoursOn(4)) / HOUR + 0.3);
    expect(next.status).toBe('closed');
    expect(remedyFor(next)).toMatch(/^Dampen the wall/);
  });
});
