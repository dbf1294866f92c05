import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { measuredBody, tubBody } from '../../../core/log/entries.test-support.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { DAY, HOUR } from '../../../core/units/quantity.ts';
import {
  choose,
  complaint,
  known,
  loggedOnly,
  NOON,
  press,
  show,
  testStudio,
  type,
} from '../../testing/studio.test-support.tsx';
import { BatchSheet } from '../batches/BatchSheet.tsx';
import { NewTub } from './NewTub.tsx';
import { Shelf } from './Shelf.tsx';
import { Tub } from '../tub/Tub.tsx';

const before = NOON - 2 * DAY;
const tub = (id: string, name: string, change: Parameters<typeof tubBody>[0] = {}) =>
  known('tub.made', id, tubBody({ name, ...change }), before);
const weighed = (id: string, gravityRead: number, at = NOON - HOUR) =>
  known('tub.measured', id, measuredBody({ gravityRead }), at);
const rowOf = async (name: string) => (await screen.findByText(name)).closest('li')!.textContent;

describe('the shelf', () => {
  it('says of each tub whether it is right for its use, and what it needs', async () => {
    testStudio(
      tub('a', 'Black'),
      weighed('a', 1.38),
      tub('b', 'White', { firedColour: '#ffffff', wetColour: '#ffffff' }),
      weighed('b', 1.5),
      tub('c', 'Green', { firedColour: '#00aa00', wetColour: '#00aa00' }),
    );
    show(<Shelf />);
    expect(await rowOf('Black')).toMatch(/Right/i);
    expect(await rowOf('White')).toMatch(/thick/i);
    expect(await rowOf('Green')).toMatch(/measure/i);
  });

  it('finds slip for a use, whatever tub it was made for', async () => {
    testStudio(
      tub('a', 'Black'),
      weighed('a', 1.38),
      tub('b', 'Thick white', { use: 'trailing' }),
      weighed('b', 1.58),
    );
    show(<Shelf />);
    await choose(/^I want slip for/, consistencyFor('inlay').name);
    // right for inlay as it stands: SG 1.5 to 1.65 (common practice)
    expect(await screen.findByText('Thick white')).toBeTruthy();
    expect(screen.queryByText('Black')).toBeNull();
    await choose(/^I want slip for/, consistencyFor('wash').name);
    expect(await screen.findByText(/No tub is right for that/)).toBeTruthy();
  });

  it('warns of two that look alike wet and fire differently', async () => {
    testStudio(
      tub('a', 'Iron', { wetColour: '#6b4a3a', firedColour: '#2b1510' }),
      tub('b', 'Buff', { wetColour: '#6b4a3b', firedColour: '#e0c090' }),
    );
    show(<Shelf />);
    expect(await rowOf('Iron')).toMatch(/looks like Buff when wet, and fires differently/);
  });

  it('teaches where it is empty', async () => {
    testStudio();
    show(<Shelf />);
    expect(await screen.findByText('The shelf is empty')).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Put a tub on the shelf' })).toBeTruthy();
  });

  it('does not show what was discarded', async () => {
    testStudio(tub('a', 'Black'), tub('b', 'Old'), known('tub.discarded', 'b', { reason: '' }));
    show(<Shelf />);
    expect(await screen.findByText('Black')).toBeTruthy();
    expect(screen.queryByText('Old')).toBeNull();
  });
});

describe('a tub', () => {
  const page = (...more: Parameters<typeof testStudio>) => {
    const studio = testStudio(tub('a', 'Black', { volumeM3: 0.001 }), ...more);
    show(<Tub />, { path: '/slips/:id', at: '/slips/a' });
    return studio;
  };

  it('names the water that brings it there, to be added in thirds, and logs it with its figure filled in', async () => {
    const studio = page(weighed('a', 1.5));
    // to a quarter in from 1.42: 1.39; V·(SG₁ − SG₂)/(SG₂ − 1) = 0.11/0.39 l = 282 ml, of which an SG read to a hundredth tells two figures
    const road = await screen.findByRole('button', { name: /add 280 ml of water/i });
    expect(screen.getByText(/^94 ml at a time/)).toBeTruthy();
    fireEvent.click(road);
    const field = await screen.findByLabelText<HTMLInputElement>(/^Water in \(/);
    expect(Number(field.value)).toBeGreaterThan(90);
    await press('Log water');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'tub.watered').body.volumeM3).toBeGreaterThan(9e-5);
  });

  it('tells what it holds by Brongniart’s rule', async () => {
    page(weighed('a', 1.4));
    // 0.4·2.6/1.6 kg/l = 650 g; of 1400 g that is 46 %
    expect(await screen.findByText(/650 g of dry material a litre, 46 % of its mass/)).toBeTruthy();
  });

  it('learns what a word means in it', async () => {
    page(
      known('tub.measured', 'a', measuredBody({ gravityRead: 1.42, feel: 'single-cream' }), NOON - 2 * HOUR),
      known('tub.measured', 'a', measuredBody({ gravityRead: 1.43, feel: 'single-cream' }), NOON - HOUR),
    );
    const said = (await screen.findByText(/In this tub, single cream has been SG/)).textContent!;
    const gravity = Number(/SG (\d\.\d+)/.exec(said)![1]);
    // between what the word usually means, 1.38, and what it meant here
    expect(gravity).toBeGreaterThan(1.38);
    expect(gravity).toBeLessThan(1.43);
    expect(said).toMatch(/from 2 weighings/);
  });

  it('has its log with an undo for each act', async () => {
    const studio = page(weighed('a', 1.4));
    const log = await screen.findAllByRole('button', { name: /^Undo/ });
    expect(log.length).toBe(2);
    fireEvent.click(log[0]!);
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(studio.logged[0]![0]!.kind).toBe('act.retracted');
  });
});

