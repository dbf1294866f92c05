import { Router } from 'express';
import type { BenchAnswer, LearningCasesAnswer, PieceAnswer, StudioAnswer } from '../../api/index.ts';
import type { Clock } from '../clock.ts';
import { sendProblem } from '../guard/problems.ts';
import type { Plans } from '../plans.ts';
import type { Shelf } from '../shelf.ts';
import { actsAbout, type Store } from '../store.ts';

/** The whole log is fitted over as many pieces, the latest. */
const LATEST_PIECES = 300;

/** What the screens read: all of it computed from the log. */
export function viewRoutes(store: Store, plans: Plans, shelf: Shelf, clock: Clock): Router {
  const router = Router();

  router.get(
    '/clock',
    (_request, response) => void response.json({ now: clock.now(), workshopTime: clock.workshopTime }),
  );

  router.get('/studio', (_request, response) => {
    const answer: StudioAnswer = {
      ...store.studio(),
      workshopTime: clock.workshopTime,
      pieces: plans.rows(clock.now()).length,
      tubs: shelf.tubs().length,
    };
    response.json(answer);
  });

  router.get('/bench', async (_request, response) => {
    const now = clock.now();
    const answer: BenchAnswer = { at: now, pieces: await plans.bench(now), reminders: shelf.reminders(now) };
    response.json(answer);
  });

  router.get('/learning', (_request, response) => void response.json(plans.learned()));

  router.get('/learning/cases', async (_request, response) => {
    const cases: LearningCasesAnswer = await plans.cases(LATEST_PIECES);
    response.json(cases);
  });

  router.get('/pieces', (_request, response) => void response.json(plans.rows(clock.now())));

  router.get('/pieces/:id', async (request, response) => {
    const { id } = request.params;
    const given = await plans.caseOf(id);
    if (!given)
      return sendProblem(response, 404, {
        code: 'no-such-piece',
        field: 'id',
        message: 'This piece is not in the log. It may have been undone: go back to Pieces.',
      });
    const answer: PieceAnswer = { given, acts: actsAbout(store, id) };
    response.json(answer);
  });

  return router;
}
