import { Readable } from 'node:stream';
import { Router, type Response } from 'express';
import { DateTime } from 'luxon';
import { logCsv, piecesCsv, readingsCsv } from '../archive/tables.ts';
import type { Clock } from '../time/clock.ts';
import type { Plans } from '../planning/plans.ts';
import type { Store } from '../store/store.ts';

/** Pieces, log and readings as CSV, for a spreadsheet. */
export function tableRoutes(store: Store, plans: Plans, clock: Clock): Router {
  const router = Router();
  const send = (response: Response, name: string, table: AsyncIterable<string>) => {
    const day = DateTime.fromMillis(clock.now(), { zone: store.studio().studio.zone }).toFormat('yyyy-LL-dd');
    response.type('text/csv').attachment(`kosmema-${name}-${day}.csv`);
    const stream = Readable.from(table);
    // the answer has begun: whoever waits for it hears that it broke off
    stream.on('error', (error) => {
      console.error(`A table broke off: ${String(error)}`);
      response.destroy(error);
    });
    response.on('close', () => stream.destroy());
    stream.pipe(response);
  };
  router.get('/tables/pieces.csv', (_request, response) =>
    send(response, 'pieces', piecesCsv(plans, clock.now())),
  );
  router.get('/tables/log.csv', (_request, response) => send(response, 'log', logCsv(store)));
  router.get('/tables/readings.csv', (_request, response) => send(response, 'readings', readingsCsv(store)));
  return router;
}
