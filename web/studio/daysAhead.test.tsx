import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { defaultStudio } from '../../core/log/studio.ts';
import { useStudio } from '../asking/maker.ts';
import {
  complaint,
  known,
  loggedOnly,
  NOON,
  press,
  show,
  testStudio,
  type,
} from '../testing/studio.test-support.tsx';
import { DaysAhead } from './DaysAhead.tsx';
import { daysAhead, furtherAhead } from './daysAhead.ts';

function Days() {
  const { data } = useStudio();
  return data ? <DaysAhead studio={data.studio} /> : null;
}

function section(...more: Parameters<typeof testStudio>) {
  const studio = testStudio(...more);
  show(<Days />);
  return studio;
}

describe('the days ahead', () => {
  it('are the two weeks from today on, as every week but where a day differs', () => {
    const days = { '2026-03-12': [], '2026-03-15': [{ fromMinute: 600, toMinute: 720 }], '2026-05-01': [] };
    const studio = { ...defaultStudio, days };
    const ahead = daysAhead(studio, NOON);
    expect(ahead.map(({ name }) => name).slice(0, 3)).toEqual(['Tue 10 Mar', 'Wed 11 Mar', 'Thu 12 Mar']);
    expect(ahead.filter(({ differs }) => differs).map(({ date, spells }) => [date, spells.length])).toEqual([
      ['2026-03-12', 0],
      ['2026-03-15', 1],
    ]);
    expect(ahead.at(-1)!.date).toBe('2026-03-23');
    expect(furtherAhead(studio, '2026-03-23').map(({ longName }) => longName)).toEqual(['Friday 1 May']);
  });

  it('begin with the date in the zone of the studio', () => {
    // 23:30 UTC is the next day in Kathmandu
    const late = Date.parse('2026-03-10T23:30:00Z');
    expect(daysAhead({ ...defaultStudio, zone: 'Asia/Kathmandu' }, late)[0]!.date).toBe('2026-03-11');
  });

  it('are changed with one tap on the day: nobody comes', async () => {
    const studio = section();
    await press(/^Thu 12 Mar/);
    await press('Nobody comes');
    await press('Set the day');
    await screen.findByText('this day only');
    expect(loggedOnly(studio, 'studio.day').body).toEqual({ date: '2026-03-12', spells: [] });
  });

  it('take hours as people write them, past midnight too', async () => {
    const studio = section();
    await press(/^Sat 14 Mar/);
    await type('Hours', '7-11pm; 23:30–1:00');
    await press('Set the day');
    await screen.findByText('this day only');
    expect(loggedOnly(studio, 'studio.day').body).toEqual({
      date: '2026-03-14',
      spells: [
        { fromMinute: 1140, toMinute: 1380 },
        { fromMinute: 1410, toMinute: 1500 },
      ],
    });
  });

  it('are as every week again', async () => {
    const studio = section(known('studio.day', 'studio', { date: '2026-03-12', spells: [] }));
    await press(/^Thu 12 Mar/);
    await press(/^As every week/);
    await press('Set the day');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'studio.day').body).toEqual({ date: '2026-03-12', spells: null });
    await expect.poll(() => screen.queryByText('this day only')).toBeNull();
  });

  it.each([
    ['soon', /Write hours like/],
    ['', /say that nobody comes/],
    ['9-11, 10-12', /overlap/],
    ['20:00–10:00', /overlap those of the day after/],
  ])('are not set with hours of “%s”: the field keeps them', async (text, why) => {
    const studio = section();
    await press(/^Wed 11 Mar/);
    await type('Hours', text);
    await press('Set the day');
    expect(await complaint()).toMatch(why);
    expect(screen.getByLabelText<HTMLInputElement>('Hours').value).toBe(text);
    expect(studio.logged).toEqual([]);
  });
});
