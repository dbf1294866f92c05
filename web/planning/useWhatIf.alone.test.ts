import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { PlanInput } from '../../core/piece/planInput.ts';
import type { PiecePlan } from '../../core/plan/plan.ts';
import type { WorkedPlan, PlanRequest } from './planMessages.ts';
import { useWhatIf } from './useWhatIf.ts';

type Asked = PlanRequest;

const asked: { wanted: Asked; answer: (plan: PiecePlan | null) => Promise<void> }[] = [];

vi.mock('./planWorker.ts', () => ({
  planInWorker: (wanted: Asked) =>
    new Promise<WorkedPlan>((resolve) =>
      asked.push({
        wanted,
        answer: (plan) => act(async () => resolve({ plan, nights: [] })),
      }),
    ),
}));

const real = { at: 1_000 } as PiecePlan;
const given = { pieceId: 'p' } as PlanInput;
const planned = (n: number) => ({ at: n }) as PiecePlan;
const hook = () => renderHook(() => useWhatIf(real, given)).result;
const draped = { does: 'cover', cover: 'draped' } as const;

/** The worker is slow and a finger is fast: what is shown is always the newest, and nothing piles up. */
describe('a trial on the strip', () => {
  beforeEach(() => {
    asked.length = 0;
  });

  it('asks once for what is begun, with all members, from the moment of the plan', async () => {
    const trying = hook();
    act(() => trying.current.begin(draped, 5_000));
    expect(asked.map(({ wanted }) => wanted)).toEqual([
      { given, now: 1_000, whatIf: { covers: [{ at: 5_000, cover: 'draped' }] }, effort: {} },
    ]);
    expect(trying.current.trial).toMatchObject({ tried: draped, at: 5_000, plan: null });
    await asked[0]!.answer(planned(1));
    expect(trying.current.trial!.plan).toEqual(planned(1));
    expect(asked).toHaveLength(1);
  });

  it('drops the places a drag has left behind, and goes on with the newest by few members', async () => {
    const trying = hook();
    act(() => trying.current.begin(draped, 5_000));
    for (const at of [6_000, 7_000, 8_000]) act(() => trying.current.move(at));
    expect(asked).toHaveLength(1);
    expect(trying.current.trial!.at).toBe(8_000);
    await asked[0]!.answer(planned(1));
    expect(asked).toHaveLength(2);
    expect(asked[1]!.wanted).toMatchObject({
      whatIf: { covers: [{ at: 8_000, cover: 'draped' }] },
      effort: { ahead: 8 },
    });
  });

  it('works out with all members what is let go of', async () => {
    const trying = hook();
    act(() => trying.current.begin({ does: 'step', key: 'coat-2' }, 5_000));
    await asked[0]!.answer(planned(1));
    act(() => trying.current.move(6_000));
    await asked[1]!.answer(planned(2));
    act(() => trying.current.release());
    expect(asked[2]!.wanted).toMatchObject({ whatIf: { times: { 'coat-2': 6_000 } }, effort: {} });
    await asked[2]!.answer(planned(3));
    expect(trying.current.trial!.plan).toEqual(planned(3));
  });

  it('shows nothing that comes after it was stopped', async () => {
    const trying = hook();
    act(() => trying.current.begin(draped, 5_000));
    act(() => trying.current.stop());
    await asked[0]!.answer(planned(1));
    expect(trying.current.trial).toBeNull();
    act(() => trying.current.begin({ does: 'cover', cover: 'tight' }, 9_000));
    expect(trying.current.trial!.plan).toBeNull();
    expect(asked[1]!.wanted.whatIf).toEqual({ covers: [{ at: 9_000, cover: 'tight' }] });
  });

  it('does not show the plan of one trial under the name of another', async () => {
    const trying = hook();
    act(() => trying.current.begin(draped, 5_000));
    await asked[0]!.answer(planned(1));
    act(() => trying.current.begin({ does: 'cover', cover: 'fan' }, 5_000));
    expect(trying.current.trial).toMatchObject({ tried: { cover: 'fan' }, plan: null });
    act(() => trying.current.begin({ does: 'cover', cover: 'tight' }, 5_000));
    await asked[1]!.answer(planned(2));
    expect(trying.current.trial).toMatchObject({ tried: { cover: 'tight' }, plan: null });
    await asked[2]!.answer(planned(3));
    expect(trying.current.trial!.plan).toEqual(planned(3));
  });
});
