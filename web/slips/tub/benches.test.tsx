import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { measuredBody, tubBody } from '../../../core/log/entries.test-support.ts';
import { wastes, type Waste } from '../../../core/slip/bin.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { HOUR } from '../../../core/units/quantity.ts';
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
import { Bins } from '../bins/Bins.tsx';
import { Deflocculate } from './Deflocculate.tsx';
import { Materials } from '../recipes/Materials.tsx';
import { Settle } from './Settle.tsx';
import { Wanted } from '../shelf/Wanted.tsx';

const tub = known('tub.made', 'red', tubBody({ name: 'Red', volumeM3: 0.002, capacityM3: 0.003 }));
const measured = (gravityRead: number) => known('tub.measured', 'red', measuredBody({ gravityRead }));
const home = known('cup.set', 'cup', { name: 'Yoghurt pot', kind: 'home' });

describe('the settling bench', () => {
  const settling = (...more: Parameters<typeof testStudio>) => {
    const studio = testStudio(tub, ...more);
    show(<Settle />, { path: '/slips/:id/settle', at: '/slips/red/settle' });
    return studio;
  };
  const hours = async () =>
    Number(/Leave it (\d+) h/.exec((await screen.findByText(/^Leave it/)).textContent)![1]);

  it('takes Stokes’ time for single grains in water, four times as long for half the grain', async () => {
    settling();
    await type(/^Layer to draw off/, '100');
    await type(/^Nothing coarser than/, '2');
    await type(/^The water/, '20');
    // Stokes 1851: 2 µm of G 2.6, 20 °C (1.0016 mPa·s, 998.2 kg/m³): 3.49 µm/s, so 10 cm in 8.0 h
    expect(await hours()).toBeGreaterThanOrEqual(7);
    expect(await hours()).toBeLessThanOrEqual(9);
    await type(/^Nothing coarser than/, '1');
    expect(await screen.findByText(/^Leave it 3[0-4] h/)).toBeTruthy();
  });

  it('takes longer where grains hinder each other', async () => {
    settling(measured(1.15));
    await type(/^Layer to draw off/, '100');
    await type(/^Nothing coarser than/, '2');
    await type(/^The water/, '20');
    // Richardson and Zaki 1954: φ = 0.15/1.6 at SG 1.15, (1 − φ)^−4.65 = 1.58 times 8.0 h
    expect(await hours()).toBeGreaterThanOrEqual(12);
    expect(await hours()).toBeLessThanOrEqual(14);
    expect(screen.getByText(/hinder each other/)).toBeTruthy();
  });

  it.each([
    [/^Nothing coarser than/, '0'],
    [/^The water/, '90'],
    [/^Share finer than that/, '150'],
    [/^Layer to draw off/, 'deep'],
  ])('does not start with %s of %s', async (field, text) => {
    settling();
    await type(field, text);
    expect(await complaint()).toMatch(/must|between|above/);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /start/ }).disabled).toBe(true);
  });

  it('is started, and its layer drawn off into a tub of its own', async () => {
    const studio = settling(measured(1.15));
    await type(/^Layer to draw off/, '100');
    await type(/^Whole depth/, '200');
    await press(/start/);
    await screen.findByText(/^Settling until/);
    const { depthM, seconds } = loggedOnly(studio, 'tub.settling').body;
    expect(depthM).toBeCloseTo(0.1, 9);
    expect(seconds).toBeGreaterThan(3600);
    await press('Drawn off into a new tub');
    await screen.findByText('elsewhere');
    const made = loggedOnly(studio, 'tub.made').body;
    expect(made).toMatchObject({ name: 'Red, top layer', use: 'sigillata' });
    // half the depth is half the tub
    expect(made.volumeM3).toBeCloseTo(0.001, 9);
    expect(loggedOnly(studio, 'tub.used').body.volumeM3).toBeCloseTo(0.001, 9);
  });
});

