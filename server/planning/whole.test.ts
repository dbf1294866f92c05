import { describe, expect, it } from 'vitest';
import { CLOCK_HEADER, type PlanReply } from '../../api/index.ts';
import type { Entry } from '../../core/log/entry.ts';
import { fromWire } from '../../core/plan/wire.ts';
import type { Result } from '../../core/units/problem.ts';
import { listeningOn } from '../testing/listening.ts';
import { plansOf } from '../testing/plans.ts';
import { act, emptyFolder, entry, NOW, opened, pieceMade, testClock } from '../testing/studio.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { plannerHere, type Planner } from './planner.ts';

const log = async ({ store }: OpenFolder, ...entries: Entry[]) =>
  expect(await store.keep(act(...entries))).toMatchObject({ kind: 'kept' });

const read = (whole: Result<string> | null) => {
  if (!whole?.ok) throw new Error(whole?.problem.message ?? 'no plan');
  const { plan, nights } = JSON.parse(whole.value) as PlanReply;
  return { plan: fromWire(plan), nights };
};

/** Plans whose planner tells which pieces it is asked for. */
async function studio(...pieces: string[]) {
  const folder = await opened(emptyFolder());
  for (const id of pieces) await log(folder, pieceMade(id));
  const here = plannerHere();
  const asked: string[] = [];
  const planner: Planner = (given, now, whole) => {
    asked.push(given.pieceId);
    return here(given, now, whole);
  };
  return { folder, asked, plans: plansOf(folder, planner) };
}

describe('the whole plan of a piece', () => {
  it('is the very one that Today shows, and is worked out once while it holds', async () => {
    const { folder, asked, plans } = await studio('cup');
    const { plan, nights } = read(await plans.whole('cup', NOW));
    expect(nights.length).toBeGreaterThan(0);
    const known = plans.answersOf('cup')!;
    expect(JSON.parse(JSON.stringify(known.answers.gates))).toEqual(plan.gates);
    expect(known.answers.now.meanX).toBe(plan.now.meanX);
    await plans.today(NOW);
    await plans.whole('cup', NOW);
    expect(asked).toEqual(['cup']);
    // one act is one plan, for Today and for who looks at it
    await log(folder, entry('piece.covered', 'cup', { cover: 'tight', stand: 'board' }));
    const [covered] = await Promise.all([plans.whole('cup', NOW), plans.today(NOW)]);
    expect(read(covered).plan.piece.cover).toBe('tight');
    expect(asked).toEqual(['cup', 'cup']);
    await folder.close();
  });

  it('goes before all that lists wait for, and is had though its plan was being made without it', async () => {
    const { folder, asked, plans } = await studio('a', 'b', 'c', 'd');
    const today = plans.today(NOW);
    const [first, last] = await Promise.all([plans.whole('a', NOW), plans.whole('d', NOW)]);
    expect([read(first).plan.piece.id, read(last).plan.piece.id]).toEqual(['a', 'd']);
    expect(asked.indexOf('d')).toBeLessThan(asked.indexOf('b'));
    await today;
    await folder.close();
  });

  it('is told with the time of its answer, however long it was worked out', async () => {
    const { folder } = await studio('cup');
    let now = NOW;
    const here = plannerHere();
    const planner: Planner = (...asked) => {
      now += 5_000;
      return here(...asked);
    };
    const clock = { ...testClock, now: () => now };
    const { address, close } = await listeningOn(folder, { clock, plans: plansOf(folder, planner) });
    const response = await fetch(`${address}/api/pieces/cup/plan`);
    expect(response.status).toBe(200);
    expect(Number(response.headers.get(CLOCK_HEADER))).toBe(NOW + 5_000);
    expect((await fetch(`${address}/api/pieces/no/plan`)).status).toBe(404);
    await close();
    await folder.close();
  });

  it('is never the one before, though something is logged while it is worked out', async () => {
    const { folder } = await studio('cup');
    const here = plannerHere();
    const cover = (of: 'draped' | 'tight') =>
      log(folder, entry('piece.covered', 'cup', { cover: of, stand: 'board' }));
    let asked = 0;
    const planner: Planner = async (...wanted) => {
      asked += 1;
      if (asked === 2) await cover('tight');
      return here(...wanted);
    };
    const plans = plansOf(folder, planner);
    await plans.whole('cup', NOW);
    await cover('draped');
    expect(read(await plans.whole('cup', NOW)).plan.piece.cover).toBe('tight');
    expect(asked).toBe(3);
    await folder.close();
  });

  it('of a finished piece is had too, and changes nothing in the lists', async () => {
    const { folder, plans } = await studio('cup');
    await log(folder, entry('piece.finished', 'cup', { outcome: 'good', faults: [], note: '' }));
    const row = () => plans.pieces({ which: 'finished', search: '', page: 0 }, NOW).rows[0];
    const before = row();
    expect(read(await plans.whole('cup', NOW)).plan.piece.finished?.outcome).toBe('good');
    expect(row()).toEqual(before);
    await folder.close();
  });

  it('is none of a piece that is not there; why one cannot be planned is said', async () => {
    const { folder, plans } = await studio('cup');
    expect(await plans.whole('no', NOW)).toBeNull();
    const broken = plansOf(folder, () => Promise.reject(new Error('no wall')));
    expect(await broken.whole('cup', NOW)).toMatchObject({
      ok: false,
      problem: { code: 'unplanned', message: expect.stringContaining('could not be worked out') as string },
    });
    await folder.close();
  });
});
