import { Router } from 'express';
import type { FilesAnswer } from '../../api/index.ts';
import { sendExport } from '../archive/export.ts';
import type { Importer } from '../archive/import.ts';
import type { Clock } from '../time/clock.ts';
import type { FileStore } from '../files/fileStore.ts';
import type { FilesLook } from '../files/look.ts';
import { sendProblem } from '../guard/problems.ts';
import type { Store } from '../store/store.ts';

export function archiveRoutes(
  store: Store,
  files: FileStore,
  look: FilesLook | null,
  importer: Importer,
  clock: Clock,
): Router {
  const router = Router();
  router.get('/files', (_request, response) => {
    response.json((look?.answer() ?? { looked: 0, of: 0, lacking: [] }) satisfies FilesAnswer);
  });
  router.get('/export', (_request, response) => sendExport(response, store, files, clock.now()));
  router.post('/import', async (request, response) => {
    const outcome = await importer.take(request);
    if (!outcome.ok) return sendProblem(response, 422, outcome.problem);
    response.json(outcome.value);
  });
  router.get('/import', (_request, response) => void response.json(importer.progress()));
  router.delete('/import', (_request, response) => {
    importer.stop();
    response.status(204).end();
  });
  return router;
}
