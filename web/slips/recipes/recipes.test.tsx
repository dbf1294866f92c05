import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Recipe } from '../../../core/slip/recipe.ts';
import {
  choose,
  complaint,
  known,
  loggedOnly,
  press,
  show,
  testStudio,
  type,
} from '../../testing/studio.test-support.tsx';
import { Blend } from './Blend.tsx';
import { RecipePage } from './RecipePage.tsx';

const recipe = (change: Partial<Recipe> = {}): Recipe => ({
  name: 'White engobe',
  kind: 'engobe',
  use: 'brushed-engobe',
  base: [
    { materialId: 'china-clay', percent: 60 },
    { materialId: 'quartz', percent: 40 },
  ],
  additions: [{ materialId: 'red-iron', percent: 5 }],
  electrolyte: null,
  gravity: 1.4,
  note: '',
  ...change,
});
const white = known('recipe.set', 'white', recipe());
const iron = known(
  'recipe.set',
  'iron',
  recipe({ name: 'Iron', base: [{ materialId: 'red-iron', percent: 100 }], additions: [] }),
);

function page(id: string) {
  const studio = testStudio(white, iron);
  studio.answers['GET /api/today'] = () => ({ at: 0, pieces: [], reminders: [] });
  show(<RecipePage />, { path: '/slips/recipes/:id', at: `/slips/recipes/${id}` });
  return studio;
}
/** The cells of the row whose material is named so. */
const row = async (name: string) => {
  const header = await screen.findByRole('rowheader', { name });
  return within(header.closest('tr')!)
    .getAllByRole('cell')
    .map((cell) => cell.textContent);
};

describe('scaling a recipe', () => {
  it('by dry mass: each line by its share of base and additions together', async () => {
    page('white');
    await press('By dry mass');
    await type(/^Dry mass in all/, '1050');
    // 60 + 40 + 5 parts of 105: 600, 400 and 50 g
    expect((await row('China clay'))[0]).toBe('600 g');
    expect((await row('Quartz'))[0]).toBe('400 g');
    expect((await row('Red iron oxide'))[0]).toBe('50 g');
  });

  it('by volume: the dry it takes by Brongniart’s rule', async () => {
    page('white');
    await press('By finished volume');
    await type(/^Finished slip/, '1000');
    // G of the mix: 105/(60/2.6 + 40/2.65 + 5/5.24); dry in a litre at 1.4: 0.4·G/(G − 1)
    const density = 105 / (60 / 2.6 + 40 / 2.65 + 5 / 5.24);
    const dry = (0.4 * density) / (density - 1);
    const clay = Number.parseFloat((await row('China clay'))[0]!);
    // made up to 3 % larger or smaller, so that every line can be weighed true
    expect(Math.abs(clay / ((dry * 1000 * 60) / 105) - 1)).toBeLessThan(0.03);
  });

  it('by what is left of one', async () => {
    page('white');
    await press('By what is left of one');
    await choose(/^Which is short/, 'Quartz');
    await type(/^What is left of it/, '200');
    expect((await row('China clay'))[0]).toBe('300 g');
    expect((await row('Quartz'))[0]).toBe('200 g');
  });

  it('by area: twice the coats take twice the slip', async () => {
    page('white');
    await press('By area to coat');
    const clay = async () => Number.parseFloat((await row('China clay'))[0]!);
    await type(/^Coats/, '2');
    const two = await clay();
    await type(/^Coats/, '4');
    await expect.poll(clay).toBeGreaterThan(1.9 * two);
    expect(await clay()).toBeLessThan(2.1 * two);
  });

  it.each([
    ['By dry mass', /^Dry mass in all/, 'much', /dry mass must be a number above zero/],
    ['By finished volume', /^Finished slip/, '0', /volume must be a number above zero/],
    ['By area to coat', /^Area to coat/, '-1', /area must be a number above zero/],
    ['By area to coat', /^Stays in brush/, '120', /between 0 and 99 %/],
  ])('%s: %s of %s is refused in words', async (way, field, text, words) => {
    page('white');
    await press(way);
    await type(field, text);
    expect(await complaint()).toMatch(words);
    expect(screen.queryByRole('button', { name: 'Make this batch' })).toBeNull();
  });

  it('begins the batch with what is really weighed', async () => {
    const studio = page('white');
    await press('By dry mass');
    await type(/^Dry mass in all/, '1050');
    await row('China clay');
    await press('Make this batch');
    await screen.findByText('elsewhere');
    const { body } = loggedOnly(studio, 'batch.begun');
    expect(body.lines.map(({ materialId }) => materialId)).toEqual(['china-clay', 'quartz', 'red-iron']);
    expect(body.lines.map(({ kg }) => Math.round(kg * 1e6) / 1e6)).toEqual([0.6, 0.4, 0.05]);
    expect(body.waterKg).toBeGreaterThan(0.5);
  });
});

