import { describe, expect, it, vi } from 'vitest';
import type { Entry } from '../../core/log/entry.ts';
import { MINUTE } from '../../core/units/quantity.ts';
import { derivedFile } from '../files/answerCache.ts';
import type { OpenFolder } from '../folder/folder.ts';
import { plansOf } from '../testing/plans.ts';
import { act, emptyFolder, entry, NOW, opened, pieceMade } from '../testing/studio.ts';
import { createPlanInputs } from './planInputs.ts';
import { createLearning, type Studied } from './learning.ts';
import { plannerHere, threadedPlanner, type Planner } from './planner.ts';

const DRY_KG = 0.4;

/** A piece that was weighed drier than a usual room would have it, and finished. */
function finished(id: string, day: number): Entry[] {
  const at = (hour: number) => new Date(Date.UTC(2026, 2, day, hour)).toISOString();
  return [
    { ...pieceMade(id), at: at(8) },
    entry('piece.weighed', id, { massKg: DRY_KG * 1.16, tareKg: 0, dryKg: DRY_KG }, at(13)),
    entry('piece.finished', id, { outcome: 'good', faults: [], note: '' }, at(18)),
  ];
}

/** Learning with a planner that counts, kept where it is told to be. */
function learningOf({ store }: OpenFolder, path: string | null = null) {
  const here = plannerHere();
  let count = 0;
  const kept = derivedFile<Studied>(path, 'test');
  const learning = createLearning({
    store,
    cases: createPlanInputs(store, null),
    plan: (...wanted) => {
      count += 1;
      return here(...wanted).then((planned) => planned && planned.kept);
    },
    kept,
  });
  return {
    learning,
    kept,
    planned: () => count,
    study: async () => {
      learning.study();
      await learning.studied();
    },
  };
}
const log = async ({ store }: OpenFolder, ...entries: Entry[]) => {
  for (const e of entries) expect(await store.keep(act(e))).toMatchObject({ kind: 'kept' });
};

