import { beforeAll, describe, expect, it } from 'vitest';
import { defaultStudio } from '../../core/log/studio.ts';
import type { PieceMade } from '../../core/log/entry.ts';
import { caseOf, cruetMade, hoursOn, MADE } from '../../core/piece/piece.test-support.ts';
import { rememberedPlannings, type PieceGiven } from '../../core/schedule/planning.ts';
import { asMadeAt } from '../../core/schedule/ahead.ts';
import { coverMeantAt } from '../../core/schedule/meant.ts';
import { asToday } from '../../core/log/upcast.test-support.ts';
import { possible } from '../../core/schedule/relax.ts';
import type { Solver } from '../../core/schedule/solver.ts';
import { planWeek } from '../../core/schedule/week.ts';
import type { WeekPlan } from '../../core/schedule/weekPlan.ts';
import { DAY, MINUTE } from '../../core/units/quantity.ts';
import { createSolver } from './solver.ts';

let solver: Solver;
beforeAll(async () => {
  solver = await createSolver();
});

const NOW = hoursOn(1);
const evenings = {
  zone: 'Etc/UTC',
  hours: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, fromMinute: 18 * 60 + 30, toMinute: 21 * 60 })),
};
/** A cruet of its own, its wall so thick. */
const cruet = (pieceId: string, wallM: number, change: Parameters<typeof cruetMade>[0] = {}): PieceGiven => {
  const form = { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM, mouth: 'open' } as const;
  const made = { ...cruetMade({ form, ...change }), subject: pieceId };
  return {
    facts: { ...caseOf([made]), pieceId, studio: { ...defaultStudio, ...evenings } },
    due: null,
    ownHands: false,
  };
};
const { planningOf, tryOut } = rememberedPlannings(20);
const plan = (
  pieces: PieceGiven[],
  more: { before?: WeekPlan; now?: number; onStep?: () => boolean } = {},
) => {
  const { now = NOW, ...rest } = more;
  return planWeek(pieces, evenings, now, { solver, planningOf, ...rest });
};
const pieces = [cruet('a', 0.006), cruet('b', 0.007), cruet('c', 0.009)];
const sessionsOf = ({ pieces }: WeekPlan) =>
  pieces.map(({ tasks }) => tasks.map(({ steps, session }) => [steps[0]!.key, session.to]));

