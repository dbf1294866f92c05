import { json, Router, type Response } from 'express';
import { DateTime } from 'luxon';
import { z } from 'zod';
import { bodies } from '../../api/entry.ts';
import type { FeedAnswer, WhatIfAnswer } from '../../api/index.ts';
import type { Instant } from '../../core/units/quantity.ts';
import type { Clock } from '../time/clock.ts';
import type { Jobs } from '../jobs/jobs.ts';
import { runSheetOf } from '../formats/runSheet.ts';
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
  clock: Clock;
  jobs: Jobs;
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

const paper = z.object({
  paper: z.enum(['A4', 'Letter'], { error: 'A run sheet is printed on A4 or Letter.' }).default('A4'),
});

/** Names of pieces, and of what is still to be made. */
function namesIn({ plans, weeks }: Pick<Sources, 'plans' | 'weeks'>): (id: string) => string {
  const names = new Map([
    ...plans.all().map(({ id, made }): [string, string] => [id, made.name]),
    ...weeks.answer().toMake.map(({ id, name }): [string, string] => [id, name]),
  ]);
  return (id) => names.get(id) ?? '';
}

/** The plan for calendars: as a file, and the address under which one follows it. */
export function calendarRoutes(from: Sources): Router {
  const { feed, jobs, clock } = from;
  const router = Router();
  const answer = (): FeedAnswer => ({ path: feed.token() && `/feed/${feed.token()}.ics` });
  router.get('/week/calendar', (request, response) => send(response, from, request.query));
  router.post('/week/what-if', json({ limit: '8kb' }), async (request, response) => {
    const parsed = bodies['studio.day'].safeParse(request.body);
    if (!parsed.success) return sendSchemaProblem(response, parsed.error);
    const answer: WhatIfAnswer = { whatIf: await from.weeks.whatIf(parsed.data) };
    response.json(answer);
  });
  router.get('/week/run-sheet', async (request, response) => {
    const parsed = paper.safeParse(request.query);
    if (!parsed.success) return sendSchemaProblem(response, parsed.error);
    const { plan } = from.weeks.answer();
    if (!plan)
      return sendProblem(response, 409, {
        code: 'no-plan-yet',
        field: null,
        message: 'The plan is still being worked out: print it once it is there.',
      });
    const { studio } = from.store.studio();
    const at = (format: string) => (instant: Instant) =>
      DateTime.fromMillis(instant, { zone: studio.zone, locale: 'en-GB' }).toFormat(format);
    const sheet = runSheetOf(plan, clock.now(), {
      title: `${studio.name}: plan of ${at('cccc d LLLL, HH:mm')(plan.at)}`,
      nameOf: namesIn(from),
      clockTime: at('HH:mm'),
      day: at('ccc d LLL'),
    });
    const pdf = await jobs.runSheet({ sheet, paper: parsed.data.paper });
    response.type('application/pdf').attachment('run-sheet.pdf').send(Buffer.from(pdf));
  });
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
export function feedRoute(from: Omit<Sources, 'jobs' | 'clock'>): Router {
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

function send(response: Response, from: Omit<Sources, 'jobs' | 'clock'>, asked: unknown): void {
  const { store, weeks } = from;
  const parsed = query.safeParse(asked);
  if (!parsed.success) return sendSchemaProblem(response, parsed.error);
  const { studio } = store.studio();
  const text = calendarOf(weeks.answer().plan, {
    name: studio.name,
    nameOf: namesIn(from),
    clockTime: (at) => DateTime.fromMillis(at, { zone: studio.zone }).toFormat('HH:mm'),
    alarmMinutes: parsed.data.alarm ?? null,
  });
  response
    .set('cache-control', 'no-store')
    .attachment('plan.ics')
    .type('text/calendar; charset=utf-8')
    .send(text);
}