describe('a new tub', () => {
  it('is put on the shelf in SI', async () => {
    const studio = testStudio();
    show(<NewTub />, { path: '/slips/new' });
    await type('Name on the label', 'Blue');
    await type(/^How much is in it/, '750');
    await type(/^The tub holds/, '1000');
    await type(/^Density of the powder/, '2,65');
    fireEvent.click(screen.getByRole('checkbox', { name: 'Colour' }));
    await press('Put it on the shelf');
    await screen.findByText('elsewhere');
    const { body } = loggedOnly(studio, 'tub.made');
    expect(body).toMatchObject({ name: 'Blue', carries: ['colour'], adjusted: 'none', keepsDays: 180 });
    expect(body.volumeM3).toBeCloseTo(0.00075, 12);
    expect(body.grainDensity).toBeCloseTo(2650, 9);
  });

  it('with more in it than it holds is refused in words, with all kept', async () => {
    const studio = testStudio();
    show(<NewTub />, { path: '/slips/new' });
    await type('Name on the label', 'Blue');
    await type(/^How much is in it/, '2000');
    await press('Put it on the shelf');
    expect(await complaint()).toMatch(/more in the tub than it holds/);
    expect(screen.getByLabelText<HTMLInputElement>('Name on the label').value).toBe('Blue');
    expect(studio.logged).toEqual([]);
  });

  it.each([
    [/^How much is in it/, 'lots'],
    [/^Density of the powder/, '0.5'],
    [/^Look for mould after/, '-3'],
  ])('marks %s of %s', async (label, text) => {
    testStudio();
    show(<NewTub />, { path: '/slips/new' });
    await type('Name on the label', 'Blue');
    await type(label, text);
    await press('Put it on the shelf');
    const field = await screen.findByLabelText<HTMLInputElement>(label);
    await expect.poll(() => field.getAttribute('aria-invalid')).toBe('true');
    expect(field.value).toBe(text);
  });
});

describe('a batch sheet', () => {
  const begun = known('batch.begun', 'b', {
    name: 'White base',
    recipeId: null,
    source: 'powders',
    road: 'scale',
    use: 'brushed-engobe',
    clayId: null,
    lines: [
      { materialId: 'china-clay', kg: 0.3 },
      { materialId: 'quartz', kg: 0.2 },
    ],
    colourants: [],
    waterKg: 0.5,
    grainDensity: 2600,
  });
  const ticked = (stepId: string, at = NOON - HOUR) => known('batch.ticked', 'b', { stepId }, at);
  const sheet = (...more: Parameters<typeof testStudio>) => {
    const studio = testStudio(begun, ...more);
    show(<BatchSheet />, { path: '/slips/batches/:id', at: '/slips/batches/b' });
    return studio;
  };

  it('takes each line as it should be with one tap, or what the scale says, and tells how far off that is', async () => {
    const studio = sheet();
    await press('China clay is in');
    expect(await screen.findByText(/so far: 300 g of 500 g/)).toBeTruthy();
    await press('Quartz: enter what the scale says');
    await type(/^Quartz weighed/, '210');
    await press('Log');
    expect(await screen.findByText(/Quartz 210 g, 5 % off/)).toBeTruthy();
    expect(studio.logged.map(([e]) => e!.body)).toEqual([
      { line: 0, massKg: 0.3 },
      { line: 1, massKg: 0.21 },
    ]);
  });

  it('shows the caution of dust where dry powder is weighed', async () => {
    sheet();
    expect((await screen.findAllByRole('note')).map((n) => n.textContent).join()).toMatch(/silica/i);
  });

  it('asks for no word where the scale should speak', async () => {
    const studio = sheet();
    await press('China clay: enter what the scale says');
    await type(/^China clay weighed/, 'enough');
    await press('Log');
    expect(await screen.findByText('What the scale says must be a number.')).toBeTruthy();
    expect(studio.logged).toEqual([]);
  });

  it('is left while it soaks, and says until when', async () => {
    sheet(
      known('batch.weighed', 'b', { line: 0, massKg: 0.3 }),
      known('batch.weighed', 'b', { line: 1, massKg: 0.2 }),
      ticked('weigh'),
      ticked('into-water'),
    );
    expect(await screen.findByText(/^Leave it until tomorrow 11:00/)).toBeTruthy();
    expect(screen.getByText(/You can go on sooner/)).toBeTruthy();
  });

  it('stays where it was when it is not given up after all, and ends when it is', async () => {
    const studio = sheet();
    await press('Give this batch up');
    await press('Not now');
    expect(await screen.findByRole('heading', { name: 'White base' })).toBeTruthy();
    expect(studio.logged).toEqual([]);
    await press('Give this batch up');
    await press('Log given up');
    expect(await screen.findByText('elsewhere')).toBeTruthy();
    expect(loggedOnly(studio, 'batch.abandoned').subject).toBe('b');
  });

  it('says so where there is none', async () => {
    testStudio();
    show(<BatchSheet />, { path: '/slips/batches/:id', at: '/slips/batches/gone' });
    expect(await complaint()).toMatch(/not in the log/);
  });

  it('numbers its steps, those done with their time', async () => {
    sheet(ticked('weigh', NOON - 3 * HOUR));
    const steps = await screen.findAllByRole('listitem');
    const first = steps.find((step) => step.textContent.startsWith('1. Weigh'))!;
    expect(within(first).getByText('done 09:00')).toBeTruthy();
  });
});
