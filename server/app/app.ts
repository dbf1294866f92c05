import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { Router, type Express } from 'express';
import onHeaders from 'on-headers';
import { CLOCK_HEADER } from '../../api/index.ts';
import type { Clock } from '../time/clock.ts';
import type { FileStore } from '../files/fileStore.ts';
import type { FilesLook } from '../files/look.ts';
import { actsFirst } from '../guard/actsFirst.ts';
import { createFeed, type Feed } from '../guard/feed.ts';
import { fromHere } from '../guard/hosts.ts';
import type { Pairing } from '../guard/pairing.ts';
import { nonceOf, policy } from '../guard/policy.ts';
import { onError, sendProblem } from '../guard/problems.ts';
import { createImporter } from '../archive/import.ts';
import { jobsHere, type Jobs } from '../jobs/jobs.ts';
import type { Plans } from '../planning/plans.ts';
import { actRoutes } from '../routes/acts.ts';
import { archiveRoutes } from '../routes/archive.ts';
import { tableRoutes } from '../routes/tables.ts';
import { photoRoutes } from '../routes/photos.ts';
import { readingsRoutes } from '../routes/readings.ts';
import { formatRoutes } from '../routes/formats.ts';
import { labelRoutes } from '../routes/labels.ts';
import { sensorRoutes } from '../routes/sensors.ts';
import { logAnswers } from '../routes/logAnswers.ts';
import { calendarRoutes, feedRoute } from '../routes/calendar.ts';
import { slipRoutes } from '../routes/slips.ts';
import { viewRoutes } from '../routes/views.ts';
import type { Weeks } from '../schedule/weeks.ts';
import { createShelf } from '../planning/tubShelf.ts';
import type { Sensors } from '../sensors/sensors.ts';
import type { Store } from '../store/store.ts';

export interface AppParts {
  store: Store;
  files: FileStore;
  clock: Clock;
  /** The built web application; null serves the API alone. */
  webFolder: string | null;
  hosts: string[];
  pairing: Pairing | null;
  tls: boolean;
  plans: Plans;
  weeks: Weeks;
  /** Where a calendar follows the plan. */
  feed?: Feed;
  chores?: Jobs;
  sensors?: Sensors;
  /** The look at the kept files. */
  look?: FilesLook;
}

const NONCE_MARK = '__NONCE__';

export function createApp(parts: AppParts): Express {
  const {
    store,
    files,
    clock,
    webFolder,
    hosts,
    pairing,
    tls,
    plans,
    weeks,
    feed = createFeed(null),
    chores = jobsHere(),
    sensors = null,
    look = null,
  } = parts;
  const app = express();
  app.disable('x-powered-by');
  app.use(policy(tls));
  app.use(fromHere(hosts));
  app.use(feedRoute({ store, plans, weeks, feed }));
  if (pairing) app.use(pairing.router, pairing.guard);
  app.use('/api', apiRoutes({ store, files, clock, plans, weeks, feed, chores, sensors, look }));
  if (webFolder) serveWeb(app, webFolder);
  app.use(onError);
  return app;
}

function apiRoutes({
  store,
  files,
  clock,
  plans,
  weeks,
  feed,
  chores,
  sensors,
  look,
}: Pick<AppParts, 'store' | 'files' | 'clock' | 'plans' | 'weeks'> & {
  feed: Feed;
  chores: Jobs;
  sensors: Sensors | null;
  look: FilesLook | null;
}): Router {
  const shelf = createShelf(store.ledger);
  const answers = logAnswers({ ledger: store.ledger, shelf, pieces: plans.all, clock });
  const importer = createImporter(store, files, chores);
  const api = Router();
  api.use((_request, response, next) => {
    // the time of the answer: one that is waited for must not set the asker's clock back to when it was asked
    onHeaders(response, () => response.setHeader(CLOCK_HEADER, String(Math.round(clock.now()))));
    response.set('cache-control', 'no-store');
    next();
  });
  api.use(actsFirst());
  api.use(
    viewRoutes({ store, plans, weeks, shelf, clock, answers }),
    calendarRoutes({ store, plans, weeks, feed, clock, jobs: chores }),
    slipRoutes(answers),
    labelRoutes(chores),
    formatRoutes(store, shelf, files, clock),
    actRoutes(store),
    readingsRoutes(files),
    photoRoutes(files),
    sensorRoutes(sensors),
    archiveRoutes(store, files, look, importer, clock),
    tableRoutes(store, plans, clock),
  );
  api.use((_request, response) =>
    sendProblem(response, 404, {
      code: 'no-such-route',
      field: null,
      message: 'There is nothing under this address.',
    }),
  );
  return api;
}

/** Every page is the application; its HTML carries the nonce of its response. */
function serveWeb(app: Express, folder: string): void {
  const index = join(folder, 'index.html');
  app.get('/sw.js', (_request, response) => {
    response.set('cache-control', 'no-store').sendFile(join(folder, 'sw.js'));
  });
  app.use(express.static(folder, { index: false, immutable: true, maxAge: '1y' }));
  app.get('/{*path}', (request, response) => {
    if (!existsSync(index) || !request.accepts('html'))
      return sendProblem(response, 404, {
        code: 'not-found',
        field: null,
        message: 'There is nothing under this address.',
      });
    const html = readFileSync(index, 'utf8').replaceAll(NONCE_MARK, nonceOf(response));
    response.set('cache-control', 'no-store').type('html').send(html);
  });
}
