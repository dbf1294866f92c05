import { describe, expect, it, vi } from 'vitest';
import type { Entry } from '../core/log/entry.ts';
import { foldPiece, type PieceState } from '../core/log/piece.ts';
import { createLearning } from './learning.ts';
import { plannerHere, threadedPlanner, type Planner } from './planning.ts';
import { createPlans } from './plans.ts';
import { act, emptyFolder, entry, NOW, opened, pieceMade } from './testing/studio.ts';

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

describe('learning', () => {
  it(
    'is computed from finished pieces, serves the next, and is forgotten when set back',
    { timeout: 60_000 },
    async () => {
      const folder = await opened(emptyFolder());
      const { store } = folder;
      for (const [id, day] of [
        ['one', 2],
        ['two', 4],
      ] as const)
        for (const e of finished(id, day)) await store.keep(act(e));
      const plans = createPlans(store, plannerHere(), null);
      const learning = createLearning(store, plannerHere());
      const pieces = (): PieceState[] => ['one', 'two'].map((id) => foldPiece(id, store.entriesAbout(id))!);
      expect(learning.answer().lessons).toEqual([]);
      await learning.study(pieces(), plans.caseOf);
      const { learned, lessons } = learning.answer();
      expect(lessons.map((lesson) => lesson.pieceId)).toEqual(['one', 'two']);
      const air = learned.find((l) => l.unknown === 'air')!;
      expect(air).toMatchObject({ id: 'room-default', pieces: 2, checks: 2 });
      expect(air.mean).toBeGreaterThan(0.05);
      expect(learning.prior('room-default', 'clay-default').air!.mean).toBeCloseTo(air.mean, 9);

      await store.keep(act(entry('learning.reset', 'room-default', {}, new Date(NOW).toISOString())));
      expect(learning.prior('room-default', 'clay-default').air).toBeUndefined();
      expect(learning.prior('room-default', 'clay-default').diffusion).toBeDefined();
      await folder.close();
    },
  );

  it(
    'takes over what another studio has learned, as a lesson among its own',
    { timeout: 60_000 },
    async () => {
      const folder = await opened(emptyFolder());
      const { store } = folder;
      const learning = createLearning(store, plannerHere());
      const taught = (mean: number, at: string) =>
        entry(
          'learning.taught',
          'room-default',
          { belief: { air: { mean, sigma: 0.1 } }, pieces: 4, checks: 9, from: 'elsewhere.json' },
          at,
        );
      await store.keep(act(taught(0.3, '2026-03-01T08:00:00.000Z')));
      await learning.study([], () => Promise.resolve(null));
      expect(learning.prior('room-default', 'clay-default').air!.mean).toBe(0.3);
      expect(learning.prior('room-default', 'clay-default').diffusion).toBeUndefined();
      expect(learning.answer().learned).toMatchObject([{ unknown: 'air', pieces: 4, checks: 9, mean: 0.3 }]);

      for (const e of finished('one', 3)) await store.keep(act(e));
      const plans = createPlans(store, plannerHere(), null);
      const piece = foldPiece('one', store.entriesAbout('one'))!;
      await learning.study([piece], plans.caseOf);
      const { lessons, learned } = learning.answer();
      expect(lessons.map(({ pieceId }) => pieceId)).toEqual([null, 'one']);
      expect(learned.find((l) => l.unknown === 'air')).toMatchObject({ pieces: 5, checks: 10 });
      expect(lessons[1]!.belief.air!.mean).toBeGreaterThan(0.1);

      const reset = entry('learning.reset', 'room-default', {}, new Date(NOW).toISOString());
      await store.keep(act(reset));
      expect(learning.prior('room-default', 'clay-default').air).toBeUndefined();
      await folder.close();
    },
  );

  it('goes on showing and learning from the others when one piece cannot be planned', async () => {
    const folder = await opened(emptyFolder());
    const { store } = folder;
    for (const e of [...finished('good', 3), ...finished('bad', 4), pieceMade('open'), pieceMade('odd')])
      await store.keep(act(e));
    const here = plannerHere();
    const complaints: string[] = [];
    const complain = vi.spyOn(console, 'error').mockImplementation((words: string) => {
      complaints.push(words);
    });
    const planner: Planner = (given, ...rest) =>
      given.pieceId === 'bad' || given.pieceId === 'odd'
        ? Promise.reject(new Error('no such wall'))
        : here(given, ...rest);
    const plans = createPlans(store, planner, null);
    expect((await plans.bench(NOW)).map(({ pieceId }) => pieceId)).toEqual(['open']);
    await vi.waitFor(() => expect(plans.learned().lessons.map(({ pieceId }) => pieceId)).toEqual(['good']), {
      timeout: 20_000,
    });
    expect(complaints.some((words) => words.includes('no such wall'))).toBe(true);
    complain.mockRestore();
    await folder.close();
  });

  it('is planned on this thread where the built one is not there', async () => {
    const here = threadedPlanner('nowhere/plan.worker.js');
    await expect(here({ pieceId: 'x', entries: [] } as never, NOW)).resolves.toBeNull();
  });
});
