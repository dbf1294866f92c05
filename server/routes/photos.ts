import { resolve } from 'node:path';
import { Router } from 'express';
import type { FileAnswer } from '../../api/index.ts';
import type { FileStore } from '../files.ts';
import { sendProblem } from '../guard/problems.ts';
import { photoAdmitted, photoType, PHOTO_LIMIT } from '../photo.ts';

/** Photographs in, and out again by the name of their contents. */
export function photoRoutes(files: FileStore): Router {
  const router = Router();

  router.post('/photos', async (request, response) => {
    const taken = await files.take(request, PHOTO_LIMIT);
    if (!taken)
      return sendProblem(response, 413, {
        code: 'too-large',
        field: 'file',
        message: 'The photograph is larger than 20 MB. Take a smaller one. Nothing was kept of it.',
      });
    const admitted = await photoAdmitted(files, taken.file);
    if (!admitted.ok) return sendProblem(response, 422, admitted.problem);
    response.status(201).json(taken satisfies FileAnswer);
  });

  router.get('/photos/:file', (request, response) => {
    const { file } = request.params;
    const found = /^[0-9a-f]{64}$/.test(file) && files.has(file) ? photoType(files, file) : null;
    if (!found)
      return sendProblem(response, 404, {
        code: 'no-such-photo',
        field: 'file',
        message: 'This photograph is not here: it may still be on the tablet that took it.',
      });
    response
      .set('cache-control', 'private, max-age=31536000, immutable')
      .type(found.type)
      .sendFile(resolve(files.path(file)));
  });

  return router;
}
