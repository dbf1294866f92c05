import { Router } from 'express';
import type { BatchAnswer, BinsAnswer, TubAnswer } from '../../api/index.ts';
import type { Clock } from '../time/clock.ts';
import { sendProblem } from '../guard/problems.ts';
import type { Shelf } from '../planning/tubShelf.ts';
import { logOf, type Ledger } from '../../core/log/ledger.ts';

/** What the slip shelf's screens read. */
export function slipRoutes(ledger: Ledger, shelf: Shelf, clock: Clock): Router {
  const router = Router();

  router.get('/shelf', (_request, response) => void response.json(shelf.answer(clock.now())));

  router.get('/tubs/:id', (request, response) => {
    const { id } = request.params;
    const found = shelf.tub(id, clock.now());
    if (!found)
      return sendProblem(response, 404, {
        code: 'no-such-tub',
        field: 'id',
        message: 'This tub is not on the shelf. It may have been undone: go back to Slips.',
      });
    const answer: TubAnswer = {
      shelf: found,
      catalogue: shelf.catalogue(),
      trials: shelf.trialsOf(id),
      acts: logOf(ledger, 'tub', id),
    };
    response.json(answer);
  });

  router.get('/batches/:id', (request, response) => {
    const { id } = request.params;
    const batch = shelf.batch(id);
    if (!batch)
      return sendProblem(response, 404, {
        code: 'no-such-batch',
        field: 'id',
        message: 'This batch is not in the log. It may have been undone: go back to Slips.',
      });
    const answer: BatchAnswer = { batch, catalogue: shelf.catalogue(), acts: logOf(ledger, 'batch', id) };
    response.json(answer);
  });

  router.get('/bins', (_request, response) => {
    const bins = shelf.bins();
    // an act over several bins is one act
    const acts = new Map(bins.flatMap(({ id }) => logOf(ledger, 'bin', id)).map((act) => [act.id, act]));
    const answer: BinsAnswer = { bins, acts: [...acts.values()] };
    response.json(answer);
  });

  return router;
}