describe('the deflocculation bench', () => {
  const trial = known(
    'trial.begun',
    'try',
    {
      tubId: 'red',
      volumeM3: 2e-4,
      specificGravity: 1.5,
      materialId: 'silicate-42',
      dropKg: 5e-5,
      cupId: 'cup',
    },
    NOON - 2 * HOUR,
  );
  const dosed = (drops: number, seconds: number, i: number) =>
    known('trial.dosed', 'try', { drops, seconds }, NOON - HOUR + i * 60_000);
  const bench = (...more: Parameters<typeof testStudio>) => {
    const studio = testStudio(tub, measured(1.5), home, ...more);
    show(<Deflocculate />, { path: '/slips/:id/deflocculate', at: '/slips/red/deflocculate' });
    return studio;
  };

  it('begins in a cup, by the dry clay in it, with the caution of the alkali', async () => {
    const studio = bench();
    expect(await screen.findByText('Begin with a cup of it')).toBeTruthy();
    expect(screen.getByRole('note').textContent).toMatch(/alkali/i);
    await type(/^A drop weighs/, '0');
    await press('Begin the trial');
    expect(await complaint()).toMatch(/mass of a drop must be above zero/);
    await type(/^A drop weighs/, '0,04');
    await press('Begin the trial');
    await expect.poll(() => studio.logged.length).toBe(1);
    const { dropKg, volumeM3, specificGravity } = loggedOnly(studio, 'trial.begun').body;
    expect([dropKg, volumeM3, specificGravity]).toEqual([4e-5, 2e-4, 1.5]);
  });

  it('asks for the time without a drop first, then for drops', async () => {
    const studio = bench(trial);
    expect(await screen.findByText('Time it as it is')).toBeTruthy();
    await type(/^It ran out in/, '80');
    await press('Log it');
    await screen.findByText('Add a drop, stir, time it');
    expect(loggedOnly(studio, 'trial.dosed').body).toEqual({ drops: 0, seconds: 80 });
  });

  it('names the bottom of a curve, and what is past it', async () => {
    // a curve that falls from 80 s and turns at the fifth drop
    const seconds = [80, 55, 40, 32, 28, 27, 29, 33, 40];
    bench(trial, ...seconds.map((s, i) => dosed(i === 0 ? 0 : 1, s, i)));
    expect(await screen.findByText(/Over-dosed: stop at/)).toBeTruthy();
    const dose = Number(/stop at ([\d.]+) %/.exec(screen.getByText(/Over-dosed/).textContent)![1]);
    // a drop of 0.05 g in 200 ml at SG 1.5 and G 2.6, so 0.1625 kg of dry clay: 0.0308 %
    expect(dose).toBeGreaterThan(4 * 0.0308);
    expect(dose).toBeLessThan(6 * 0.0308);
  });

  it('says that it is still falling while it is', async () => {
    bench(trial, ...[80, 60, 45, 34, 26].map((s, i) => dosed(i === 0 ? 0 : 1, s, i)));
    expect(await screen.findByText(/Still falling/)).toBeTruthy();
  });

  it('takes grams as drops of the mass that was weighed', async () => {
    const studio = bench(trial, dosed(0, 80, 0));
    await press('Grams');
    await type(/^More/, '0.15');
    await type(/^It ran out in/, '60');
    await press('Log it');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'trial.dosed').body.drops).toBeCloseTo(3, 9);
  });

  it('refuses seconds that are none, and keeps the dose', async () => {
    const studio = bench(trial, dosed(0, 80, 0));
    await type(/^Drops more/, '2');
    await press('Log it');
    expect(await complaint()).toMatch(/seconds must be a number above zero/);
    expect(screen.getByLabelText<HTMLInputElement>(/^Drops more/).value).toBe('2');
    expect(studio.logged).toEqual([]);
  });
});

const wasteName = (waste: Waste) => wastes.find((w) => w.waste === waste)!.name;

describe('the bins', () => {
  const bins = (...more: Parameters<typeof testStudio>) => {
    const studio = testStudio(...more);
    show(<Bins />);
    return studio;
  };
  const white = known('bin.set', 'white', { name: 'White', kind: 'reclaim', clayId: null });

  it('teach what to set up where there is none', async () => {
    const studio = bins();
    await press('Set up a bin');
    await press('Set it up');
    expect(await complaint()).toMatch(/needs a name/);
    await type('Name on the bin', 'White');
    await press('Set it up');
    await screen.findByText(/^White: 0(.0)? g$/);
    expect(loggedOnly(studio, 'bin.set').body).toEqual({ name: 'White', kind: 'reclaim', clayId: null });
  });

  it('refuse silicate outright, and a thin deflocculated coat unless it is said why', async () => {
    const studio = bins(white);
    await press('Put something into White');
    await type('What it is', 'scrapings');
    await type(/^About how much/, '300');
    await choose(/^What it carries/, wasteName('silicate'));
    await press('Log it in');
    expect(await complaint()).toMatch(/barrel|ruin|silicate/i);
    expect(screen.queryByLabelText(/all the same/)).toBeNull();
    await choose(/^What it carries/, wasteName('thin-deflocculated'));
    await press('Log it in');
    expect(studio.logged).toEqual([]);
    await type(/all the same/, 'a spoonful in forty kilos');
    await press('Log it in');
    await screen.findByText(/^White: 300(.0)? g$/);
    expect(loggedOnly(studio, 'bin.filled').body).toMatchObject({
      waste: 'thin-deflocculated',
      override: 'a spoonful in forty kilos',
    });
  });

  it('need a mass and a word for what it is', async () => {
    bins(white);
    await press('Put something into White');
    await press('Log it in');
    expect(await complaint()).toMatch(/mass must be a number/);
    await type(/^About how much/, '100');
    await press('Log it in');
    expect(await complaint()).toMatch(/Say what it is/);
  });

  it('are empty after they were emptied, and say where it went', async () => {
    const studio = bins(
      white,
      known('bin.filled', 'white', {
        waste: 'clean',
        clayId: null,
        massKg: 2,
        from: 'trimmings',
        override: null,
      }),
    );
    await screen.findByText(/^White: 2,?000(.0)? g$/);
    await press('Empty White');
    await type('Where it went', 'onto the bats');
    await press('Log it emptied');
    await screen.findByText(/^White: 0(.0)? g$/);
    expect(loggedOnly(studio, 'bin.emptied').body.how).toBe('onto the bats');
    expect(screen.getByText('White: emptied, onto the bats')).toBeTruthy();
  });
});

