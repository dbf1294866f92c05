import { Router } from 'express';
import { z } from 'zod';
import type {
  TodayAnswer,
  GuideAnswer,
  KilnAnswer,
  LayersAnswer,
  LearningCasesAnswer,
  PieceAnswer,
  PiecesAnswer,
  PossibleAnswer,
  RoomsAnswer,
} from '../../api/index.ts';
import type { Clock } from '../time/clock.ts';
import { sendProblem, sendSchemaProblem } from '../guard/problems.ts';
import type { Plans } from '../planning/plans.ts';
import type { MakingMeant } from '../../core/schedule/making.ts';
import { groupsToMake, type GroupToMake } from '../planning/toMake.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import type { PieceState } from '../../core/log/piece.ts';
import type { Weeks } from '../schedule/weeks.ts';
import type { Shelf } from '../planning/tubShelf.ts';
import { entriesOf, type StudioSet } from '../../core/log/entry.ts';
import { nightTime, workingTime } from '../../core/time/hours.ts';
import { DAY, type Instant } from '../../core/units/quantity.ts';
import { groupsOf, guidesOf } from '../../core/log/group.ts';
import { readsIn } from '../../core/log/studio.ts';
import { kilnsOf, loadsOf } from '../../core/log/kilnLoad.ts';
import { dues, isPast } from '../../core/plan/standing.ts';
import { entriesAbout, logOf } from '../../core/log/ledger.ts';
import type { Store } from '../store/store.ts';
import type { LogAnswers } from './logAnswers.ts';
import { together } from './together.ts';

/** The whole log is fitted over as many pieces, the latest. */
const LATEST_PIECES = 300;

const piecesQuery = z.object({
  which: z.enum(['open', 'finished'], { error: 'Pieces are asked for as open or finished.' }).default('open'),
  search: z.string().max(200, 'The search is longer than 200 characters: shorten it.').default(''),
  room: z.string().max(200).exactOptional(),
  maker: z.string().max(200).exactOptional(),
  group: z.string().max(200).exactOptional(),
  technique: z.string().max(200).exactOptional(),
  due: z
    .enum(dues, { error: `Pieces are asked for as ${dues.slice(0, -1).join(', ')} or ${dues.at(-1)}.` })
    .exactOptional(),
  page: z.coerce
    .number({ error: 'A page is a whole number from 0.' })
    .int('A page is a whole number from 0.')
    .min(0, 'Pages begin at 0.')
    .default(0),
});

const layersQuery = z.object({
  pieces: z
    .string({ error: 'The pieces are asked for by their ids, with commas between.' })
    .max(8000, 'Layers of at most 200 pieces are asked for at once.')
    .transform((ids) => ids.split(',').filter((id) => id !== '')),
});

/** The working time and the nights around a moment. */
const dayOf = (studio: StudioSet, now: Instant): Pick<TodayAnswer, 'sessions' | 'nights'> => ({
  sessions: workingTime(studio, now - DAY / 2, now + 2 * DAY),
  nights: nightTime(studio, now - DAY / 2, now + 2 * DAY),
});

/** What the views are answered from. */
interface Sources {
  store: Store;
  plans: Plans;
  weeks: Weeks;
  shelf: Shelf;
  clock: Clock;
  answers: LogAnswers;
  /** Answers one question for all who ask it at once. */
  answered: ReturnType<typeof together>;
}

/** What the screens read: all of it computed from the log. */
export function viewRoutes(of: Omit<Sources, 'answered'>): Router {
  const router = Router();
  const from: Sources = { ...of, answered: together(() => of.store.ledger.changes) };
  studioViews(router, from);
  todayViews(router, from);
  pieceViews(router, from);
  return router;
}

async function pieceAnswer({ store, plans, clock }: Sources, id: string): Promise<PieceAnswer> {
  const now = clock.now();
  const given = await plans.caseOf(id, now);
  const known = plans.answersOf(id);
  const answers = known && !isPast(known.answers, now) ? known.answers : null;
  return {
    given: given?.ok ? given.value : null,
    unplanned: !given ? 'undone' : given.ok ? null : { message: given.problem.message },
    answers,
    moved: answers && known!.moved,
    meant: plans.meantOf(id),
    wantedAt: plans.wantedOf(id),
    thicknessM: known?.thicknessM ?? null,
    acts: logOf(store.ledger, 'piece', id),
    look: plans.lookOf(id),
    sensor: plans.sensorOf(id),
  };
}

function studioViews(router: Router, { store, plans, clock, answers }: Sources): void {
  router.get(
    '/clock',
    (_request, response) => void response.json({ now: clock.now(), workshopTime: clock.workshopTime }),
  );

  router.get('/studio', (_request, response) => void response.json(answers.studio()));

  router.get('/rooms', async (_request, response) => {
    const answer: RoomsAnswer = {};
    for (const { id } of store.studio().rooms) {
      const read = readsIn(entriesAbout(store.ledger, 'room', id)).at(-1) ?? null;
      answer[id] = { measured: await store.measured(id), read };
    }
    response.json(answer);
  });

  router.get('/learning', (_request, response) => void response.json(plans.learned()));

  router.get('/learning/cases', async (_request, response) => {
    const cases: LearningCasesAnswer = await plans.inputs(LATEST_PIECES, clock.now());
    response.json(cases);
  });

  router.get('/techniques', (_request, response) => void response.json(answers.techniques()));
}

