import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { techniques } from '../../core/catalogue/catalogue.ts';
import { choose, show, testStudio, type } from '../testing/studio.test-support.tsx';
import { recordWords } from './recordWords.ts';
import { Technique } from './Technique.tsx';
import { Techniques } from './Techniques.tsx';

const nothingToday = () => ({ at: 0, pieces: [], reminders: [] });
const names = () => screen.getAllByRole('heading', { level: 2 }).map((of) => of.textContent);

describe('the techniques', () => {
  const shown = async () => {
    const studio = testStudio();
    studio.answers['GET /api/today'] = nothingToday;
    show(<Techniques />, { path: '/techniques' });
    await screen.findAllByRole('heading', { level: 2 });
  };

  it('are all there, each with its picture and a way to its page', async () => {
    await shown();
    expect(names()).toEqual(techniques().map(({ name }) => name));
    const cards = within(screen.getAllByRole('list').at(-1)!).getAllByRole('link');
    expect(cards).toHaveLength(techniques().length);
  });

  it('are found by what they look like, and by the stage they begin at', async () => {
    await shown();
    await type('Find by name or look', 'shine');
    expect(names()).toEqual(expect.arrayContaining(['Terra sigillata', 'Burnish without slip']));
    expect(names()).not.toContain('Inlay');
    await type('Find by name or look', '');
    await choose('Begins at', 'Plastic');
    expect(names()).toContain('Bands on a fresh wall');
    expect(names()).not.toContain('Burnish without slip');
    await type('Find by name or look', 'nothing of the kind');
    expect(screen.getByText(/None begins there/)).toBeTruthy();
  });
});

describe('a technique', () => {
  const shown = (id: string) => {
    testStudio();
    show(<Technique />, { path: '/techniques/:id', at: `/techniques/${id}` });
  };

  it('says its steps, what they need, how, and what goes wrong', () => {
    shown('inlay');
    const fill = within(screen.getByRole('row', { name: /^Fill/ }));
    expect(fill.getByText(/outer millimetre 58 to 75, the first time/)).toBeTruthy();
    expect(fill.getByText(/SG 1.5–1.65/)).toBeTruthy();
    expect(fill.getByText('It shrinks by its water: overfill')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Begin a piece with it' }).getAttribute('href')).toBe(
      '/pieces/new?technique=inlay',
    );
  });

  it('is shown as another school does it', async () => {
    shown('sigillata');
    expect(screen.getByRole('row', { name: /^Burnish until it shines/ }).textContent).toMatch(/45 to 62/);
    await choose('On which clay?', /^Bone dry/);
    expect(screen.getByRole('row', { name: /^Burnish until it shines/ }).textContent).not.toMatch(/45 to 62/);
  });

  it('that nobody knows says so', async () => {
    shown('unheard-of');
    expect(await screen.findByText(/no technique of that name/)).toBeTruthy();
  });
});

describe('the record in words', () => {
  const record = (finished: number, good: number) => ({
    pieces: finished + 1,
    finished,
    good,
    faults: [],
    stages: [],
    clays: [],
    tubs: [],
  });
  it('tells a rate only from enough pieces', () => {
    expect(recordWords(undefined)).toBe('Not done here yet');
    expect(recordWords(record(0, 0))).toMatch(/none finished yet/);
    expect(recordWords(record(3, 2))).toMatch(/too few to tell/);
    // Wilson 1927, 15 of 50 at 95 %: about 19 to 44 %
    expect(recordWords(record(50, 15))).toMatch(/15 of 50 finished went well: 19 to 44 %/);
  });
});
