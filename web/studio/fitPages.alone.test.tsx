import { act, screen, within } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { LearningAnswer } from '../../api/routes.ts';
import { defaultBody, linearShrinkage, type ClayBody } from '../../core/clay/body.ts';
import { type SteadyTest, fitDryingTest } from '../../core/fit/dryingTest.ts';
import { steadyClimate } from '../../core/drying/air.ts';
import { meanReading } from '../../core/drying/readings.ts';
import { integrate, plainSetting, startRun } from '../../core/drying/run.ts';
import { readAt } from '../../core/drying/trajectory.ts';
import type { LogFit as Fit } from '../../core/fit/logFit.ts';
import { ok, refused, type Result } from '../../core/units/problem.ts';
import { HOUR } from '../../core/units/quantity.ts';
import {
  complaint,
  loggedOnly,
  NOON,
  press,
  show,
  testStudio,
  type,
} from '../testing/studio.test-support.tsx';
import { DryingTest } from './DryingTest.tsx';
import { Learned } from './Learned.tsx';
import { LogFit } from './LogFit.tsx';

/** What the worker would do, here at once; of the log, what the test says it finds. */
const worker = vi.hoisted(() => ({
  logFit: null as unknown as () => Promise<unknown>,
  progress: [] as number[],
  tell: (() => undefined) as (share: number) => void,
  cancelled: false,
}));
vi.mock('./fitting.ts', () => ({
  fitTestInWorker: (body: ClayBody, { room, ...test }: SteadyTest) => ({
    answer: Promise.resolve(
      fitDryingTest(body, { ...test, climate: steadyClimate(room.celsius, room.humidity) }),
    ),
  }),
  fitLogInWorker: (_cases: unknown, _now: number, onProgress: (share: number) => void) => {
    worker.tell = onProgress;
    for (const share of worker.progress) onProgress(share);
    return { answer: worker.logFit(), cancel: () => void (worker.cancelled = true) };
  },
}));
vi.mock('./ResidualChart.tsx', () => ({ ResidualChart: () => null }));

beforeEach(() => {
  worker.progress = [];
  worker.cancelled = false;
});

describe('the drying test of a clay', () => {
  const truth = { ...defaultBody, plasticX: 0.27, criticalX: 0.13 };
  const DRY_G = 250;
  /** Weighings of a bar of that clay by the wall's own equation, as a maker would note them. */
  const notes = (hours: number[], decimal = '.'): string => {
    const surroundings = {
      climate: steadyClimate(20, 0.5),
      heatTransfer: 4,
      cover: 'open' as const,
      outside: 'free' as const,
      inside: 'free' as const,
    };
    const run = integrate(startRun(plainSetting(truth, 0.01), surroundings, 0), 100 * HOUR);
    return hours
      .map((h) => {
        const x = readAt(run.trajectory, h * HOUR, meanReading);
        const mm = 100 * (1 - linearShrinkage(truth, truth.plasticX, x));
        return [h, (DRY_G * (1 + x)).toFixed(2), mm.toFixed(2)].join('\t').replaceAll('.', decimal);
      })
      .join('\n');
  };
  const hours = [0, 2, 4, 6, 8, 11, 14, 18, 24, 32, 48];
  const page = () => {
    const studio = testStudio();
    show(<DryingTest />, { path: '/studio/clays/:id/test', at: '/studio/clays/clay-default/test' });
    return studio;
  };

  it.each(['.', ','])(
    'finds the clay from a pasted table with “%s” for its decimals, and sets it',
    async (decimal) => {
      const studio = page();
      await type(/^Hours; mass/, `hours\tmass\tlength\n${notes(hours, decimal)}\n\n`);
      await type(/^Dry mass of the bar/, String(DRY_G));
      await press('Work it out');
      expect((await screen.findByText(/^Plastic at/)).textContent).toMatch(/^Plastic at 2[67](\.\d)? %/);
      await press('Take these for the clay');
      await screen.findByText('elsewhere');
      const { subject, body } = loggedOnly(studio, 'clay.set');
      expect(subject).toBe('clay-default');
      expect(body.plasticX).toBeCloseTo(truth.plasticX, 2);
      expect(body.criticalX).toBeCloseTo(truth.criticalX, 1);
      expect(body.name).toBe(defaultBody.name);
    },
  );

  it.each([
    ['', '250', /Nothing was weighed yet/],
    ['0 310\n2 heavy', '250', /^Line 2 needs hours and a mass: “2 heavy” cannot be read/],
    ['0 310\n2 305\n4 300', '', /dry mass must be a number above zero/],
    ['0 310\n2 305\n4 300', '250', /./],
  ])('of “%s” with a dry mass of “%s” says what is missing, and keeps it all', async (table, dry, words) => {
    const studio = page();
    await type(/^Hours; mass/, table);
    if (dry) await type(/^Dry mass of the bar/, dry);
    await press('Work it out');
    expect(await complaint()).toMatch(words);
    expect(screen.getByLabelText<HTMLTextAreaElement>(/^Hours; mass/).value).toBe(table);
    expect(studio.logged).toEqual([]);
  });

  it.each([
    [/^The room/, '60', /between 0 and 45 °C/],
    [/^Its humidity/, '100', /between 5 and 98 %/],
    [/^Its thickness/, '0', /thickness must be a number above zero/],
  ])('does not take %s of %s', async (field, text, words) => {
    page();
    await type(/^Hours; mass/, notes(hours));
    await type(/^Dry mass of the bar/, String(DRY_G));
    await type(field, text);
    await press('Work it out');
    expect(await complaint()).toMatch(words);
  });

  it('can be printed with a sheet to fill', async () => {
    const print = vi.fn();
    vi.stubGlobal('print', print);
    page();
    await press('Print this, with a sheet to fill');
    expect(print).toHaveBeenCalledOnce();
  });
});

