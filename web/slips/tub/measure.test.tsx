import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { tubBody } from '../../../core/log/entries.test-support.ts';
import { metricUnits } from '../../../core/units/quantity.ts';
import {
  complaint,
  known,
  loggedOnly,
  press,
  show,
  testStudio,
  type,
} from '../../testing/studio.test-support.tsx';
import { Measure } from './Measure.tsx';

const black = known('tub.made', 'black', tubBody());
const ford = known('cup.set', 'ford', { name: 'Ford no. 4', kind: 'ford-4' });

function measuring(...more: Parameters<typeof testStudio>) {
  const studio = testStudio(black, ...more);
  show(<Measure />, { path: '/slips/:id/measure', at: '/slips/black/measure' });
  return studio;
}
const measured = (studio: ReturnType<typeof testStudio>) => loggedOnly(studio, 'tub.measured').body;

describe('measuring a tub', () => {
  it('shows the SG of a weighed sample before it is logged, and keeps mass, tare and volume in SI', async () => {
    const studio = measuring();
    await type(/Volume of the sample/, '50');
    await type(/Mass with its cup/, '84,5');
    await type(/The empty cup/, '12');
    // (84.5 − 12) g in 50 ml: by the definition of specific gravity
    expect(await screen.findByText('SG 1.450')).toBeTruthy();
    await press('Log measurement');
    expect(await screen.findByText('elsewhere')).toBeTruthy();
    const { volumeM3, massKg, tareKg } = measured(studio).sample!;
    expect(volumeM3).toBeCloseTo(5e-5, 12);
    expect(massKg).toBeCloseTo(0.0845, 12);
    expect(tareKg).toBeCloseTo(0.012, 12);
  });

  it('reads ounces and fluid ounces for whoever weighs in them', async () => {
    const units = { ...metricUnits, mass: 'oz', volume: 'floz' } as const;
    const studio = measuring(known('maker.set', 'maker-default', { name: 'Ola', units, scaleStepKg: 1e-3 }));
    await type(/Volume of the sample \(fl oz\)/, '2');
    await type(/Mass with its cup \(oz\)/, '3');
    await press('Log measurement');
    await screen.findByText('elsewhere');
    const { massKg, volumeM3 } = measured(studio).sample!;
    // NIST Handbook 44, appendix C: an avoirdupois ounce is 28.349523125 g, a US fluid ounce 29.57353 ml
    expect(massKg).toBeCloseTo(0.085048569375, 9);
    expect(volumeM3).toBeCloseTo(5.914706e-5, 10);
  });

  it.each([
    ['Mass with its cup', 'a lot', /mass must be a number/],
    ['Temperature of the slip', 'warm', /temperature must be a number/],
    ['How much is in the tub', 'half', /level must be a number/],
  ])('says what is wrong with %s and keeps what was typed', async (field, text, words) => {
    const studio = measuring();
    await type(new RegExp(field), text);
    await press('Log measurement');
    expect(await complaint()).toMatch(words);
    expect(screen.getByLabelText<HTMLInputElement>(new RegExp(field)).value).toBe(text);
    expect(studio.logged).toEqual([]);
  });

  it('asks again where slip would be lighter than water', async () => {
    const studio = measuring();
    await type(/Mass with its cup/, '20');
    await press('Log measurement');
    expect(await complaint()).toMatch(/water/);
    expect(studio.logged).toEqual([]);
  });

  it('refuses an empty measurement with words, and can then be given one', async () => {
    const studio = measuring();
    await press('Log measurement');
    expect(await complaint()).toMatch(/at least one|any/i);
    await press('single cream');
    await press('Log measurement');
    await screen.findByText('elsewhere');
    expect(measured(studio)).toMatchObject({ feel: 'single-cream', sample: null, flow: [] });
  });

  it('times a cup by the space bar, names its apparent viscosity, and takes a timing out', async () => {
    const clock = vi.spyOn(performance, 'now');
    const studio = measuring(ford);
    await screen.findByText('Start the stopwatch');
    const tap = (ms: number) => {
      clock.mockReturnValue(ms);
      fireEvent.keyDown(document.body, { code: 'Space' });
    };
    tap(1_000);
    await screen.findByText('Stop: it ran out');
    tap(51_000);
    // ASTM D1200: ν = 3.85·(50 − 4.49) = 175 mm²/s
    expect(await screen.findByText(/apparent viscosity 175 mm²\/s/)).toBeTruthy();
    tap(60_000);
    await screen.findByText('Stop: it ran out');
    tap(75_000);
    expect(await screen.findByText(/20 to 100 s/)).toBeTruthy();
    fireEvent.click(screen.getAllByRole('button', { name: 'Take it out' })[1]!);
    await press('Log measurement');
    await screen.findByText('elsewhere');
    expect(measured(studio)).toMatchObject({ flow: [{ cupId: 'ford', seconds: 50, restS: 0 }] });
    clock.mockRestore();
  });

  it('names the gelling where a rested timing stands beside a stirred one', async () => {
    const clock = vi.spyOn(performance, 'now');
    measuring(ford);
    await screen.findByText('Start the stopwatch');
    const time = async (from: number, to: number) => {
      clock.mockReturnValue(from);
      fireEvent.keyDown(document.body, { code: 'Space' });
      await screen.findByText('Stop: it ran out');
      clock.mockReturnValue(to);
      fireEvent.keyDown(document.body, { code: 'Space' });
    };
    await time(0, 40_000);
    await press('After a rest');
    await time(50_000, 110_000);
    expect(await screen.findByText(/Gelling: 1.50 times as long/)).toBeTruthy();
    clock.mockRestore();
  });
});
