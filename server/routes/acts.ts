import { Router, json } from 'express';
import { ACT_BYTES, type ActAnswer } from '../../api/index.ts';
import { sendProblem, sendSchemaProblem } from '../guard/problems.ts';
import { readAct } from '../guard/readAct.ts';
import type { Store } from '../store/store.ts';

/** The one way anything is logged. */
export function actRoutes(store: Store): Router {
  const router = Router();
  router.post('/acts', json({ limit: ACT_BYTES }), async (request, response) => {
    const parsed = await readAct(request.body);
    if (!parsed.success) return sendSchemaProblem(response, parsed.error);
    const kept = await store.keep(parsed.data);
    if (kept.kind === 'refused') {
      const all = kept.all.map(({ field, message }) => ({ field, message }));
      return sendProblem(response, 422, kept.problem, all);
    }
    if (kept.kind === 'conflict') {
      return sendProblem(response, 409, {
        code: 'differs',
        field: 'id',
        message: 'Something else was logged under this act’s name. Reload, and log it again.',
      });
    }
    const answer: ActAnswer = { n: kept.act.n, recordedAt: kept.act.recordedAt, again: kept.again };
    response.status(kept.again ? 200 : 201).json(answer);
  });
  return router;
}
