import { Router } from 'express';
import { sendProblem } from '../guard/problems.ts';
import type { LogAnswers } from './logAnswers.ts';

/** What the slip shelf's screens read. */
export function slipRoutes(answers: LogAnswers): Router {
  const router = Router();

  router.get('/shelf', (_request, response) => void response.json(answers.shelf()));

  router.get('/tubs/:id', (request, response) => {
    const answer = answers.tub(request.params.id);
    if (answer) return void response.json(answer);
    sendProblem(response, 404, {
      code: 'no-such-tub',
      field: 'id',
      message: 'This tub is not on the shelf. It may have been undone: go back to Slips.',
    });
  });

  router.get('/batches/:id', (request, response) => {
    const answer = answers.batch(request.params.id);
    if (answer) return void response.json(answer);
    sendProblem(response, 404, {
      code: 'no-such-batch',
      field: 'id',
      message: 'This batch is not in the log. It may have been undone: go back to Slips.',
    });
  });

  router.get('/bins', (_request, response) => void response.json(answers.bins()));

  return router;
}