describe('learning', () => {
  it('is computed from finished pieces, serves the next, and is forgotten when set back', async () => {
    const folder = await opened(emptyFolder());
    await log(folder, ...finished('one', 2), ...finished('two', 4));
    const { learning, study } = learningOf(folder);
    expect(learning.answer().lessons).toEqual([]);
    await study();
    const { learned, lessons } = learning.answer();
    expect(lessons.map((lesson) => lesson.pieceId)).toEqual(['one', 'two']);
    const air = learned.find((l) => l.unknown === 'air')!;
    expect(air).toMatchObject({ id: 'room-default', pieces: 2, checks: 2 });
    expect(air.mean).toBeGreaterThan(0.05);
    expect(learning.prior('room-default', 'clay-default').air!.mean).toBeCloseTo(air.mean, 9);

    await log(folder, entry('learning.reset', 'room-default', {}, new Date(NOW).toISOString()));
    expect(learning.prior('room-default', 'clay-default').air).toBeUndefined();
    expect(learning.prior('room-default', 'clay-default').diffusion).toBeDefined();
    await folder.close();
  });

  it('goes on from its last lesson, over a restart too, and takes no notice of notes', async () => {
    const path = emptyFolder();
    const folder = await opened(path);
    const kept = `${path}/derived/lessons.json`;
    await log(folder, ...finished('one', 2), ...finished('two', 4));
    const first = learningOf(folder, kept);
    await first.study();
    expect(first.planned()).toBe(2);
    await log(folder, entry('piece.noted', 'one', { text: 'a note' }), ...finished('three', 5));
    await first.study();
    expect(first.planned()).toBe(3);
    first.learning.close();
    const again = learningOf(folder, kept);
    await again.study();
    expect(again.planned()).toBe(0);
    // asked again with nothing new, it is not at work
    again.learning.study();
    expect(again.learning.answer().studying).toBe(false);
    expect(again.learning.answer().lessons).toEqual(first.learning.answer().lessons);
    // a weighing taken back changes its lesson and those that rest on it
    const weighing = folder.store.ledger.acts.find((a) => a.entries[0]!.kind === 'piece.weighed')!;
    await log(folder, entry('act.retracted', weighing.id, { reason: '' }));
    await again.study();
    expect(again.learning.answer().lessons.map(({ pieceId }) => pieceId)).toEqual(['two', 'three']);
    expect(again.planned()).toBe(2);
    await folder.close();
  });

  it('takes over what another studio has learned, as a lesson among its own', async () => {
    const folder = await opened(emptyFolder());
    const { learning, study } = learningOf(folder);
    const taught = (mean: number, at: string) =>
      entry(
        'learning.taught',
        'room-default',
        { belief: { air: { mean, sigma: 0.1 } }, pieces: 4, checks: 9, from: 'elsewhere.json' },
        at,
      );
    await log(folder, taught(0.3, '2026-03-01T08:00:00.000Z'));
    expect(learning.prior('room-default', 'clay-default').air!.mean).toBe(0.3);
    expect(learning.prior('room-default', 'clay-default').diffusion).toBeUndefined();
    expect(learning.answer().learned).toMatchObject([{ unknown: 'air', pieces: 4, checks: 9, mean: 0.3 }]);

    await log(folder, ...finished('one', 3));
    await study();
    const { lessons, learned } = learning.answer();
    expect(lessons.map(({ pieceId }) => pieceId)).toEqual([null, 'one']);
    expect(learned.find((l) => l.unknown === 'air')).toMatchObject({ pieces: 5, checks: 10 });
    expect(lessons[1]!.belief.air!.mean).toBeGreaterThan(0.1);

    await log(folder, entry('learning.reset', 'room-default', {}, new Date(NOW).toISOString()));
    expect(learning.prior('room-default', 'clay-default').air).toBeUndefined();
    await folder.close();
  });

  it('goes on showing and learning from the others when one piece cannot be planned, which is a row that says so', async () => {
    const folder = await opened(emptyFolder());
    await log(folder, ...finished('good', 3), ...finished('bad', 4), pieceMade('open'), pieceMade('odd'));
    const here = plannerHere();
    const complaints: string[] = [];
    const complain = vi.spyOn(console, 'error').mockImplementation((words: string) => {
      complaints.push(words);
    });
    const planner: Planner = (given, ...rest) =>
      given.pieceId === 'bad' || given.pieceId === 'odd'
        ? Promise.reject(new Error('no such wall'))
        : here(given, ...rest);
    const plans = plansOf(folder, planner);
    await vi.waitFor(
      async () =>
        expect((await plans.today(NOW)).map(({ pieceId, state }) => [pieceId, state])).toEqual([
          ['open', 'planned'],
          ['odd', 'unplanned'],
        ]),
      { timeout: 20_000 },
    );
    await vi.waitFor(() => expect(plans.learned().lessons.map(({ pieceId }) => pieceId)).toEqual(['good']), {
      timeout: 20_000,
    });
    expect(complaints.some((words) => words.includes('no such wall'))).toBe(true);
    complain.mockRestore();
    plans.close();
    await folder.close();
  });

  it('comes before the first answer of a piece; a later lesson that moves times says so, and by how much', async () => {
    const folder = await opened(emptyFolder());
    await log(folder, ...finished('one', 2), pieceMade('open'));
    const here = plannerHere();
    const asked: string[] = [];
    const plans = plansOf(folder, (given, now, whole) => {
      asked.push(`${given.pieceId}${given.learned?.air ? ', learned' : ''}`);
      return here(given, now, whole);
    });
    const today = async () => {
      const [row] = await plans.today(NOW);
      return row?.state === 'planned' ? row : null;
    };
    expect(await today()).toBeNull();
    expect(plans.toLearn()).toBe(1);
    await vi.waitFor(async () => expect(await today()).not.toBeNull(), { timeout: 20_000 });
    expect(asked).toEqual(['one', 'open, learned']);
    const first = (await today())!;
    expect(first.moved).toBeNull();

    await log(folder, ...finished('two', 4), ...finished('three', 5));
    await vi.waitFor(async () => expect((await today())?.moved).not.toBeNull(), { timeout: 20_000 });
    const row = (await today())!;
    // it is open at noon, and closes sooner: those before it dried faster than in a usual room
    expect(row.moved).toMatchObject({ edge: 'closes', why: 'learned', at: NOW });
    expect(row.moved!.by).toBeLessThan(-5 * MINUTE);
    expect(row.next!.closes! - first.next!.closes! - row.moved!.by).toBeLessThan(10 * MINUTE);
    plans.close();
    await folder.close();
  });

  it('is planned on this thread where the built one is not there', async () => {
    const here = threadedPlanner('nowhere/plan.worker.js');
    await expect(here({ pieceId: 'x', entries: [] } as never, NOW)).resolves.toBeNull();
  });
});
