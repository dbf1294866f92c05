import { cleanup, screen, within } from '@testing-library/react';
import { carriesNothing } from '../../core/log/carried.ts';
import { describe, expect, it } from 'vitest';
import type { TodayAnswer, TodayPiece } from '../../api/routes.ts';
import { defaultBody } from '../../core/clay/body.ts';
import { appearanceOf } from '../../core/piece/appearance.ts';
import { hazards } from '../../core/hazard/hazard.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { foldPiece, routeOf } from '../../core/log/piece.ts';
import { HOUR, MINUTE } from '../../core/units/quantity.ts';
import { openStep } from '../testing/step.test-support.ts';
import { loggedOnly, NOON, press, show, testStudio } from '../testing/studio.test-support.tsx';
import { cruetMade } from '../../core/piece/piece.test-support.ts';
import { Today } from './Today.tsx';

const routed = foldPiece('p', [cruetMade()])!;
const planned = routeOf(routed).planned[0]!;
const step = (change: Partial<NextStep> = {}): NextStep =>
  openStep({ planned, name: planned.step.name, verb: planned.step.verb }, NOON, change);

const piece = (name: string, next: NextStep | null, change: Partial<TodayPiece> = {}): TodayPiece => ({
  state: 'planned',
  asOf: NOON,
  holdsUntil: NOON + 10 * MINUTE,
  moved: null,
  lastAt: NOON - HOUR,
  pieceId: name,
  name,
  techniqueName: 'Sgraffito',
  roomName: 'Workroom',
  look: appearanceOf(routed, [], () => null),
  groups: [],
  cover: 'open',
  stand: 'board',
  stageName: 'Leather-hard',
  meanIndex: 60,
  areaM2: 0.04,
  wall: {
    body: defaultBody,
    clayId: 'clay-default',
    thicknessM: 0.006,
    meanX: 0.18,
    carried: carriesNothing,
  },
  check: null,
  next,
  then: [],
  meant: null,
  cautions: [],
  warnings: [],
  ribbon: {
    at: [NOON, NOON + HOUR],
    moisture: [0.6, 0.5],
    rim: [],
    foot: [],
    wetColour: '#5d3b2c',
    dryColour: '#e4cbb0',
  },
  ...change,
});

function todayOf(pieces: TodayPiece[], more: Partial<TodayAnswer> = {}) {
  const studio = testStudio(cruetMade({ roomId: 'room-default', clayId: 'clay-default' }));
  studio.answers['GET /api/today'] = () => ({
    at: NOON,
    pieces,
    toLearn: 0,
    reminders: [],
    groups: [],
    guides: [],
    sessions: [],
    nights: [],
    nobody: null,
    making: [],
    ...more,
  });
  show(<Today />);
  return studio;
}
const names = async () =>
  (await screen.findAllByRole('link')).map((link) => link.textContent).filter((text) => /^[A-F]$/.test(text));

