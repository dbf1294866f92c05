import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { GuideAnswer } from '../../api/routes.ts';
import type { Entry } from '../../core/log/entry.ts';
import { caseOf, coatLaid, cruetMade } from '../../core/piece/piece.test-support.ts';
import { foldPiece } from '../../core/log/piece.ts';
import { appearanceOf } from '../../core/piece/appearance.ts';
import { resultOf, planPiece } from '../../core/plan/plan.ts';
import { HOUR, MINUTE, SECOND } from '../../core/units/quantity.ts';
import { complaint, known, NOON, press, show, testStudio } from '../testing/studio.test-support.tsx';
import { Countdown } from './Countdown.tsx';
import { Guide } from './Guide.tsx';

/** What the browser has and this does not: it never answers, so a plan is on its way. */
class Silent {
  observe() {}
  disconnect() {}
  postMessage() {}
  terminate() {}
}
beforeEach(() => {
  vi.stubGlobal('ResizeObserver', Silent);
  vi.stubGlobal('Worker', Silent);
});

/** A guide over pieces by their logs, each planned as the studio would; ten open hours after they were made at most. */
function led(...logs: Entry[][]) {
  const studio = testStudio(
    ...logs.flat(),
    known('guide.set', 'g', { pieces: logs.map(nameOf), over: false }),
  );
  studio.answers['GET /api/guides/g'] = (): GuideAnswer => ({
    over: false,
    pieces: logs.map((entries) => {
      const given = { ...caseOf(entries), pieceId: nameOf(entries) };
      const piece = foldPiece(given.pieceId, entries)!;
      return {
        pieceId: given.pieceId,
        acts: [],
        meant: null,
        wantedAt: null,
        sensor: null,
        given,
        unplanned: null,
        moved: null,
        answers: resultOf(planPiece(given, NOON)!),
        thicknessM: piece.form.wallM,
        look: appearanceOf(piece, entries, () => null),
      };
    }),
  });
  show(<Guide />, { path: '/guide/:id', at: '/guide/g' });
  return studio;
}
const nameOf = (entries: Entry[]): string => entries[0]!.subject;
const standing = (id: string, hours: number): Entry[] => [
  { ...cruetMade({ name: id }, id), at: new Date(NOON - hours * HOUR).toISOString() },
];

describe('the guide', () => {
  it('shows the step, how it is done and what goes wrong; one tap logs it as usual', async () => {
    const studio = led(standing('heron', 7));
    expect(await screen.findByRole('heading', { name: 'Coat 1 of 3 now' })).toBeTruthy();
    expect(screen.getByText(/No tub is set for it/)).toBeTruthy();
    expect(screen.getByText('Goes wrong?')).toBeTruthy();
    await press('Log coat 1');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]!.find(({ kind }) => kind === 'piece.done')).toMatchObject({
      subject: 'heron',
      body: { refs: [{ step: 'coat', pass: 1 }], effects: [{ does: 'coat' }] },
    });
  });

  const coated = (since: number) => [
    ...standing('tern', 7),
    { ...coatLaid(1, NOON - since), subject: 'tern' },
  ];

  it('waits for a sign by the second', async () => {
    led(coated(5 * SECOND));
    expect(await screen.findByRole('heading', { name: 'Wait until matte' })).toBeTruthy();
    expect(screen.getByRole('timer').textContent).toMatch(/^in \d:\d\d$/);
  });

  it('asks for a sign that is due, and takes it with one tap', async () => {
    const studio = led(coated(MINUTE));
    expect(await screen.findByRole('heading', { name: 'Look: matte?' })).toBeTruthy();
    await press('It is matte');
    await expect.poll(() => studio.logged.flat().map(({ kind }) => kind)).toEqual(['piece.seen']);
  });

  it('says the remedy of what went wrong at once, and logs it as a fault', async () => {
    const studio = led(standing('gull', 7));
    const wrong = (await screen.findByText('Goes wrong?')).parentElement!;
    const [first] = within(wrong).getAllByRole('button');
    const sign = first!.textContent;
    fireEvent.click(first!);
    expect(await complaint()).toContain(`${sign}:`);
    await expect.poll(() => studio.logged.flat().map(({ kind }) => kind)).toEqual(['piece.faulted']);
  });

  it('shows all that are led, takes another in hand with a tap, and keeps what is in hand', async () => {
    led(standing('crane', 7), standing('swift', 1));
    const tabs = within(await screen.findByRole('group', { name: 'Pieces that are led' }));
    expect(await screen.findByRole('heading', { name: 'Coat 1 of 3 now' })).toBeTruthy();
    fireEvent.click(tabs.getByRole('button', { name: /swift/ }));
    await expect
      .poll(() => tabs.getByRole('button', { name: /swift/ }).getAttribute('aria-pressed'))
      .toBe('true');
  });

  it('says so where it is over', async () => {
    const studio = testStudio();
    studio.answers['GET /api/guides/g'] = (): GuideAnswer => ({ over: true, pieces: [] });
    show(<Guide />, { path: '/guide/:id', at: '/guide/g' });
    expect(await screen.findByText('This guide is over')).toBeTruthy();
  });
});

describe('a countdown', () => {
  const tick = (ms: number) => act(() => void vi.advanceTimersByTime(ms));
  const counting = () => {
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance', 'Date'] });
    testStudio();
    show(<Countdown of="heron dip" seconds={12} what="dip" />);
    fireEvent.click(screen.getByRole('button', { name: 'Count the dip: 12 s' }));
  };

  it('counts down by the clock, and is over when it is', () => {
    counting();
    tick(5_000);
    expect(screen.getByRole('timer').textContent).toBe('7');
    tick(7_200);
    expect(screen.getByRole('timer').textContent).toBe('Now');
    vi.useRealTimers();
  });

  it('says how long it has been over where the tablet slept through it', () => {
    counting();
    tick(2_000);
    // nothing of the page runs meanwhile, but the clock goes on
    cleanup();
    tick(10_000 + 5 * MINUTE);
    show(<Countdown of="heron dip" seconds={12} what="dip" />);
    expect(screen.getByText(/over since 5 min/)).toBeTruthy();
    vi.useRealTimers();
  });
});
