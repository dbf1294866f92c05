import { resolve } from 'node:path';
import { Router } from 'express';
import type { FileAnswer } from '../../api/index.ts';
import type { FileStore } from '../files/fileStore.ts';
import { photoAdmitted, photoType, PHOTO_LIMIT } from '../files/photo.ts';
import { sendProblem } from '../guard/problems.ts';

/** Photographs in, and out again by the name of their contents. */
export function photoRoutes(files: FileStore): Router {
  const router = Router();

  router.post('/photos', async (request, response) => {
    const received = await files.receive(request, PHOTO_LIMIT);
    if (!received)
      return sendProblem(response, 413, {
        code: 'too-large',
        field: 'file',
        message: 'The photograph is larger than 20 MB. Take a smaller one. Nothing was kept of it.',
      });
    try {
      const admitted = await photoAdmitted(received.path);
      if (!admitted.ok) return sendProblem(response, 422, admitted.problem);
      received.keep();
    } finally {
      received.drop();
    }
    const { file, bytes } = received;
    response.status(201).json({ file, bytes } satisfies FileAnswer);
  });

  router.get('/photos/:file', (request, response) => {
    const { file } = request.params;
    const found = /^[0-9a-f]{64}$/.test(file) && files.has(file) ? photoType(files.path(file)) : null;
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
