import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { bodies } from '../../api/entry.ts';
import type { LearnedLine } from '../../api/learned.ts';
import { factorWords } from './learnedWords.ts';
import { readLearned, taughtEntries } from './TakeLearned.tsx';

const line: LearnedLine = {
  unknown: 'air',
  subject: 'room',
  name: 'Workroom',
  mean: 0.2,
  sigma: 0.1,
  pieces: 3,
  checks: 7,
};
const MONDAY = Date.parse('2026-03-09T09:00:00Z');
const file = (learned: unknown) => JSON.stringify({ learned, lessons: [] });

describe('a file of learned values', () => {
  it('is read as it is written', () => {
    expect(readLearned(file([{ ...line, id: 'room-default' }]))).toEqual({ lines: [line] });
  });
  it.each([
    ['no JSON', 'learned', /no JSON/],
    ['another JSON', '{"acts": []}', /holds nothing learned/],
    ['nothing in it', file([]), /finished no checked piece/],
    ['a factor as text', file([{ ...line, mean: 'much' }]), /learned\.0\.mean: .*must be a number/],
    ['a factor out of all bounds', file([{ ...line, mean: 40 }]), /between 1\/20 and 20/],
    ['a spread of nought', file([{ ...line, sigma: 0 }]), /between 0\.001 and 3/],
    ['an unknown it does not know', file([{ ...line, unknown: 'luck' }]), /learned\.0\.unknown/],
    ['half a piece', file([{ ...line, pieces: 0.5 }]), /whole number/],
  ])('is refused with %s, naming what is wrong', (_what, text, message) => {
    expect(readLearned(text)).toMatchObject({ wrong: expect.stringMatching(message) as string });
  });
});

describe('what is taken over', () => {
  const cover: LearnedLine = { ...line, unknown: 'cover', mean: -0.4, checks: 9 };
  it('is one lesson for each room and clay, of the shape the log takes', () => {
    const clay: LearnedLine = { ...line, unknown: 'diffusion', subject: 'clay', name: 'Tarn' };
    const entries = taughtEntries(
      [
        { line, to: 'r' },
        { line: cover, to: 'r' },
        { line: clay, to: 'c' },
      ],
      'learned.json',
      MONDAY,
    );
    expect(entries.every((e) => e.at === '2026-03-09T09:00:00.000Z')).toBe(true);
    expect(entries.map((e) => [e.kind, e.subject])).toEqual([
      ['learning.taught', 'r'],
      ['learning.taught', 'c'],
    ]);
    expect(entries[0]!.body).toEqual({
      belief: { air: { mean: 0.2, sigma: 0.1 }, cover: { mean: -0.4, sigma: 0.1 } },
      pieces: 3,
      checks: 9,
      from: 'learned.json',
    });
    for (const { body } of entries) expect(bodies['learning.taught'].safeParse(body).success).toBe(true);
  });
  it('takes the last of two lines for one thing', () => {
    const [only] = taughtEntries(
      [
        { line, to: 'r' },
        { line: { ...line, mean: -0.1 }, to: 'r' },
      ],
      'x',
      MONDAY,
    );
    expect(only!.body).toMatchObject({ belief: { air: { mean: -0.1 } } });
  });
});

describe('a learned factor in words', () => {
  it.each([
    [0.2, 0.1, '22 % more than usual, give or take 11 %'],
    [-0.3, 0.05, '26 % less than usual, give or take 5 %'],
    [0.01, 0.2, 'as usual, give or take 22 %'],
  ])('%f ± %f', (mean, sigma, words) => expect(factorWords({ mean, sigma })).toBe(words));
});
