import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Effect, Need, Usual } from '../technique/technique.ts';
import { MINUTE, SECOND } from '../units/quantity.ts';
import { dispatch, startsWait, timedIn, workOf, type Led } from './dispatch.ts';
import type { NextStep } from './next.ts';

const NOW = Date.parse('2026-03-10T12:00:00Z');
const usual = (n: number): Usual => ({ usual: n });
const coat: Effect<Usual> = {
  does: 'coat',
  use: 'brushed-engobe',
  thicknessM: usual(0.00015),
  share: usual(1),
};
const cut: Effect<Usual> = { does: 'cut', depthM: usual(0.001), share: usual(0.2) };

interface Given extends Partial<NextStep> {
  effects?: Effect<Usual>[];
  takesS?: number;
  needs?: Need[];
}
const led = (pieceId: string, { effects = [cut], takesS = 60, needs = [], ...more }: Given): Led => ({
  pieceId,
  next: {
    planned: { step: { effects, needs, takesS: usual(takesS) } },
    status: 'now',
    opens: NOW - MINUTE,
    closes: null,
    wait: null,
    windows: [],
    chain: [],
    ...more,
  } as unknown as NextStep,
});
const sign = (inS: number): NextStep['wait'] => ({
  what: 'matte',
  look: '',
  of: [],
  from: NOW - MINUTE,
  to: NOW + inS * SECOND,
});

describe('which piece to take up', () => {
  it('looks at a sign that is due before anything is begun', () => {
    const lead = dispatch(
      [led('a', { closes: NOW + MINUTE }), led('b', { status: 'waiting', wait: sign(-5) })],
      NOW,
      null,
    );
    expect(lead.pick).toEqual({ pieceId: 'b', why: 'sign-due' });
  });
  it('keeps wet in wet in hand, whatever else closes', () => {
    const drop = led('a', { needs: [{ kind: 'sign', sign: 'matte', of: '@here', side: 'before' }] });
    const pieces = [
      drop,
      led('b', { closes: NOW + MINUTE }),
      led('c', { status: 'waiting', wait: sign(-5) }),
    ];
    expect(dispatch(pieces, NOW, 'a').pick).toEqual({ pieceId: 'a', why: 'wet-in-wet' });
    expect(dispatch(pieces, NOW, null).pick).toEqual({ pieceId: 'c', why: 'sign-due' });
  });
  it('takes up what closes first', () => {
    const pieces = [
      led('a', {}),
      led('b', { closes: NOW + 60 * MINUTE }),
      led('c', { closes: NOW + 20 * MINUTE }),
    ];
    expect(dispatch(pieces, NOW, null).pick).toEqual({ pieceId: 'c', why: 'closes-first' });
  });
  it('while one goes matte does what is done before that, and else waits', () => {
    const matte = led('a', { status: 'waiting', wait: sign(180) });
    expect(dispatch([matte, led('b', { takesS: 120 })], NOW, 'a')).toEqual({
      pick: { pieceId: 'b', why: 'ready' },
      comes: { pieceId: 'a', at: NOW + 180 * SECOND },
    });
    expect(dispatch([matte, led('b', { takesS: 240 })], NOW, 'a').pick).toBeNull();
  });
  it('names what is late only once nothing can be saved', () => {
    const late = led('a', { status: 'closed', closes: NOW - MINUTE });
    expect(dispatch([late], NOW, null).pick).toEqual({ pieceId: 'a', why: 'late' });
    expect(dispatch([late, led('b', { status: 'waiting', wait: sign(60) })], NOW, null).pick).toBeNull();
  });

  const given = fc.record({
    takesS: fc.integer({ min: 10, max: 900 }),
    coats: fc.boolean(),
    waits: fc.option(fc.integer({ min: -60, max: 900 }), { nil: null }),
    closesMin: fc.option(fc.integer({ min: 1, max: 600 }), { nil: null }),
  });
  it('never begins what leaves a sign unseen, nor what shows its own beside one', () => {
    fc.assert(
      fc.property(fc.array(given, { minLength: 1, maxLength: 8 }), (all) => {
        const pieces = all.map(({ takesS, coats, waits, closesMin }, i) =>
          led(`p${i}`, {
            takesS,
            effects: [coats ? coat : cut],
            closes: closesMin === null ? null : NOW + closesMin * MINUTE,
            ...(waits !== null && { status: 'waiting' as const, wait: sign(waits) }),
          }),
        );
        const { pick, comes } = dispatch(pieces, NOW, null);
        const next = pieces.find(({ pieceId }) => pieceId === pick?.pieceId)?.next;
        if (!next || !pick || pick.why === 'sign-due' || !comes || comes.at - NOW > 15 * MINUTE) return;
        const done = NOW + workOf(next);
        expect(done).toBeLessThanOrEqual(comes.at);
        if (startsWait(next))
          expect(Math.abs(done + 3 * MINUTE - comes.at)).toBeGreaterThanOrEqual(90 * SECOND);
      }),
    );
  });
});

describe('what is timed while it is done', () => {
  it('is a dip, a heat, a mist that soaks in; nothing else', () => {
    expect(timedIn([{ does: 'glaze', seconds: usual(6) }])).toEqual({ seconds: 6, what: 'dip' });
    expect(timedIn([{ does: 'heat', tool: 'heat-gun', seconds: usual(90), duty: usual(1) }])?.what).toBe(
      'heat',
    );
    expect(timedIn([{ does: 'film', kgM2: usual(0.1), share: usual(1) }])?.what).toBe('mist');
    expect(timedIn([coat, cut])).toBeNull();
  });
});
