import { Router } from 'express';
import { sendExport } from '../archive/export.ts';
import { takeImport } from '../archive/import.ts';
import type { Clock } from '../clock.ts';
import type { FileStore } from '../files.ts';
import { sendProblem } from '../guard/problems.ts';
import type { Store } from '../store.ts';

export function archiveRoutes(store: Store, files: FileStore, clock: Clock): Router {
  const router = Router();
  router.get('/export', (_request, response) => sendExport(response, store, files, clock.now()));
  router.post('/import', async (request, response) => {
    const outcome = await takeImport(request, store, files);
    if (!outcome.ok) return sendProblem(response, 422, outcome.problem);
    response.json(outcome.value);
  });
  return router;
}
