import { Router, json } from 'express';
import { z } from 'zod';
import { schema, type FileAnswer, type ReadingsPreview } from '../../api/index.ts';
import type { FileStore } from '../files/fileStore.ts';
import { sendProblem, sendSchemaProblem } from '../guard/problems.ts';

const FILE_LIMIT = 20 * 1024 * 1024;
const previewRequest = z.object({
  file: z.string().regex(/^[0-9a-f]{64}$/, 'Upload the file first.'),
  answers: schema.readingsAnswers,
});

/** Raw files in, and what can be read in them. */
export function readingsRoutes(files: FileStore): Router {
  const router = Router();

  router.post('/files', async (request, response) => {
    const taken = await files.take(request, FILE_LIMIT);
    if (!taken)
      return sendProblem(response, 413, {
        code: 'too-large',
        field: 'file',
        message:
          'The file is larger than 20 MB. Export a shorter time from the logger, and take it in parts. Nothing was kept of it.',
      });
    response.status(201).json(taken satisfies FileAnswer);
  });

  router.post('/readings/preview', json({ limit: '16kb' }), async (request, response) => {
    const parsed = previewRequest.safeParse(request.body);
    if (!parsed.success) return sendSchemaProblem(response, parsed.error);
    const { file, answers } = parsed.data;
    if (!files.has(file))
      return sendProblem(response, 422, {
        code: 'no-such-file',
        field: 'file',
        message: 'The file did not arrive: choose it again.',
      });
    const outcome = await files.climate(file, answers);
    if (!outcome.ok) return sendProblem(response, 422, outcome.problem);
    response.json(outcome.value.preview satisfies ReadingsPreview);
  });

  return router;
}
