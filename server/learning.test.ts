import { describe, expect, it } from 'vitest';
import type { Entry } from '../core/log/entry.ts';
import { foldPiece, type PieceState } from '../core/log/piece.ts';
import { createLearning } from './learning.ts';
import { planHere, threadedPlanner } from './planning.ts';
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
      const plans = createPlans(store, planHere, null);
      const learning = createLearning(store, planHere);
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

  it('is planned on this thread where the built one is not there', async () => {
    expect(threadedPlanner('nowhere/plan.worker.js')).toBe(planHere);
    await expect(planHere({ pieceId: 'x', entries: [] } as never, NOW)).resolves.toBeNull();
  });
});
