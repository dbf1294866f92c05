import { describe, expect, it } from 'vitest';
import { numbered, unnumbered } from './numbered.ts';

describe('names for several pieces alike', () => {
  it('leaves one alone, and numbers more', () => {
    expect(numbered(' Salt  pig ', 1, ['Salt pig'])).toEqual(['Salt pig']);
    expect(numbered('Mug', 3, [])).toEqual(['Mug 1', 'Mug 2', 'Mug 3']);
  });
  it('goes on from the highest there is, whatever its case, and is not misled by others', () => {
    expect(numbered('Mug', 2, ['mug 7', 'Mug 3', 'Mug tree 40', 'House number 27', 'Mug'])).toEqual([
      'Mug 8',
      'Mug 9',
    ]);
  });
  it('gives no name twice', () => {
    const names = numbered('Cup', 100, ['Cup 12']);
    expect(new Set(names).size).toBe(100);
  });
  it('knows a name without its number', () => expect(unnumbered('Mug 12')).toBe('Mug'));
});
