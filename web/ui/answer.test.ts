import type { PieceMeant } from '../../core/schedule/meant.ts';
import { describe, expect, it } from 'vitest';
import { defaultStudio } from '../../core/log/studio.ts';
import type { NextStep } from '../../core/plan/next.ts';
import { comingNight } from '../../core/plan/night.ts';
import { HOUR, MINUTE } from '../../core/units/quantity.ts';
import { answerFor, between, coverWords, followsWords, movedWords, wantedWords } from './answer.ts';
import { openStep } from '../testing/step.test-support.ts';
import { span, whenNear } from './times.ts';

const now = Date.parse('2026-03-11T09:20:00Z');
const zone = 'Etc/GMT-1';
const here = { now, zone, night: comingNight({ ...defaultStudio, zone }, now) };
const carve = {
  planned: {
    step: { remedies: [{ when: 'too-dry', sign: 'lines chip', say: 'Mist it.' }] },
  } as unknown as NextStep['planned'],
  name: 'Carve',
  verb: 'Log carving',
};
const step = (change: Partial<NextStep>): NextStep => openStep(carve, now, change);

describe('the answer in words', () => {
  it('says now and until when', () => {
    expect(answerFor(step({}), here)).toEqual({
      due: 'now',
      tone: 'now',
      word: 'Now',
      headline: 'Carve now',
      detail: 'Until 12:20: 2 h left.',
    });
  });
  it('says when, and how long until then', () => {
    const answer = answerFor(step({ status: 'waiting', opens: now + 95 * MINUTE }), here);
    expect(answer.headline).toBe('Carve at 11:55');
    expect(answer.tone).toBe('soon');
    expect(answerFor(step({ status: 'waiting', opens: now + 22 * HOUR }), here).headline).toBe(
      'Carve tomorrow 08:20',
    );
  });
  it('says when it is planned, and how it would be as it stands; not where that has come, or it can be done by now', () => {
    const meantAt = now + 22 * HOUR;
    const soon = step({ status: 'waiting', opens: now + 95 * MINUTE, closes: null, meantAt });
    expect(answerFor(soon, here)).toMatchObject({
      due: 'later',
      headline: 'Carve tomorrow 08:20',
      detail:
        'So it is planned, if it is covered as the plan says. As it stands now, it opens in 1 h 35 min.',
    });
    const never = step({ status: 'never', opens: null, meantAt });
    expect(answerFor(never, here).detail).toContain('As it stands now, it does not open.');
    expect(answerFor(soon, { ...here, now: meantAt }).headline).toBe('Carve now');
    expect(answerFor(step({ meantAt }), here).headline).toBe('Carve now');
  });
  it('says no length of time finer than its edge is known', () => {
    const closes = { p10: now + HOUR, p50: now + 4 * HOUR, p90: now + 7 * HOUR };
    const of = (length: number) =>
      answerFor(step({ closes: now + length, windows: [{ opens: closes, closes, chance: 1 }] }), {
        ...here,
        now: now + 25_000,
      }).detail;
    expect(of(4 * HOUR)).toBe('Until 14:20: about 4 h left, could close between 11:20 and 17:20.');
    expect(of(4 * MINUTE)).toContain('Until 10:20: under 10 min left');
    expect(of(12 * HOUR)).toContain(': 12 h left');
  });
  it('names the sign that ends a wait', () => {
    const wait = { what: 'matte', look: 'the shine has gone', of: [], from: now, to: now + 3 * MINUTE };
    expect(answerFor(step({ wait }), here)).toMatchObject({
      tone: 'soon',
      headline: 'Wait until matte',
    });
  });
  it('asks for what only the maker can see', () => {
    const wait = { what: 'the kiln is cold', look: '', of: [], from: now - HOUR, to: now + 5 * HOUR };
    const answer = answerFor(step({ status: 'ask', wait, opens: wait.to, closes: null }), here);
    expect(answer.headline).toBe('Wait until the kiln is cold');
    expect(answer.detail).toBe('Then carve, about 15:20.');
  });
  it('says what opens a closed window again, and when', () => {
    const [remedy] = step({}).planned.step.remedies;
    const rescue = { remedy: remedy!, opens: now + 10 * MINUTE, closes: now + HOUR };
    const answer = answerFor(step({ status: 'closed', closes: now - HOUR, rescue }), here);
    expect(answer.detail).toContain('Mist it. That opens it again about 10:30, until 11:20.');
  });
  it('says it is late, since when, and the remedy', () => {
    const answer = answerFor(step({ status: 'closed', closes: now - 90 * MINUTE }), here);
    expect(answer.tone).toBe('late');
    expect(answer.detail).toContain('1 h 30 min ago');
    expect(answer.detail).toContain('Mist it.');
  });
  it('says what holds a step back for ever', () => {
    expect(answerFor(step({ status: 'never', opens: null, closes: null }), here).headline).toBe(
      'Carve: not as it stands',
    );
    expect(answerFor(null, here).headline).toBe('All steps done');
  });
  it('says which of a pot and its handle to hold back, and why', () => {
    const joint = { part: 'h', role: 'handle', ahead: 'piece', until: now + 5 * HOUR } as const;
    const detail = (closes: number, ahead: 'piece' | 'part' = 'piece') =>
      answerFor(step({ closes, joint: { ...joint, ahead } }), here).detail;
    expect(detail(now + 6 * HOUR)).toContain('The piece is ready first: wrap it until about 15:20.');
    // it would be past its window by then
    expect(detail(now + 3 * HOUR)).toContain(
      'The piece is ready first: wrap it now, or it is too dry when the handle is ready, about 15:20.',
    );
    expect(detail(now + 3 * HOUR, 'part')).toContain('The handle is ready first: wrap it until about 15:20.');
  });
  it('says how a handle that is too dry comes back, and when; or to make another', () => {
    const detail = (backAt: number | null) =>
      answerFor(
        step({
          status: 'never',
          opens: null,
          closes: null,
          joint: { part: 'h', role: 'handle', ahead: 'part', until: null, dried: { backAt } },
        }),
        here,
      ).detail;
    expect(detail(now + 5 * HOUR)).toBe(
      'The handle is too dry to be joined: put it under a damp cloth now, and it is ready again about 15:20.',
    );
    expect(detail(null)).toMatch(/make another/);
  });
  it('says how a window moved, and why', () => {
    const moved = { edge: 'opens', by: 40 * MINUTE, why: 'learned', at: now - 15 * MINUTE } as const;
    expect(movedWords(moved, here)).toBe(
      'It opens 40 min later than was told before 10:05: learned from finished pieces.',
    );
    expect(movedWords({ ...moved, by: -HOUR, why: 'measured' }, here)).toMatch(
      /1 h sooner .*: the air of the room/,
    );
    expect(movedWords(null, here)).toBeNull();
  });
  it('says how the plan has a piece covered, and what is next', () => {
    const meant: PieceMeant = {
      at: now - HOUR,
      covers: [
        { at: now - HOUR, cover: 'tight' },
        { at: now + 22 * HOUR, cover: 'open' },
      ],
      next: {
        ...{ key: 'a/coat/1', name: 'Coat 1', at: now + 22 * HOUR, chance: 0.9, leaves: null },
        session: { from: now + 22 * HOUR, to: now + 24 * HOUR },
      },
      unplanned: null,
      due: null,
      mayWait: null,
    };
    expect(coverWords(meant, 'open', here)).toBe(
      'Cover tightly now, then uncover tomorrow 08:20. Next: coat 1, tomorrow 08:20.',
    );
    // what is done already is not asked for again
    expect(coverWords(meant, 'tight', here)).toBe('Uncover tomorrow 08:20. Next: coat 1, tomorrow 08:20.');
    expect(
      coverWords({ ...meant, covers: [{ at: now + 30 * HOUR, cover: 'open' }] }, 'tight', here),
    ).toBeNull();
    expect(coverWords({ ...meant, next: null, unplanned: 'Coat 1' }, 'open', here)).toBe(
      'No session fits: coat 1, however it is covered.',
    );
    // of a piece that is opened and covered again the night's cover is told too
    const day = {
      ...meant,
      covers: [
        { at: now, cover: 'tight' as const },
        { at: now + HOUR, cover: 'open' as const },
        { at: now + 3 * HOUR, cover: 'draped' as const },
      ],
    };
    expect(coverWords(day, 'open', here)).toBe(
      'Cover tightly now, then uncover 11:20, and cover loosely for the night. Next: coat 1, tomorrow 08:20.',
    );
    expect(coverWords(null, 'open', here)).toBeNull();
  });
  it('says what follows under a cover: in hours, lost, or not at all', () => {
    const follows = { name: 'Coat 1', opens: now + HOUR, closes: now + 3 * HOUR, doAt: now + 2 * HOUR };
    expect(followsWords(follows, here)).toBe('Next: coat 1, 12:20, in your hours');
    expect(followsWords({ ...follows, doAt: null }, here)).toMatch(
      /open 11:20 to 13:20, while nobody is there/,
    );
    expect(followsWords({ ...follows, opens: now - HOUR, doAt: null }, here)).toMatch(/closes 13:20, before/);
    expect(followsWords({ ...follows, doAt: null, closes: null }, here)).toMatch(/open from 11:20 on/);
    expect(followsWords({ ...follows, doAt: null, opens: null }, here)).toBe('Coat 1 does not open so');
    expect(followsWords(null, here)).toBe('');
  });
  it('says whether a piece is dry for the kiln by a wanted time', () => {
    const of = (dryAt: number | null, openDryAt: number | null) =>
      wantedWords(now + 5 * HOUR, { dryAt, openDryAt }, here);
    expect(of(now + 4 * HOUR, null)).toBe('dry for the kiln by 14:20: in time');
    expect(of(now + 7 * HOUR, now + 4 * HOUR)).toBe('not before 17:20; uncovered now: 14:20');
    expect(of(now + 9 * HOUR, now + 7 * HOUR)).toBe('too late: not before 19:20; uncovered now: 17:20');
    expect(of(null, null)).toBe('not dry as it stands');
  });
});