describe('raw materials', () => {
  const open = async () => {
    const studio = testStudio();
    show(<Materials />);
    await press('Add a material');
    await type('Name of the material', 'Brook clay');
    return studio;
  };

  it('take a supplier’s analysis as it is written on the sheet', async () => {
    const studio = await open();
    await type(/supplier’s analysis/, 'SiO2 54,3; Al2O3: 30.1\nFe2O3=1.2');
    await press('Set it');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(loggedOnly(studio, 'material.set').body).toMatchObject({
      name: 'Brook clay',
      grainDensity: 2600,
      standing: 'supplier',
      makeUp: { kind: 'analysis', percent: { SiO2: 54.3, Al2O3: 30.1, Fe2O3: 1.2 } },
    });
  });

  it.each([
    ['SiO3 54', /“SiO3” is not an oxide known here/],
    ['SiO2 lots', /SiO2 needs a percentage/],
    ['SiO2 80; Al2O3 40', /adds up to 120 %/],
  ])('say what is wrong with “%s”', async (text, words) => {
    const studio = await open();
    await type(/supplier’s analysis/, text);
    await press('Set it');
    expect(await complaint()).toMatch(words);
    expect(screen.getByLabelText<HTMLTextAreaElement>(/supplier’s analysis/).value).toBe(text);
    expect(studio.logged).toEqual([]);
  });

  it('refuse a density no grain has', async () => {
    const studio = await open();
    await type(/^Density/, '26');
    await press('Set it');
    expect(await complaint()).toMatch(/density/i);
    expect(studio.logged).toEqual([]);
  });

  it('are found by a part of their name', async () => {
    testStudio();
    show(<Materials />);
    await type('Find', 'cobalt');
    const names = screen.getAllByRole('listitem').map((item) => item.textContent);
    expect(names.length).toBeGreaterThan(0);
    for (const name of names) expect(name).toMatch(/cobalt/i);
  });
});

describe('what is wanted of a slip', () => {
  it('is changed for a use, and then counts', async () => {
    const studio = testStudio(home);
    show(<Wanted />);
    const { name } = consistencyFor('brushed-engobe');
    await press(`Change what is wanted: ${name}`);
    await type('SG from', '1.5');
    await type('SG to', '1.4');
    await press('Set it');
    expect(await complaint()).toMatch(/range ends before it begins/);
    await type('SG to', '1.56');
    await choose(/^Timed in/, 'Yoghurt pot');
    await type('Seconds from', '20');
    await type('Seconds to', '30');
    await press('Set it');
    expect(await screen.findByText(/SG 1.50–1.56; 20–30 s in Yoghurt pot/)).toBeTruthy();
    expect(loggedOnly(studio, 'wanted.set')).toMatchObject({
      subject: 'brushed-engobe',
      body: { gravity: { from: 1.5, to: 1.56 }, flow: { cupId: 'cup', seconds: { from: 20, to: 30 } } },
    });
  });

  it('has cups of its own, which need a name', async () => {
    const studio = testStudio();
    show(<Wanted />);
    await press('Add a cup');
    await press('Set it');
    expect(await complaint()).toMatch(/needs a name/);
    fireEvent.change(screen.getByLabelText('Name of the cup'), { target: { value: 'Tin' } });
    await choose(/^Which kind/, /Ford/);
    await press('Set it');
    await screen.findByText('Tin');
    expect(loggedOnly(studio, 'cup.set').body).toEqual({ name: 'Tin', kind: 'ford-4' });
  });
});
