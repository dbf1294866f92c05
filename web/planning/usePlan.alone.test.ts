import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PlanInput } from '../../core/piece/planInput.ts';
import { caseOf, cruetMade, hoursOn } from '../../core/piece/piece.test-support.ts';
import { planPiece, type PiecePlan } from '../../core/plan/plan.ts';
import { toWire } from '../../core/plan/wire.ts';
import type { PlanRequest } from './planMessages.ts';
import { OWN_WAITS, usePlan } from './usePlan.ts';

const given = caseOf([cruetMade()]);
const now = hoursOn(5);
const whole = planPiece(given, now, undefined, { members: 4 })!;
/** As the worker has it, told from the studio's by when it was made. */
const here = { ...whole, at: whole.at + 1 } as PiecePlan;

let asked: string[] = [];
let answer: () => Response | Promise<Response> = () => new Response();
let worked: PlanRequest[] = [];

vi.mock('./planWorker.ts', () => ({
  planInWorker: (wanted: PlanRequest) => {
    worked.push(wanted);
    return Promise.resolve({ plan: here, nights: [] });
  },
}));

const problem = (status: number, code: string, detail: string) =>
  new Response(JSON.stringify({ code, detail, status, title: '', type: '', field: null }), { status });

const settled = (ms = 0) => act(() => vi.advanceTimersByTimeAsync(ms));
const hook = (own: boolean, of: PlanInput = given) =>
  renderHook((props: { own: boolean; now: number }) => usePlan(of, props.own, props.now), {
    initialProps: { own, now },
  });

describe('the plan of a piece on its page', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('fetch', (path: string) => {
      asked.push(path);
      return Promise.resolve(answer());
    });
    asked = [];
    worked = [];
    answer = () => new Response(JSON.stringify({ plan: toWire(whole), nights: [{ from: 1, to: 2 }] }));
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('is the studio’s own, asked for once while it holds, and anew when it does not', async () => {
    const { result, rerender } = hook(false);
    expect(result.current).toBeNull();
    await settled();
    expect(result.current!.plan!.at).toBe(whole.at);
    expect(result.current!.nights).toEqual([{ from: 1, to: 2 }]);
    rerender({ own: false, now: now + 5_000 });
    await settled();
    expect(asked).toEqual(['/api/pieces/p/plan']);
    rerender({ own: false, now: whole.holdsUntil });
    await settled();
    expect(asked).toHaveLength(2);
    expect(worked).toEqual([]);
  });

  it('is worked out here where this tablet has logged what stays unsent, and is the studio’s again once it is sent', async () => {
    const { result, rerender } = hook(true);
    await settled(OWN_WAITS - 1);
    expect(worked).toEqual([]);
    await settled(1);
    expect(result.current!.plan!.at).toBe(here.at);
    expect(asked).toEqual([]);
    rerender({ own: false, now });
    await settled();
    expect(result.current!.plan!.at).toBe(whole.at);
  });

  it('that reaches the studio at once costs this tablet nothing', async () => {
    const { rerender } = hook(true);
    await settled(100);
    rerender({ own: false, now });
    await settled(10_000);
    expect([worked.length, asked.length]).toEqual([0, 1]);
  });

  it.each<[string, () => Response | Promise<Response>]>([
    ['cannot be reached', () => Promise.reject(new TypeError('fetch failed'))],
    ['answers something else', () => problem(503, 'busy', 'Later.')],
  ])('is worked out here where the studio %s', async (_what, away) => {
    answer = away;
    const { result } = hook(false);
    await settled();
    expect(result.current!.plan!.at).toBe(here.at);
    expect(worked[0]).toMatchObject({ given, now });
  });

  it('that cannot be is said in the studio’s words', async () => {
    answer = () => problem(422, 'unplanned', 'Its clay is no longer in the log.');
    const { result } = hook(false);
    await settled();
    expect(result.current).toEqual({
      plan: null,
      nights: [],
      unplanned: 'Its clay is no longer in the log.',
    });
    expect(worked).toEqual([]);
  });
});
