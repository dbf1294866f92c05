import { describe, expect, it } from 'vitest';
import type { PieceDone } from '../log/entry.ts';
import { nothingSaid } from '../log/entry.ts';
import { hoursOn, logged } from './piece.test-support.ts';
import { weighedWater } from './weighing.ts';

const weighed = (hours: number, massKg: number, dryKg: number | null = null, tareKg = 0) =>
  logged('piece.weighed', hoursOn(hours), { massKg, tareKg, dryKg });
const did = (hours: number, effects: PieceDone['effects']) =>
  logged('piece.done', hoursOn(hours), { ...nothingSaid, effects });
const cut = (hours: number) => did(hours, [{ does: 'cut', depthM: 0.001, share: 0.2 }]);
const nothingLaid = () => 0;

describe('the chain of weighings', () => {
  it('is broken by a cut, and says how it is mended', () => {
    const [, after] = weighedWater([weighed(0, 1.25, 1), cut(4), weighed(6, 1.05)], nothingLaid);
    expect(after!.x).toBeNull();
    expect(after!.reason).toMatch(/cut away.*give it again, or weigh shortly before and after/);
  });

  it('holds over a cut that was weighed before and after', () => {
    // 1 kg dry at X 0.20; 60 g of it is cut away: 50 g dry and 10 g water
    const log = [weighed(0, 1.25, 1), weighed(4, 1.2), cut(4.2), weighed(4.4, 1.14), weighed(10, 1.045)];
    const [first, second, third, last] = weighedWater(log, nothingLaid);
    expect([first!.x, second!.x]).toEqual([expect.closeTo(0.25, 9), expect.closeTo(0.2, 9)]);
    // the one after the cut is used up in knowing what is left
    expect(third).toMatchObject({ x: null, reason: expect.stringContaining('was cut away') as string });
    expect(last!.x).toBeCloseTo(1.045 / 0.95 - 1, 9);
  });

  it('holds over several cuts between two weighings, and what was laid between them', () => {
    const log = [
      weighed(0, 1.2, 1),
      cut(0.2),
      cut(0.4),
      did(0.5, [{ does: 'none' }]),
      weighed(0.6, 1.14),
      weighed(5, 1.1),
    ];
    const laid = (deed: { body: PieceDone }) => (deed.body.effects[0]!.does === 'none' ? 0.02 : 0);
    const last = weighedWater(log, laid).at(-1)!;
    expect(last.x).toBeCloseTo(1.1 / (1.02 - 0.06 / 1.2) - 1, 9);
  });

  it('is not guessed at where the two are far apart, or it grew heavier', () => {
    const late = weighedWater([weighed(0, 1.2, 1), cut(3), weighed(4, 1.14)], nothingLaid);
    expect(late[1]!.reason).toMatch(/give it again/);
    const heavier = weighedWater([weighed(0, 1.2, 1), cut(0.5), weighed(1, 1.25)], nothingLaid);
    expect(heavier[1]!.reason).toMatch(/give it again/);
    // and goes on where the dry mass is given once more
    const given = weighedWater([weighed(0, 1.2, 1), cut(3), weighed(4, 1.14, 0.95)], nothingLaid);
    expect(given[1]!.x).toBeCloseTo(0.2, 9);
  });

  it('takes the tare off, and reads no piece lighter than its clay', () => {
    expect(weighedWater([weighed(0, 1.7, 1, 0.5)], nothingLaid)[0]!.x).toBeCloseTo(0.2, 9);
    expect(weighedWater([weighed(0, 0.9, 1)], nothingLaid)[0]!.reason).toMatch(/less than its dry clay/);
    expect(weighedWater([weighed(0, 1.9, 1)], nothingLaid)[0]!.reason).toMatch(/more than the wet lump/);
    expect(weighedWater([weighed(0, 1.2)], nothingLaid)[0]!.reason).toMatch(/not known/);
  });
});