/** What is lost if nobody comes, by name. */
const nobodyOf = (nobody: WeekPlan['nobody'], pieces: readonly PieceState[]): TodayAnswer['nobody'] =>
  nobody && {
    session: nobody.session,
    lost: nobody.lost.flatMap((id) => pieces.find((piece) => piece.id === id)?.made.name ?? []),
  };

/** What is to be made, by name: no more than is left to make. */
const makingOf = (makings: MakingMeant[], left: GroupToMake[]): TodayAnswer['making'] =>
  makings.flatMap((making) => {
    const of = left.find(({ group }) => group.id === making.groupId);
    if (!of) return [];
    const { group, unmade } = of;
    const count = Math.min(making.count, unmade.count);
    return [{ ...making, count, name: unmade.made.name, groupName: group.set.name }];
  });

function todayViews(router: Router, from: Sources): void {
  const { store, plans, weeks, shelf, clock, answered } = from;
  const todayAnswer = async (): Promise<TodayAnswer> => {
    const now = clock.now();
    weeks.keepUp();
    return {
      at: now,
      pieces: await plans.today(now),
      toLearn: plans.toLearn(),
      reminders: shelf.reminders(now),
      groups: groupsOf(store.ledger).filter(({ closed }) => !closed),
      guides: guidesOf(store.ledger),
      ...dayOf(store.studio().studio, now),
      nobody: nobodyOf(weeks.nobody(), plans.all()),
      making: makingOf(weeks.makings(), groupsToMake(store, plans.all(), now)),
    };
  };
  router.get('/today', (_request, response) => answered(response, 'today', todayAnswer));

  router.get('/week', (_request, response) => void response.json(weeks.answer()));
  router.get('/week/possible/:id', async ({ params: { id } }, response) => {
    const answer: PossibleAnswer = { possible: await weeks.possible(id) };
    response.json(answer);
  });

  router.get('/kiln', (_request, response) => {
    const all = loadsOf(store.ledger).filter(({ set }) => !set.over);
    const open = all.filter(({ unloadedAt }) => unloadedAt === null);
    const done = all.filter(({ unloadedAt }) => unloadedAt !== null).slice(0, 5);
    response.json({
      kilns: kilnsOf(store.ledger),
      loads: [...open, ...done],
      rows: plans.forKiln(clock.now()),
      groups: groupsOf(store.ledger).filter(({ closed }) => !closed),
    } satisfies KilnAnswer);
  });

  router.get('/guides/:id', async (request, response) => {
    const set = entriesOf(store.entriesAbout('guide', request.params.id), 'guide.set').at(-1)?.body;
    if (!set)
      return sendProblem(response, 404, {
        code: 'no-such-guide',
        field: 'id',
        message: 'This guide is not in the log: begin one from Today.',
      });
    // so that each is worked out though nobody looks at Today
    await plans.today(clock.now());
    const answer: GuideAnswer = { over: set.over, pieces: [] };
    for (const pieceId of set.pieces)
      if (plans.lookOf(pieceId)) answer.pieces.push({ pieceId, ...(await pieceAnswer(from, pieceId)) });
    response.json(answer);
  });
}

function pieceViews(router: Router, from: Sources): void {
  const { store, plans, clock, answers, answered } = from;
  router.get('/pieces', async (request, response) => {
    const asked = piecesQuery.safeParse(request.query);
    if (!asked.success) return sendSchemaProblem(response, asked.error);
    await answered(response, `pieces ${JSON.stringify(asked.data)}`, (): PiecesAnswer =>
      plans.pieces(asked.data, clock.now()),
    );
  });

  router.get('/forms', (_request, response) => void response.json(answers.forms()));

  router.get('/layers', (request, response) => {
    const asked = layersQuery.safeParse(request.query);
    if (!asked.success) return sendSchemaProblem(response, asked.error);
    response.json({ pieces: plans.layersOf(asked.data.pieces) } satisfies LayersAnswer);
  });

  router.get('/pieces/:id', async (request, response) => {
    const { id } = request.params;
    const acts = logOf(store.ledger, 'piece', id);
    if (acts.length === 0)
      return sendProblem(response, 404, {
        code: 'no-such-piece',
        field: 'id',
        message: 'This piece is not in the log: go back to Pieces.',
      });
    await answered(response, `piece ${id}`, () => pieceAnswer(from, id));
  });

  router.get('/pieces/:id/plan', async (request, response) => {
    const whole = await plans.whole(request.params.id, clock.now());
    if (!whole)
      return sendProblem(response, 404, {
        code: 'no-plan',
        field: 'id',
        message: 'This piece is not planned: its making was undone, or it is not in the log.',
      });
    if (!whole.ok) return sendProblem(response, 422, whole.problem);
    response.type('json').send(whole.value);
  });
}
