import { eachRecord } from '../drying/trajectory.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { stages } from '../clay/stage.ts';
import { covers } from '../drying/face.ts';
import { emptyTouchCheck, questions, type TouchCheck } from '../forecast/touchCheck.ts';
import { nothingSaid, type Entry } from '../log/entry.ts';
import { inOrder } from '../log/ledger.ts';
import { HOUR } from '../units/quantity.ts';
import { isOpen } from '../piece/status.ts';
import { nextStep } from './next.ts';
import { caseOf, cruetMade, firstKey, hoursOn, logged } from '../piece/piece.test-support.ts';
import { planPiece, type PiecePlan } from './plan.ts';

const hour = fc.double({ min: 0.01, max: 60, noNaN: true });
const face = fc.constantFrom('outside' as const, 'inside' as const);
const place = fc.constantFrom('wall' as const, 'rim' as const, 'foot' as const);
const cover = fc.constantFrom(...covers.map((c) => c.cover));
const stepId = fc.constantFrom('coat-1', 'coat-2', 'coat-3', 'sketch', 'carve', 'clean');
const answers = fc
  .tuple(...questions.map(({ options }) => fc.option(fc.constantFrom(...options.map((o) => o.answer)))))
  .map(
    (given) =>
      ({
        ...emptyTouchCheck,
        ...Object.fromEntries(questions.map(({ id }, i) => [id, given[i]])),
      }) as TouchCheck,
  );

/** Anything a maker can log of a piece, in any order, sense or none. */
const anyEntry: fc.Arbitrary<Entry> = fc.oneof(
  fc
    .tuple(hour, cover, fc.constantFrom('board' as const, 'rack' as const, 'plaster' as const))
    .map(([at, to, stand]) => logged('piece.covered', hoursOn(at), { cover: to, stand })),
  fc
    .tuple(
      hour,
      face,
      stepId,
      fc.double({ min: 2e-5, max: 2e-3, noNaN: true }),
      fc.double({ min: 1.1, max: 1.8, noNaN: true }),
    )
    .map(([at, on, step, thicknessM, specificGravity]) =>
      logged(
        'piece.coated',
        hoursOn(at),
        { stepId: step, tubId: null, thicknessM, specificGravity, grainDensity: 2600 },
        { face: on },
      ),
    ),
  fc
    .tuple(hour, place, fc.constantFrom(...stages.map((s) => s.stage)))
    .map(([at, where, stage]) =>
      logged('piece.checked', hoursOn(at), { stage, confirmed: true, note: '' }, { place: where }),
    ),
  fc
    .tuple(hour, place, answers)
    .map(([at, where, given]) => logged('piece.felt', hoursOn(at), given, { place: where })),
  fc
    .tuple(hour, fc.constantFrom('matte' as const, 'firm' as const, 'touch-dry' as const), stepId)
    .map(([at, sign, step]) => logged('piece.seen', hoursOn(at), { sign, stepId: step })),
  fc
    .tuple(hour, fc.double({ min: 0.3, max: 0.7, noNaN: true }), fc.option(fc.constant(0.4)))
    .map(([at, massKg, dryKg]) => logged('piece.weighed', hoursOn(at), { massKg, tareKg: 0, dryKg })),
  fc
    .tuple(hour, face, fc.double({ min: 0.001, max: 0.5, noNaN: true }))
    .map(([at, on, waterKgM2]) => logged('piece.misted', hoursOn(at), { waterKgM2 }, { face: on })),
  fc
    .tuple(
      hour,
      face,
      fc.constantFrom('heat-gun' as const, 'torch' as const),
      fc.double({ min: 5, max: 900, noNaN: true }),
    )
    .map(([at, on, tool, seconds]) =>
      logged('piece.heated', hoursOn(at), { tool, seconds, duty: 0.5 }, { face: on }),
    ),
  fc
    .tuple(hour, stepId)
    .map(([at, step]) => logged('piece.worked', hoursOn(at), { stepId: step, outcome: null, note: '' })),
  hour.map((at) => logged('piece.trimmed', hoursOn(at), { note: '' })),
  fc.tuple(hour, cover, fc.double({ min: 0.002, max: 0.03, noNaN: true })).map(([at, over, thicknessM]) =>
    logged('piece.parted', hoursOn(at), {
      part: `handle ${at}`,
      role: 'handle',
      thicknessM,
      cover: over,
      stage: null,
    }),
  ),
  hour.map((at) =>
    logged('piece.done', hoursOn(at), { ...nothingSaid, effects: [{ does: 'join', part: 'handle' }] }),
  ),
  fc
    .tuple(
      hour,
      fc.double({ min: 0, max: 0.6, noNaN: true }),
      fc.double({ min: 0.05, max: 0.4, noNaN: true }),
    )
    .map(([at, low, height]) =>
      logged('piece.done', hoursOn(at), {
        ...nothingSaid,
        effects: [{ does: 'coat', use: 'bands', thicknessM: 0.0004, share: 1 }],
        slip: { specificGravity: 1.4, grainDensity: 2600, adjusted: 'none' },
        zone: { id: `${low}`, name: 'a band', kind: 'band', from: low, to: low + height },
      }),
    ),
);

