import { Router, json, type Request, type Response } from 'express';
import { formatRequest, type FormatPreview, type FormatTaken } from '../../api/formats.ts';
import type { Clock } from '../time/clock.ts';
import type { FileStore } from '../files/fileStore.ts';
import { measurementsCsv, measurementsJson } from '../formats/measurements.ts';
import { recipesCsv, recipesJson } from '../formats/recipes.ts';
import { nothingGood, readFormat, type Read } from '../formats/take.ts';
import { sendProblem, sendSchemaProblem } from '../guard/problems.ts';
import type { Shelf } from '../planning/tubShelf.ts';
import type { Store } from '../store/store.ts';

/** Recipes and measurements in open formats, out and in. */
export function formatRoutes(store: Store, shelf: Shelf, files: FileStore, clock: Clock): Router {
  const router = Router();
  const withEntries = () => shelf.tubs().map((tub) => ({ tub, entries: store.entriesAbout('tub', tub.id) }));
  const download = (response: Response, name: string, type: string, body: string) =>
    void response.attachment(name).type(type).send(body);

  router.get('/formats/recipes.csv', (_q, response) =>
    download(response, 'recipes.csv', 'text/csv', recipesCsv(shelf.catalogue())),
  );
  router.get('/formats/recipes.json', (_q, response) =>
    download(response, 'recipes.json', 'json', JSON.stringify(recipesJson(shelf.catalogue()), null, 2)),
  );
  router.get('/formats/measurements.csv', (_q, response) =>
    download(response, 'measurements.csv', 'text/csv', measurementsCsv(withEntries(), shelf.catalogue())),
  );
  router.get('/formats/measurements.json', (_q, response) => {
    const body = measurementsJson(withEntries(), shelf.catalogue());
    download(response, 'measurements.json', 'json', JSON.stringify(body, null, 2));
  });

  /** The file a request names, read; null where the problem has been sent. */
  const readOf = (request: Request, response: Response): (Read & { skipBad: boolean }) | null => {
    const parsed = formatRequest.safeParse(request.body);
    if (!parsed.success) {
      sendSchemaProblem(response, parsed.error);
      return null;
    }
    const { file, kind, makerId, skipBad } = parsed.data;
    if (!files.has(file)) {
      sendProblem(response, 422, {
        code: 'no-such-file',
        field: 'file',
        message: 'The file did not arrive: choose it again.',
      });
      return null;
    }
    const outcome = readFormat(files.read(file), file, kind, makerId, store, shelf, clock.now());
    if (outcome.ok) return { ...outcome.value, skipBad };
    sendProblem(response, 422, outcome.problem);
    return null;
  };

  router.post('/formats/preview', json({ limit: '16kb' }), (request, response) => {
    const read = readOf(request, response);
    if (read) response.json(read.preview satisfies FormatPreview);
  });

  router.post('/formats/take', json({ limit: '16kb' }), async (request, response) => {
    const read = readOf(request, response);
    if (!read) return;
    const { preview, acts, skipBad } = read;
    const [first] = preview.bad;
    if (first && !skipBad)
      return sendProblem(response, 422, {
        code: 'bad-rows',
        field: 'file',
        message: `${preview.badCount} rows cannot be taken, the first at line ${first.line}: ${first.message}. Take the good ones only, or mend the file.`,
      });
    if (preview.good === 0) return sendProblem(response, 422, nothingGood);
    const kept = await store.keepAll(acts);
    if ('problem' in kept) return sendProblem(response, 422, kept.problem);
    response.status(201).json({ entries: preview.good } satisfies FormatTaken);
  });

  return router;
}
