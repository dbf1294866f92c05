import { describe, expect, it } from 'vitest';
import { techniques } from '../catalogue/catalogue.ts';
import { nothingSaid } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import { appearanceOf } from '../piece/appearance.ts';
import { usually, wallEventsOf } from '../piece/operation.ts';
import { cruetMade, hoursOn, logged } from '../piece/piece.test-support.ts';
import { coatLoad } from '../slip/density.ts';
import { wholeZone } from '../technique/layer.ts';
import type { Effect } from '../technique/technique.ts';
import { metricUnits } from '../units/quantity.ts';
import { effectWords, fieldsOf, loadOf, rows, slipTaken, wallEvents } from './rows.ts';

const slip = { specificGravity: 1.4, grainDensity: 2600, adjusted: 'none' } as const;
const wall = { at: 0, face: 'outside', wall: 'wall', within: 1, slip, pass: 1 } as const;
/** Every effect that any technique has. */
const all = techniques().flatMap((technique) =>
  technique.steps.flatMap(({ effects }) => effects.map((effect) => ({ of: technique.id, effect }))),
);

describe('what is asked of an effect', () => {
  it('is a figure that it has', () => {
    for (const { of, effect } of all)
      for (const { key, optional } of fieldsOf(effect))
        expect(optional || key in effect, `${of}: ${effect.does}.${key}`).toBe(true);
    expect(new Set(all.map(({ effect }) => effect.does)).size).toBeGreaterThan(15);
  });
});

describe('what an effect lays', () => {
  it('is the water and clay that come onto the wall', () => {
    const laid = all.filter(({ effect }) => rows[effect.does].lays);
    for (const { of, effect } of laid) {
      const done = usually(effect);
      const [event] = wallEvents(done, wall);
      if (event?.kind !== 'coat') throw new Error(`${of}: ${effect.does} lays nothing`);
      const { thicknessM, specificGravity, grainDensity, silicateSolids, share = 1 } = event.coat;
      const load = loadOf(done, slip, 1);
      const mass = thicknessM * 1000 * specificGravity * share;
      expect(load.water + load.dry, `${of}: ${effect.does}`).toBeCloseTo(mass, 9);
      if (silicateSolids === undefined)
        expect(load.dry).toBeCloseTo(coatLoad(thicknessM, specificGravity, grainDensity).dry * share, 9);
      // more leaves the tub than lies on the clay
      expect(slipTaken(done, slip, 1, 1)).toBeGreaterThan(0);
    }
    expect(laid.length).toBeGreaterThan(20);
  });

  it('meets a share of the wall by the share of its zone', () => {
    const coat = { does: 'coat', use: 'brushed-engobe', thicknessM: 0.0002, share: 0.5 } as const;
    const [event] = wallEvents(coat, { ...wall, within: 0.4 });
    expect(event).toMatchObject({ kind: 'coat', coat: { share: 0.2 } });
    expect(wallEvents(coat, { ...wall, wall: 'floor' })).toEqual([]);
  });
});

describe('an invented effect', () => {
  it('is a row: it wets the wall, is seen, said and asked for, with no change elsewhere', () => {
    const table = rows as Record<string, unknown>;
    table['dew'] = {
      wets: true,
      wall: ({ kgM2 }: { kgM2: number }, { at, face }: { at: number; face: 'outside' }) => [
        { at, kind: 'mist', face, water: kgM2 },
      ],
      seen: (_effect: unknown, { add }: { add: (as: 'shine', share: number) => unknown }) =>
        add('shine', 0.5),
      fields: () => [{ key: 'kgM2', label: 'Dew laid', as: 'grams' }],
      done: ({ kgM2 }: { kgM2: number }) => `dew ${kgM2 * 1000} g/m²`,
    };
    try {
      const dew = { does: 'dew', kgM2: 0.02 } as unknown as Effect<number>;
      const entries = [cruetMade(), logged('piece.done', hoursOn(1), { ...nothingSaid, effects: [dew] })];
      const piece = foldPiece('p', entries)!;
      expect(appearanceOf(piece, entries, () => null).laid).toMatchObject([{ as: 'shine', share: 0.5 }]);
      const done = {
        refs: [],
        at: 0,
        face: 'outside' as const,
        zones: [wholeZone],
        effects: [dew],
        slip: null,
      };
      expect(wallEventsOf(done, { name: 'wall', stretches: [] })).toEqual([
        { at: 0, kind: 'mist', face: 'outside', water: 0.02 },
      ]);
      expect(effectWords(dew, metricUnits)).toBe('dew 20 g/m²');
      expect(fieldsOf(dew).map(({ label }) => label)).toEqual(['Dew laid']);
    } finally {
      delete table['dew'];
    }
  });
});