describe('Today', () => {
  it('puts first what closes soonest, then what opens soonest, and what is late after what can be saved', async () => {
    todayOf([
      piece('A', step({ status: 'waiting', opens: NOON + 5 * HOUR })),
      piece('B', step({ status: 'closed', opens: NOON - 9 * HOUR, closes: NOON - HOUR })),
      piece('C', step({ closes: NOON + 3 * HOUR })),
      piece('D', step({ closes: NOON + HOUR })),
      piece('E', step({ status: 'waiting', opens: NOON + HOUR })),
      piece('F', null),
    ]);
    expect(await names()).toEqual(['D', 'C', 'B', 'E', 'A', 'F']);
  });

  it('answers what, until when and how long', async () => {
    todayOf([piece('A', step({ closes: NOON + 90 * MINUTE }))]);
    expect(await screen.findByText('Coat 1 of 3 now')).toBeTruthy();
    expect(screen.getByText(/Until 13:30: 1 h 30 min left/)).toBeTruthy();
  });

  it('shows what a step asks care for only at its time, what threatens the wall at any time', async () => {
    todayOf([
      piece('A', step({ status: 'waiting', opens: NOON + 9 * HOUR }), {
        cautions: [hazards['toxic-colour']],
        warnings: [hazards.slump],
      }),
      piece('B', step(), { cautions: [hazards['silica-dust']] }),
    ]);
    const notes = (await screen.findAllByRole('note')).map((note) => note.textContent);
    expect(notes).toHaveLength(2);
    expect(notes.join()).toMatch(/silica dust/);
    expect(notes.join()).toMatch(/may slump/);
  });

  it('says at each row how its window moved though nothing was logged of it', async () => {
    const moved = { edge: 'opens', by: 40 * MINUTE, why: 'learned', at: NOON - 15 * MINUTE } as const;
    todayOf([piece('A', step()), piece('B', step({ status: 'waiting', opens: NOON + 5 * HOUR }), { moved })]);
    expect(await screen.findByText(/opens 40 min later .* learned from finished pieces/)).toBeTruthy();
  });

  it('says when its answer is old', async () => {
    todayOf([piece('A', step())], { at: NOON - 10 * MINUTE });
    expect((await screen.findByRole('alert')).textContent).toMatch(/how it stood at 11:50/);
  });

  it('takes a seen sign with one tap', async () => {
    const waiting = step({
      name: 'Coat 2 of 3',
      wait: { what: 'matte', look: '', of: planned.refs, from: NOON, to: NOON + 5 * MINUTE },
    });
    const studio = todayOf([piece('p', waiting)]);
    await press('It is matte: p');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'piece.seen')).toMatchObject({
      subject: 'p',
      body: { what: 'matte', refs: planned.refs },
    });
    await expect.poll(() => screen.getByRole('status').textContent).toMatch(/Logged: p: matte/);
  });

  it('says what is to be made now, and of another order what comes next, each a tap from being logged', async () => {
    const making = (groupId: string, count: number, from: number) => ({
      ...{ groupId, count, at: from, session: { from, to: from + 4 * HOUR } },
      ...{ name: `Lamp of ${groupId}`, groupName: `Order ${groupId}` },
    });
    todayOf([], {
      making: [
        making('a', 3, NOON - HOUR),
        making('b', 2, NOON + 30 * HOUR),
        making('b', 4, NOON + 50 * HOUR),
      ],
    });
    const now = within(await screen.findByRole('region', { name: 'Now' }));
    const act = now.getByRole('link', { name: 'Log as made: 3 × Lamp of a' });
    expect(act.getAttribute('href')).toBe('/pieces/new?for=a&count=3');
    const later = within(screen.getByRole('region', { name: 'Later' }));
    expect(later.getAllByRole('link')).toHaveLength(1);
    expect(later.getByText('Make 2 × Lamp of b')).toBeTruthy();
  });

  it('has covers at hand where no step is, logged with one tap; beside a step they are a row', async () => {
    const meant = (cover: 'tight' | 'open') => ({
      ...{ at: NOON - HOUR, covers: [{ at: NOON - HOUR, cover }], next: null, unplanned: null },
      ...{ due: null, mayWait: null },
    });
    const waits = step({ status: 'waiting', opens: NOON + 2 * HOUR, closes: null });
    const warnings = [hazards.slump];
    const wrapped = piece('p', waits, { meant: meant('tight'), warnings });
    const guides = [{ id: 'g', pieces: ['p'] }];
    const studio = todayOf([wrapped], { guides });
    const atHand = await screen.findByRole('region', { name: 'The act at hand' });
    expect(atHand.textContent).toContain('Cover tightly: p');
    // what threatens its wall is said, and the guide goes on from there
    expect(screen.getByRole('note').textContent).toContain(hazards.slump.title.toLowerCase());
    expect(within(atHand).getByRole('link', { name: /^Go on with the guide/ })).toBeTruthy();
    await press('Log covered tightly: p');
    await expect.poll(() => studio.logged.flat()).toHaveLength(1);
    expect(loggedOnly(studio, 'piece.covered').body).toMatchObject({ cover: 'tight', stand: 'board' });
    cleanup();
    todayOf([wrapped, piece('Mug', step())]);
    expect((await screen.findByRole('region', { name: 'The act at hand' })).textContent).toContain('Mug');
    await screen.findByRole('button', { name: 'Log covered tightly: p' });
  });

  it('names the piece that one touch would tell most of, and none where it would tell little', async () => {
    const soon = step({ status: 'waiting', opens: NOON + 4 * HOUR });
    todayOf([
      piece('A', soon, { check: { key: 'first/coat/1', widthNow: 300, widthAfter: 250 } }),
      piece('B', soon, { check: { key: 'first/coat/1', widthNow: 300, widthAfter: 120 } }),
      piece('C', soon, { check: { key: 'first/coat/1', widthNow: 30, widthAfter: 20 } }),
    ]);
    expect(await screen.findByText('Touch this one next: B')).toBeTruthy();
    expect(screen.getByText(/from 5 h to about 2 h/)).toBeTruthy();
  });

  it('teaches the first act where there is nothing yet, and still shows what the shelf asks for', async () => {
    todayOf([], {
      reminders: [{ kind: 'batch', id: 'b', name: 'White base', at: NOON, look: 'slaked' }],
    });
    expect(await screen.findByRole('link', { name: /new piece|log .*piece|first piece/i })).toBeTruthy();
    const shelf = within(screen.getByRole('region', { name: 'Now' }));
    expect(shelf.getByRole('link').getAttribute('href')).toBe('/slips/batches/b');
    expect(shelf.getByText('by now slaked')).toBeTruthy();
  });

  it('says what to do where the studio cannot be reached', async () => {
    const studio = testStudio();
    studio.answers['GET /api/today'] = () => {
      throw new TypeError('no network');
    };
    show(<Today />);
    expect((await screen.findByRole('alert')).textContent).toMatch(/cannot be reached/);
  });
});