const anyWall = fc.double({ min: 0.0015, max: 0.02, noNaN: true });
const anyLog = fc.array(anyEntry, { maxLength: 9 });
const effort = { members: 6 };

function planOf(entries: Entry[], wallM: number, hours: number): PiecePlan {
  const form = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM, mouth: 'open' } as const;
  return planPiece(caseOf([cruetMade({ form }), ...inOrder(entries)]), hoursOn(hours), undefined, effort)!;
}

/** Whatever was logged, right or wrong, Today must have an answer. */
describe('a plan of any log', () => {
  it('is always made, of numbers that hang together', { timeout: 240_000 }, () => {
    fc.assert(
      fc.property(anyLog, anyWall, hour, (entries, wallM, hours) => {
        const plan = planOf(entries, wallM, hours);
        expect(plan.now.stage).toBeDefined();
        expect(Number.isFinite(plan.now.meanIndex) && Number.isFinite(plan.now.outerIndex)).toBe(true);
        expect(plan.holdsUntil).toBeGreaterThan(plan.at);
        for (const { opens, closes, doAt, status, windows } of plan.gates) {
          if (opens !== null && closes !== null) expect(closes).toBeGreaterThanOrEqual(opens);
          if (doAt !== null && opens !== null) expect(doAt).toBeGreaterThanOrEqual(opens - 1);
          const [spread] = windows;
          if (!spread || !isOpen(status)) continue;
          for (const { p10, p50, p90 } of [spread.opens, spread.closes]) {
            if (p90 !== null) expect(p90).toBeGreaterThanOrEqual(p50!);
            if (p50 !== null) expect(p50).toBeGreaterThanOrEqual(p10!);
          }
        }
        const { trajectory } = plan;
        const times = [...eachRecord(trajectory)].map(({ at }) => at);
        expect(times).toEqual([...times].sort((a, b) => a - b));
        for (const { stage, between, over } of plan.places.places) {
          expect(stage).toBeDefined();
          expect(between[0]).toBeLessThanOrEqual(between[1]);
          expect(over.meanX.every(Number.isFinite)).toBe(true);
        }
        const summary = nextStep(plan, plan.at);
        if (summary) expect(summary.name.length).toBeGreaterThan(0);
      }),
      { numRuns: 16 },
    );
  });

  it('is the same whenever it is made of the same log', { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(anyLog, hour, (entries, hours) => {
        expect(planOf(entries, 0.006, hours)).toEqual(planOf(entries, 0.006, hours));
      }),
      { numRuns: 2 },
    );
  });

  it('does not look at what is logged for later', { timeout: 120_000 }, () => {
    fc.assert(
      fc.property(anyLog, (entries) => {
        const now = 61;
        const later = logged('piece.covered', hoursOn(now + 3), { cover: 'tight', stand: 'board' });
        const before = planOf(entries, 0.006, now).now.meanX;
        const with3HoursAhead = planOf([...entries, later], 0.006, now).now.meanX;
        expect(Math.abs(with3HoursAhead - before)).toBeLessThan(0.002);
      }),
      { numRuns: 2 },
    );
  });

  it('is found wetter by a weighing that says so, the more the heavier', () => {
    const meanAfter = (massKg: number) =>
      planOf([logged('piece.weighed', hoursOn(4), { massKg, tareKg: 0, dryKg: 0.4 })], 0.006, 4.1).now.meanX;
    const found = [0.46, 0.47, 0.48, 0.49].map(meanAfter);
    expect(found.every((x, i) => i === 0 || x > found[i - 1]!)).toBe(true);
  });

  it('opens no step sooner for a thicker wall', () => {
    const carve = (wallM: number) =>
      planOf([], wallM, 0.5).gates.find(({ planned }) => planned.key === firstKey('carve'))!.opens! / HOUR;
    const opens = [0.004, 0.006, 0.008, 0.012].map(carve);
    expect(opens.every((at, i) => i === 0 || at > opens[i - 1]!)).toBe(true);
  });
});
