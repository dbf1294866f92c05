import { Router, type Response } from 'express';
import { DateTime } from 'luxon';
import { z } from 'zod';
import type { FeedAnswer } from '../../api/index.ts';
import type { Store } from '../store/store.ts';
import { calendarOf } from '../formats/calendar.ts';
import type { Feed } from '../guard/feed.ts';
import { sendProblem, sendSchemaProblem } from '../guard/problems.ts';
import type { Plans } from '../planning/plans.ts';
import type { Weeks } from '../schedule/weeks.ts';

interface Sources {
  store: Store;
  plans: Plans;
  weeks: Weeks;
  feed: Feed;
}

const DAY_MINUTES = 24 * 60;
const query = z.object({
  alarm: z.coerce
    .number({ error: 'An alarm is a whole number of minutes before a session.' })
    .int('An alarm is a whole number of minutes before a session.')
    .min(0, 'An alarm is at least 0 minutes before a session.')
    .max(DAY_MINUTES, 'An alarm is at most a day before a session: 1440 minutes.')
    .optional(),
});

/** The plan for calendars: as a file, and the address under which one follows it. */
export function calendarRoutes(from: Sources): Router {
  const { feed } = from;
  const router = Router();
  const answer = (): FeedAnswer => ({ path: feed.token() && `/feed/${feed.token()}.ics` });
  router.get('/week/calendar', (request, response) => send(response, from, request.query));
  router.get('/feed', (_request, response) => void response.json(answer()));
  router.post('/feed', (_request, response) => {
    feed.make();
    response.json(answer());
  });
  router.delete('/feed', (_request, response) => {
    feed.withdraw();
    response.json(answer());
  });
  return router;
}

/** The plan under its address: for whoever knows it, paired or not. */
export function feedRoute(from: Sources): Router {
  const router = Router();
  router.get('/feed/:token.ics', (request, response) => {
    if (!from.feed.isRight(request.params.token))
      return sendProblem(response, 404, {
        code: 'no-such-feed',
        field: 'token',
        message: 'This address was withdrawn, or never was: make a new one on the page Plan.',
      });
    send(response, from, request.query);
  });
  return router;
}

function send(response: Response, { store, plans, weeks }: Sources, asked: unknown): void {
  const parsed = query.safeParse(asked);
  if (!parsed.success) return sendSchemaProblem(response, parsed.error);
  const { studio } = store.studio();
  const names = new Map(plans.all().map(({ id, made }) => [id, made.name]));
  const text = calendarOf(weeks.answer().plan, {
    name: studio.name,
    nameOf: (pieceId) => names.get(pieceId) ?? '',
    clockTime: (at) => DateTime.fromMillis(at, { zone: studio.zone }).toFormat('HH:mm'),
    alarmMinutes: parsed.data.alarm ?? null,
  });
  response
    .set('cache-control', 'no-store')
    .attachment('plan.ics')
    .type('text/calendar; charset=utf-8')
    .send(text);
}
