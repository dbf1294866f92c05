import { describe, expect, it } from 'vitest';
import type { z } from 'zod';
import type { EntryBodies } from '../core/log/entry.ts';
import type { AnyAct, AnyEntry, AnyRecordedAct, EarlierBodies } from '../core/log/upcast.ts';
import { bodies, type act, type entry, type recordedAct } from './entry.ts';
import { form, type earlierBodies } from './piece.ts';

type Bodies = { [K in keyof typeof bodies]: z.infer<(typeof bodies)[K]> };
type Earlier = { [K in keyof typeof earlierBodies]: z.infer<(typeof earlierBodies)[K]> };

/** True only where each type can stand for the other. */
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false;

describe('the contract', () => {
  it('has the very types of the log', () => {
    const same: [
      Same<Bodies, EntryBodies>,
      Same<Earlier, EarlierBodies>,
      Same<z.infer<typeof entry>, AnyEntry>,
      Same<z.infer<typeof act>, AnyAct>,
      Same<z.infer<typeof recordedAct>, AnyRecordedAct>,
    ] = [true, true, true, true, true];
    expect(same).not.toContain(false);
  });

  it('names the field and the remedy of an absurd wall', () => {
    const outcome = form.safeParse({ kind: 'plate', diameterM: 0.2, wallM: -0.006 });
    const issue = outcome.error!.issues[0]!;
    expect(issue.path).toEqual(['wallM']);
    expect(issue.message).toMatch(/between 0.5 and 100 mm.*check the unit/);
  });

  it.each([
    ['humidity 0', 0],
    ['humidity 140 %', 1.4],
  ])('refuses %s with words', (_name, meanHumidity) => {
    const cycle = { meanCelsius: 20, swingCelsius: 1, meanHumidity, swingHumidity: 0, warmestHour: 15 };
    const outcome = bodies['room.set'].safeParse({ name: 'Loft', cycle, heatTransfer: 4 });
    expect(outcome.error!.issues[0]!.path).toEqual(['cycle', 'meanHumidity']);
    expect(outcome.error!.issues[0]!.message).toContain('between 2 and 99 %');
  });

  it('refuses a clay that stops shrinking wetter than it is thrown', () => {
    const outcome = bodies['clay.set'].safeParse({
      name: 'x',
      plasticX: 0.2,
      criticalX: 0.25,
      grainDensity: 2600,
      airVolume: 0,
      diffusivity: { at0: 1e-9, growth: 8 },
      isotherm: { scale: 0.008, power: 0.45 },
      totalShrinkage: 0.1,
      wetColour: '#000000',
      dryColour: '#ffffff',
    });
    expect(outcome.error!.issues[0]!.path).toEqual(['criticalX']);
  });
});