describe('the week of three cruets over evenings', () => {
  let week: WeekPlan;
  beforeAll(() => {
    week = plan(pieces)!;
  });

  it('has each task in a session, in order, one pair of hands at one thing at a time', () => {
    const all = week.pieces.flatMap(({ tasks }) => tasks).sort((a, b) => a.at - b.at);
    expect(all.length).toBeGreaterThan(6);
    for (const { session, at, lengthMs } of all) {
      expect(week.sessions).toContainEqual(session);
      expect(at).toBeGreaterThanOrEqual(session.from);
      expect(at + lengthMs).toBeLessThanOrEqual(session.to + 10 * MINUTE);
    }
    for (const [i, { at }] of all.entries())
      if (i > 0 && all[i - 1]!.session.to === all[i]!.session.to)
        expect(at).toBeGreaterThanOrEqual(all[i - 1]!.at + all[i - 1]!.handsMs - 1);
    for (const { tasks } of week.pieces)
      expect(tasks.map(({ at }) => at)).toEqual(tasks.map(({ at }) => at).sort((a, b) => a - b));
    expect(week.value).toBeLessThanOrEqual(week.bound);
  });

  it('says chances that were lived through, and changes covers only while hands are there', () => {
    const attended = (at: number) =>
      at === week.at || week.sessions.some(({ from, to }) => at >= from && at <= to);
    for (const { tasks, covers, chance } of week.pieces) {
      expect(chance).toBeLessThanOrEqual(Math.min(...tasks.map((of) => of.chance)) + 1e-9);
      for (const { at } of covers) expect(attended(at), new Date(at).toISOString()).toBe(true);
    }
    // a cruet of 6 mm is bone dry in a day: without covers nothing of it could be done in evenings
    expect(week.pieces[0]!.covers.some(({ cover }) => cover !== 'open')).toBe(true);
  });

  it('says whose tasks cannot wait, and who is lost if nobody comes', () => {
    const { nobody, sessions } = week;
    const first = Math.min(...week.pieces.flatMap(({ tasks }) => tasks.map(({ session }) => session.to)));
    expect(nobody!.session.to).toBe(first);
    const closed = sessions.find(({ to }) => to === first)!;
    const day = new Date(closed.from).toISOString().slice(0, 10);
    const without = planWeek(pieces, { ...evenings, days: { [day]: [] } }, NOW, {
      solver,
      planningOf: rememberedPlannings(3).planningOf,
    })!;
    const steps = (of: WeekPlan, id: string) =>
      of.pieces.find(({ pieceId }) => pieceId === id)!.tasks.flatMap((task) => task.steps).length;
    for (const { pieceId, mayWait, tasks } of week.pieces) {
      // who can wait is not lost, who is lost has fewer steps done than before
      if (nobody!.lost.includes(pieceId)) expect(steps(without, pieceId)).toBeLessThan(steps(week, pieceId));
      if (mayWait !== null) expect(mayWait).toBeGreaterThan(tasks[0]!.session.to);
    }
  });

  it('stays as it was told while nothing is logged', () => {
    const again = plan(pieces, { before: week, now: NOW + 5 * MINUTE })!;
    expect(sessionsOf(again)).toEqual(sessionsOf(week));
  });

  it('stays as it was told where the covers that were told are logged, a little early', () => {
    const soon = week.sessions.filter(({ from }) => from < NOW + DAY);
    const left = ({ pieces }: WeekPlan) =>
      pieces.map((of) => soon.map(({ to }) => coverMeantAt(of, to, 'draped')));
    for (const early of [0, 20]) {
      const covered = pieces.map((given): PieceGiven => {
        const { pieceId } = given.facts;
        const head = {
          id: `${pieceId} covered`,
          subject: pieceId,
          at: new Date(NOW + early * MINUTE).toISOString(),
        };
        const entry = asToday('piece.covered', head, { cover: 'draped', stand: 'board' });
        return { ...given, facts: { ...given.facts, entries: [...given.facts.entries, entry] } };
      });
      const again = plan(covered, { before: week, now: NOW + (early + 1) * MINUTE })!;
      expect(left(again)).toEqual(left(week));
    }
  });

  it('moves little of the others when a piece comes, and nothing soon', () => {
    const more = plan([...pieces, cruet('d', 0.008)], { before: week })!;
    const moved = sessionsOf(week).flatMap((tasks, i) =>
      tasks.filter(([key, to]) => !sessionsOf(more)[i]!.some((of) => of[0] === key && of[1] === to)),
    );
    // what was told for the next day stays; of what is further off some may move
    expect(moved.filter(([, to]) => Number(to) < NOW + DAY)).toEqual([]);
    expect(moved.length).toBeLessThanOrEqual(3);
    expect(more.pieces).toHaveLength(4);
  });
});

describe('what cannot be done', () => {
  it('is said: clay that is past its windows has no session', () => {
    const dry = cruet('dry', 0.006, { stage: 'bone-dry' });
    const [piece] = plan([dry])!.pieces;
    expect(piece).toMatchObject({
      tasks: [],
      // no cover helps it
      covers: [],
      unplanned: { name: expect.stringMatching(/^Coat/) },
    });
  });

  it('is planned for nobody where nobody comes', () => {
    const closed = { ...evenings, hours: [] };
    const week = planWeek(pieces, closed, NOW, { solver, planningOf: rememberedPlannings(3).planningOf })!;
    expect(week).toMatchObject({ sessions: [], pieces: [] });
  });

  it('is given up when it is told so', () => {
    expect(plan([cruet('e', 0.006)], { onStep: () => true })).toBeNull();
  });
});

describe('a wanted date', () => {
  it('has a piece left so that it is dry by then, where it can', () => {
    const by = MADE + 9 * 24 * 60 * MINUTE;
    const given = { ...cruet('f', 0.012, { cover: 'tight' }), due: by };
    const [piece] = plan([given])!.pieces;
    expect(piece!.unplanned).toBeNull();
    // wrapped at last it would be wet for weeks
    expect(piece!.covers.at(-1)?.cover ?? 'tight').not.toBe('tight');
    expect(piece!.due!.by).toBe(by);
    expect(piece!.due!.chance).toBeGreaterThan(0.8);
  });

  it('has a piece uncovered of which nothing is left to do but to dry', () => {
    const bare: PieceGiven = { ...order(1), due: NOW + 6 * DAY };
    const { unmade, ...rest } = bare;
    const made = { ...unmade!.made, layers: [], cover: 'tight' as const };
    const facts = asMadeAt({ ...rest.facts, pieceId: 'bare' }, { ...unmade!, made }, MADE);
    const [piece] = plan([{ ...rest, facts }])!.pieces;
    expect(piece).toMatchObject({ tasks: [], unplanned: null, covers: [{ at: NOW, cover: 'open' }] });
    expect(piece!.due!.chance).toBeGreaterThan(0.8);
  });

  it('says so where nothing can be dry in time', () => {
    const [piece] = plan([{ ...cruet('g', 0.012, { cover: 'tight' }), due: NOW + 30 * 60 * MINUTE }])!.pieces;
    expect(piece!.due!.chance).toBeLessThan(0.05);
  });
});

