import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { stageAt, type Stage } from '../clay/stage.ts';
import type { Entry } from '../log/entry.ts';
import { HOUR } from '../units/quantity.ts';
import { nextStep } from './next.ts';
import { caseOf, coatLaid, cruetMade, firstKey, hoursOn, logged, MADE } from '../piece/piece.test-support.ts';
import { planPiece } from './plan.ts';

/** Few members: what is asked here does not hang on their number. */
const members = 12;
const plan = (hours: number, ...entries: Entry[]) =>
  planPiece(caseOf([cruetMade(), ...entries]), hoursOn(hours), undefined, { members })!;
const step = (given: ReturnType<typeof plan>, id: string) =>
  given.gates.find(({ planned }) => planned.key === firstKey(id))!;

describe('plan of a piece', () => {
  it('waits for the first coat, then opens it, then calls it late', () => {
    const { opens, closes } = step(plan(0), 'coat-1');
    const between = (opens! - MADE) / HOUR + 0.5;
    expect(plan(0).next!.status).toBe('waiting');
    expect(plan(between).next!.status).toBe('now');
    expect(nextStep(plan((closes! - MADE) / HOUR + 0.2), closes! + HOUR)!.status).toBe('closed');
  });

  it('finds windows in the order of the steps, each closing after it opens', () => {
    const open = plan(0).gates.filter((s) => s.opens !== null);
    expect(open.map((s) => s.planned.key)).toEqual([
      ...['coat-1', 'coat-2', 'coat-3', 'sketch', 'carve', 'burrs', 'bisque'].map(firstKey),
    ]);
    for (const s of open) if (s.closes !== null) expect(s.closes).toBeGreaterThan(s.opens!);
    for (let i = 1; i < open.length; i++) expect(open[i]!.opens!).toBeGreaterThanOrEqual(open[i - 1]!.opens!);
  });

  it('has the wall coatable some hours after throwing, as potters find', () => {
    // common practice, no source: leather-hard some three to six hours after throwing in an ordinary room
    const hours = (step(plan(0), 'coat-1').opens! - MADE) / HOUR;
    expect(hours).toBeGreaterThan(1.5);
    expect(hours).toBeLessThan(6);
  });

  it('opens carving later after three logged coats than a wall with one', () => {
    const seen = (n: number) =>
      logged('piece.seen', hoursOn(5 + n / 10), { sign: 'matte', stepId: `coat-${n}` });
    const three = plan(
      5.5,
      coatLaid(1, hoursOn(5.1)),
      seen(1),
      coatLaid(2, hoursOn(5.2)),
      seen(2),
      coatLaid(3, hoursOn(5.3)),
      seen(3),
    );
    const skip = (n: number) => logged('piece.skipped', hoursOn(5.2), { stepId: `coat-${n}`, reason: '' });
    const one = plan(5.5, coatLaid(1, hoursOn(5.1)), seen(1), skip(2), skip(3));
    expect(step(three, 'carve').opens!).toBeGreaterThan(step(one, 'carve').opens! + HOUR / 2);
    expect(three.believed.waterAdded).toBeCloseTo(3 * one.believed.waterAdded, 6);
  });

  it('waits for matte until it is seen', () => {
    const waiting = plan(5, coatLaid(1, hoursOn(4.99)));
    expect(waiting.next!.wait!.what).toBe('matte');
    const matte = plan(
      5.1,
      coatLaid(1, hoursOn(4.99)),
      logged('piece.seen', hoursOn(5.05), { sign: 'matte', stepId: 'coat-1' }),
    );
    expect(matte.next!.wait).toBeNull();
    expect(matte.next!.status).toBe('now');
  });

  it('waits longer for a deflocculated coat of the same SG, and shorter for a flocculated one', () => {
    // common practice, no source: a deflocculated slip stays wet-looking down to less water
    const wait = (adjusted?: 'none' | 'deflocculated' | 'flocculated') => {
      const { from, to } = plan(5, coatLaid(1, hoursOn(4.999), { adjusted })).next!.wait!;
      return to - from;
    };
    expect(wait()).toBe(wait('none'));
    expect(wait('deflocculated')).toBeGreaterThan(1.5 * wait());
    expect(wait('flocculated')).toBeLessThan(wait());
  });

  it('moves the window when the hands find the wall wetter, and the other way when drier', () => {
    const check = (stage: Stage) => logged('piece.checked', hoursOn(4), { stage, confirmed: true, note: '' });
    const opens = (given: ReturnType<typeof plan>) => step(given, 'carve').opens!;
    const unchecked = plan(4.1);
    expect(stageAt(defaultBody, unchecked.now.meanX).stage).toBe('soft-leather-hard');
    expect(opens(plan(4.1, check('plastic')))).toBeGreaterThan(opens(unchecked) + HOUR / 2);
    expect(opens(plan(4.1, check('stiff-leather-hard')))).toBeLessThan(opens(unchecked) - HOUR / 2);
    expect(Math.abs(opens(plan(4.1, check('soft-leather-hard'))) - opens(unchecked))).toBeLessThan(HOUR / 2);
  });

  it('takes a check that no drying explains as it was found', () => {
    const check = logged('piece.checked', hoursOn(0.5), { stage: 'bone-dry', confirmed: true, note: '' });
    expect(plan(0.51, check).now.stage.stage).toBe('bone-dry');
  });

  it('believes a weighing nearly to the gram, until clay is cut away', () => {
    const weigh = (massKg: number, hours: number) =>
      logged('piece.weighed', hoursOn(hours), { massKg, tareKg: 0.2, dryKg: hours === 3 ? 0.4 : null });
    const weighed = plan(3.01, weigh(0.2 + 0.4 * 1.22, 3));
    expect(weighed.now.meanX).toBeCloseTo(0.22, 2);
    const cut = plan(6, weigh(0.688, 3), logged('piece.trimmed', hoursOn(4), { note: '' }), weigh(0.6, 5));
    expect(cut.believed.observations).toHaveLength(1);
    expect(cut.believed.unread[0]!.reason).toContain('cut away');
  });

  it('never opens carving under tight plastic within two days', () => {
    const wrapped = planPiece(caseOf([cruetMade({ cover: 'damp-box' })]), hoursOn(1), undefined, {
      members,
    })!;
    expect(step(wrapped, 'coat-1').status).not.toBe('now');
  });

  it('shows the caution at its step, and the step as the school does it', () => {
    const finishing = (schools: Record<string, string>) => {
      const done = ['coat-1', 'coat-2', 'coat-3', 'carve'].map((stepId) =>
        logged('piece.worked', hoursOn(5), { stepId, outcome: null, note: '' }),
      );
      return planPiece(caseOf([cruetMade({ schools }), ...done]), hoursOn(48), undefined, { members })!;
    };
    expect(finishing({}).cautions.map((c) => c.id)).toContain('silica-dust');
    expect(finishing({ burrs: 'sponge' }).next!.planned.step.name).toContain('sponge');
  });

  it('warns that a thin wall goes soft when coated at its earliest', () => {
    const thin = planPiece(
      caseOf([cruetMade({ form: { kind: 'plate', diameterM: 0.2, wallM: 0.0025 } })]),
      hoursOn(3),
      undefined,
      {
        members,
      },
    )!;
    expect(thin.warnings.map((c) => c.id)).toContain('slump');
  });

  it('takes a sign logged together with the next coat as seen before it', () => {
    const seen = logged('piece.seen', hoursOn(4.2), { sign: 'matte', stepId: 'coat-1' });
    const { believed } = plan(5, coatLaid(1, hoursOn(4)), seen, coatLaid(2, hoursOn(4.2)));
    expect(believed.observations.map(({ kind }) => kind)).toEqual(['sign']);
    expect(believed.widened).toBe(0);
    expect(believed.taken).toBe(false);
  });
});