describe('writing a recipe', () => {
  it('sums the base as it is typed, and keeps it as typed', async () => {
    const studio = page('new');
    await type('Name of the recipe', 'Try');
    const share = () => screen.getAllByLabelText<HTMLInputElement>(/^Share/)[0]!;
    await screen.findAllByLabelText(/^Share/);
    fireEvent.change(share(), { target: { value: '80' } });
    expect(screen.getByText(/80 % so far/)).toBeTruthy();
    await press('Write it down');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'recipe.set').body.base).toEqual([{ materialId: 'china-clay', percent: 80 }]);
  });

  it('is kept as written, additions over the hundred, an electrolyte of its own', async () => {
    const studio = page('new');
    await type('Name of the recipe', 'Black');
    await press('Add an addition');
    fireEvent.change(screen.getAllByLabelText(/^Share/)[1]!, { target: { value: '7,5' } });
    await press('Add one');
    fireEvent.change(screen.getAllByLabelText(/^Share/)[2]!, { target: { value: '0.3' } });
    await type(/^SG to mix it to/, '1.45');
    await press('Write it down');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'recipe.set').body).toMatchObject({
      name: 'Black',
      base: [{ materialId: 'china-clay', percent: 100 }],
      additions: [{ materialId: 'red-iron', percent: 7.5 }],
      electrolyte: { materialId: 'silicate-42', percent: 0.3 },
      gravity: 1.45,
    });
  });

  it('without a name it is not kept', async () => {
    const studio = page('new');
    await press('Write it down');
    expect(await complaint()).toMatch(/name/i);
    expect(studio.logged).toEqual([]);
  });

  it('goes out of the book when it is taken out', async () => {
    const studio = page('white');
    await press('Take it out of the book');
    await screen.findByText('elsewhere');
    expect(loggedOnly(studio, 'recipe.retired').subject).toBe('white');
  });

  it('says so where it is not in the book', async () => {
    page('gone');
    expect(await complaint()).toMatch(/not in the book/);
  });
});

describe('blending recipes', () => {
  const cups = async () => (await screen.findByRole('heading', { name: /cups$/ })).textContent;
  const blend = () => {
    testStudio(white, iron);
    show(<Blend />);
  };

  it.each([
    ['Line', 4, '5 cups'],
    ['Triaxial', 4, '15 cups'],
    ['Square', 4, '25 cups'],
  ])('%s of %i steps has %s', async (kind, steps, count) => {
    // combinatorics: n + 1, (n + 1)(n + 2)/2, (n + 1)²
    blend();
    await press(kind);
    await type('Steps along an edge', String(steps));
    await expect.poll(cups).toBe(count);
  });

  it('weighs the middle cup of a line half from each end', async () => {
    blend();
    await choose(/^Corner A/, 'Iron');
    await choose(/^Corner B/, 'White engobe');
    await type('Steps along an edge', '2');
    await type(/^Dry mass in a cup/, '210');
    const middle = await screen.findByRole('rowheader', { name: /50\/50/ });
    const cells = within(middle.closest('tr')!)
      .getAllByRole('cell')
      .map((cell) => cell.textContent);
    const headers = within(middle.closest('table')!)
      .getAllByRole('columnheader')
      .map((h) => h.textContent);
    const of = (name: string) => Number(cells[headers.indexOf(name) - 1]);
    // 105 g of each: iron 105 + 5; clay 60, quartz 40
    expect(of('Red iron oxide')).toBeCloseTo(110, 1);
    expect(of('China clay')).toBeCloseTo(60, 1);
    expect(of('Quartz')).toBeCloseTo(40, 1);
  });

  it('warns of amounts the scale cannot weigh true', async () => {
    blend();
    await type(/^Dry mass in a cup/, '2');
    expect(await complaint()).toMatch(/cannot be weighed true/);
  });

  it.each(['2.5', '0', '21', 'ten'])('takes no %s steps', async (steps) => {
    blend();
    await type('Steps along an edge', steps);
    expect(await complaint()).toMatch(/whole number from 1 to 20/);
  });

  it('needs two recipes, and says how to come by them', async () => {
    testStudio(white);
    show(<Blend />);
    expect(await screen.findByRole('link', { name: 'Write a recipe' })).toBeTruthy();
  });
});