/** So many cruets that are still to be made. */
const order = (count: number): PieceGiven => {
  const form = { kind: 'cylinder', diameterM: 0.07, heightM: 0.09, wallM: 0.007, mouth: 'open' } as const;
  const { facts, ...rest } = cruet('order', 0.007, { form });
  const made = facts.entries[0]!.body as PieceMade;
  return { ...rest, facts: { ...facts, entries: [] }, unmade: { made, count, handsMs: 20 * MINUTE } };
};

describe('pieces that are not made yet', () => {
  const COUNT = 3;
  const toMake = (due: number | null) => ({ ...order(COUNT), due });

  it('are made in sessions that have the time, and go on from then', () => {
    const week = plan([...pieces, toMake(null)])!;
    const theirs = week.pieces.filter(({ unmade }) => unmade !== undefined);
    expect(theirs.reduce((sum, { unmade }) => sum + unmade!, 0)).toBe(COUNT);
    for (const { tasks, covers, unmade, pieceId } of theirs) {
      expect(pieceId).toBe('order');
      const [making, ...others] = tasks;
      expect(making).toMatchObject({ steps: [{ key: 'make' }], chance: 1, handsMs: unmade! * 20 * MINUTE });
      for (const { at, session } of others) {
        expect(at).toBeGreaterThan(making!.session.to);
        expect(session.from).toBeGreaterThan(making!.session.from);
      }
      for (const { at } of covers) expect(at).toBeGreaterThanOrEqual(making!.session.to);
    }
    const handsIn = week.sessions.map(({ to, from }) => ({
      hands: week.pieces
        .flatMap(({ tasks }) => tasks)
        .filter(({ session }) => session.to === to)
        .reduce((sum, { handsMs }) => sum + handsMs, 0),
      long: to - from,
    }));
    for (const { hands, long } of handsIn) expect(hands).toBeLessThanOrEqual(long + 10 * MINUTE);
  });

  it('are dry by the day that they are wanted, where there is time enough', () => {
    const by = NOW + 12 * DAY;
    const theirs = plan([toMake(by)])!.pieces;
    expect(theirs.map(({ due }) => due!.by)).toEqual(theirs.map(() => by));
    for (const { due, unplanned } of theirs) {
      expect(unplanned).toBeNull();
      expect(due!.chance).toBeGreaterThan(0.8);
    }
  });
});

describe('what would make it possible', () => {
  const ask = (given: PieceGiven, week: WeekPlan) =>
    possible({ given, plan: week, hours: evenings, now: NOW }, { planningOf: tryOut, solver })!;

  it('is nothing where all can be done, and until when it can be begun is said', () => {
    const toMake = { ...order(2), due: NOW + 12 * DAY };
    const week = plan([toMake])!;
    const found = ask(toMake, week);
    expect(found).toMatchObject({ inTime: 2, count: 2, changes: [] });
    // made in the session after that, they are not in time
    const later = week.sessions.filter(({ to }) => to > found.latest!);
    expect(found.latest).toBeGreaterThan(NOW + 2 * DAY);
    expect(found.latest).toBeLessThan(NOW + 10 * DAY);
    expect(later.length).toBeGreaterThan(0);
  });

  it('is a later date, by which the very piece is dry when it is planned for that', () => {
    const { unmade: _made, ...small } = order(1);
    const facts = asMadeAt({ ...small.facts, pieceId: 'late' }, _made!, MADE);
    const late: PieceGiven = { ...small, facts, due: NOW + 2 * DAY };
    const found = ask(late, plan([late])!);
    expect(found.inTime).toBe(0);
    const date = found.changes.find(({ kind }) => kind === 'date')!;
    expect(date).toMatchObject({ kind: 'date', by: expect.any(Number) });
    if (date.kind !== 'date') return;
    const [then] = plan([{ ...late, due: date.by }])!.pieces;
    expect(then!.unplanned).toBeNull();
    expect(then!.due!.chance).toBeGreaterThanOrEqual(0.75);
    // a day earlier it was not found to be possible
    expect(date.by).toBeGreaterThan(late.due!);
  });

  it('is fewer, as many as there are hands for', () => {
    const many = { ...order(12), due: NOW + 9 * DAY };
    const found = ask(many, plan([many])!);
    expect(found.inTime).toBeLessThan(12);
    expect(found.changes).toContainEqual({ kind: 'fewer', count: found.inTime });
  });
});
