import { Router, json } from 'express';
import { z } from 'zod';
import type { LabelsRequest } from '../../api/index.ts';
import type { Jobs } from '../jobs/jobs.ts';
import { sendSchemaProblem } from '../guard/problems.ts';

const request = z.object({
  paper: z.enum(['A4', 'Letter'], { error: 'Labels are printed on A4 or Letter.' }),
  labels: z
    .array(
      z.object({
        title: z.string().min(1, 'A label needs a name.').max(120),
        lines: z.array(z.string().max(300)).max(12),
        path: z
          .string()
          .regex(/^\/[\w/-]*$/, 'A label leads to a page of this studio.')
          .nullable(),
      }),
    )
    .min(1, 'Choose at least one label.')
    .max(400, 'At most 400 labels at once: print them in parts.'),
});

/** Labels to print. Their codes lead back here under the address the page was asked for. */
export function labelRoutes(chores: Jobs): Router {
  const router = Router();
  router.post('/labels', json({ limit: '512kb' }), async (asked, response) => {
    const parsed = request.safeParse(asked.body);
    if (!parsed.success) return sendSchemaProblem(response, parsed.error);
    const origin = `${asked.protocol}://${asked.get('host')}`;
    const pdf = await chores.labels({ asked: parsed.data satisfies LabelsRequest, origin });
    response.type('application/pdf').send(Buffer.from(pdf));
  });
  return router;
}