describe('how sure a moment is, in words', () => {
  const edge = (p10: number | null, p90: number | null) => ({ p10, p50: p10, p90 });
  const words = (p10: number | null, p90: number | null) => between(edge(p10, p90), now, zone, ', ');
  it.each([
    [now + HOUR, now + 3 * HOUR, ', between 11:20 and 13:20'],
    // a spread of three hours is not known to the minute
    [now + HOUR + 3 * MINUTE, now + 4 * HOUR + 7 * MINUTE, ', between 11:20 and 14:30'],
    [now + HOUR + 3 * MINUTE, now + 2 * HOUR, ', between 11:25 and 12:20'],
    [now + HOUR + 3 * MINUTE, now + HOUR + 13 * MINUTE, ', between 11:23 and 11:33'],
    [now - HOUR, now + HOUR, ', any time, at the latest 11:20'],
    // no sooner than now, as finely as it is known
    [now + 4 * MINUTE, now + 4 * HOUR, ', any time, at the latest 14:20'],
    // one of a day to the half hour, one without an end to the hour
    [now + HOUR, now + 23 * HOUR, ', between 11:30 and tomorrow 09:30'],
    [now + HOUR, null, ', not before 11:00'],
    [now - 3 * HOUR, now - HOUR, ''],
    [null, null, ''],
  ])('%s to %s', (p10, p90, said) => expect(words(p10, p90)).toBe(said));
  it('is left out where nothing was forecast', () => expect(between(undefined, now, zone, ', ')).toBe(''));
});

describe('times near now', () => {
  it('carries a day only where it is not today', () => {
    expect(whenNear(now, now, zone)).toBe('10:20');
    expect(whenNear(now - 48 * HOUR, now, zone)).toBe('Mon 10:20');
    expect(whenNear(now - 400 * HOUR, now, zone)).toMatch(/^Sun,? 22 Feb 18:20$/);
  });
  it('is no finer than honest', () => {
    expect([20_000, 5 * MINUTE, 2 * HOUR + MINUTE, 26 * HOUR, 80 * HOUR].map(span)).toEqual([
      'under a minute',
      '5 min',
      '2 h',
      '26 h',
      '3 days',
    ]);
  });
});
