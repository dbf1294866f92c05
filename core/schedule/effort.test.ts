import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { cycleClimate, steadyClimate } from '../drying/air.ts';
import { plainSetting } from '../drying/run.ts';
import { defaultRoom } from '../log/studio.ts';
import { DAY, HOUR } from '../units/quantity.ts';
import { effortBetween, effortOf, REFERENCE_AIR } from './effort.ts';

const setting = plainSetting(defaultBody, 0.006);
const under = (climate: ReturnType<typeof steadyClimate>, cover: 'open' | 'tight' = 'open') =>
  effortOf(setting, { climate, heatTransfer: 4 }, cover, 0, 3 * DAY);

describe('effort', () => {
  it.each(['open', 'tight'] as const)('in the reference air is the time that passes, %s', (cover) => {
    const effort = under(steadyClimate(REFERENCE_AIR.celsius, REFERENCE_AIR.humidity), cover);
    expect(effortBetween(effort, 5 * HOUR, 17.3 * HOUR)).toBeCloseTo(12.3, 9);
  });

  it('is less in damp air by as much as less vapour is drawn off: a cover feels the air, not the wet bulb', () => {
    // under tight plastic the surface is as warm as the room: (1 − 0.8)/(1 − 0.5), within what evaporation cools it
    const damp = under(steadyClimate(20, 0.8), 'tight');
    expect(effortBetween(damp, 0, DAY) / 24).toBeCloseTo(0.4, 2);
    expect(effortBetween(under(steadyClimate(20, 0.8)), 0, DAY) / 24).toBeLessThan(0.42);
  });

  it('never runs back, and nothing dries in fog', () => {
    const room = under(cycleClimate(defaultRoom.cycle, 0));
    for (let i = 1; i < room.sums.length; i++) expect(room.sums[i]).toBeGreaterThan(room.sums[i - 1]!);
    expect(effortBetween(under(steadyClimate(20, 1)), 0, DAY)).toBeCloseTo(0, 6);
  });

  it('of two stretches is that of both together', () => {
    const room = under(cycleClimate(defaultRoom.cycle, 0));
    const [a, b, c] = [3.1 * HOUR, 20.7 * HOUR, 41 * HOUR];
    expect(effortBetween(room, a, b) + effortBetween(room, b, c)).toBeCloseTo(effortBetween(room, a, c), 9);
  });
});