const residual = (pieceName: string, wetter: number, kind: 'water' | 'stage' = 'stage') => ({
  pieceId: pieceName,
  pieceName,
  place: 'wall' as const,
  at: NOON - HOUR,
  kind,
  roomId: 'room-default',
  wetter,
});
const fit = {
  factors: [
    { subject: 'room', id: 'room-default', unknown: 'air', mean: Math.log(1.3), sigma: 0.1, numbers: 12 },
  ],
  residuals: [residual('Cruet', 0.4), residual('Salt pig', -3.1), residual('Plaque', 2.4, 'water')],
  misfit: 1.1,
  misfitBefore: 2.3,
} as unknown as Fit;

describe('the whole log, fitted', () => {
  const page = () => {
    const studio = testStudio();
    studio.answers['GET /api/learning/cases'] = () => [];
    show(<LogFit />);
    return studio;
  };

  it('says what it finds of each room, and links what lies furthest from it, the furthest first', async () => {
    worker.logFit = () => Promise.resolve(ok(fit) as Result<Fit>);
    page();
    await press('Fit the whole log');
    await expect
      .poll(() => screen.queryByText(/30 % more than usual/)?.textContent)
      .toMatch(/^Workroom.* 12 findings/);
    const links = screen.getAllByRole('link').map((link) => link.textContent);
    expect(links.filter((name) => name !== 'Back to Studio')).toEqual(['Salt pig', 'Plaque']);
    expect(screen.getByText(/judged 3.1 times its doubt drier/)).toBeTruthy();
    expect(screen.getByText(/weighed 2.4 times its doubt wetter/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Fit it again' })).toBeTruthy();
  });

  it('shows how far it is, and can be stopped', async () => {
    worker.progress = [0.2, 0.55];
    worker.logFit = () => new Promise(() => undefined);
    page();
    await press('Fit the whole log');
    const bar = await screen.findByRole('progressbar', { name: 'How far the fit is' });
    await expect.poll(() => bar.getAttribute('aria-valuenow')).toBe('55');
    await press('Stop');
    expect(worker.cancelled).toBe(true);
    expect(await screen.findByRole('button', { name: 'Fit the whole log' })).toBeTruthy();
  });

  it('stays with its answer where the last word of its progress comes after it', async () => {
    worker.logFit = () => Promise.resolve(ok(fit) as Result<Fit>);
    page();
    await press('Fit the whole log');
    await screen.findByRole('button', { name: 'Fit it again' });
    act(() => worker.tell(1));
    expect(screen.queryByRole('progressbar')).toBeNull();
    expect(screen.getByText(/30 % more than usual/)).toBeTruthy();
  });

  it('says what is needed where the log says too little', async () => {
    worker.logFit = () =>
      Promise.resolve(refused('too-little', null, 'Log at least five checks or weighings first.'));
    page();
    await press('Fit the whole log');
    expect(await complaint()).toMatch(/at least five checks/);
  });

  it('says so where the studio cannot be reached', async () => {
    const studio = page();
    studio.answers['GET /api/learning/cases'] = () => {
      throw new TypeError('no network');
    };
    await press('Fit the whole log');
    expect(await complaint()).toMatch(/cannot be reached/);
  });
});

describe('what the studio has taught', () => {
  const learned = (change: Partial<LearningAnswer> = {}) => {
    const studio = testStudio();
    const answer: LearningAnswer = {
      studying: false,
      lessons: [],
      learned: (['air', 'cover'] as const).map((unknown) => ({
        unknown,
        subject: 'room',
        id: 'room-default',
        name: 'Workroom',
        mean: Math.log(0.8),
        sigma: 0.1,
        pieces: 3,
        checks: 7,
      })),
      ...change,
    };
    studio.answers['GET /api/learning'] = () => answer;
    show(<Learned />);
    return studio;
  };

  it('is told with how sure it is, and from how much', async () => {
    learned();
    expect((await screen.findByText(/how fast its air takes water/)).textContent).toBe(
      'Workroom: how fast its air takes water, 20 % less than usual, give or take 11 %, from 7 checks on 3 pieces.',
    );
  });

  it('is set back for one thing alone', async () => {
    const studio = learned();
    await press('Forget what was learned of Workroom: how tight covers are');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'learning.reset')).toMatchObject({
      subject: 'room-default',
      body: { unknown: 'cover' },
    });
  });

  it('teaches what to do where nothing was taught yet', async () => {
    learned({ learned: [] });
    expect(await screen.findByText(/Finish a piece that you have checked/)).toBeTruthy();
    expect(within(document.body).getByRole('link', { name: 'As JSON' })).toBeTruthy();
  });

  it('says that it is still learning', async () => {
    learned({ learned: [], studying: true });
    expect(await screen.findByText(/Working out what the pieces finished since/)).toBeTruthy();
    expect(screen.queryByText(/Nothing yet/)).toBeNull();
  });
});
