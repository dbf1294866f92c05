import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { outlineOf } from '../form/outline.ts';
import { outsideArea, silhouette, type Form } from '../form/form.ts';
import { foldPiece } from '../log/piece.ts';
import { wholeZone, type Zone } from '../technique/layer.ts';
import type { Effect } from '../technique/technique.ts';
import type { Lies } from '../operation/decoration.ts';
import { appearanceOf } from './appearance.ts';
import { nothingSaid, type Entry } from '../log/entry.ts';
import { cruetMade, hoursOn, logged } from './piece.test-support.ts';

const usual = { thicknessM: 0.00015, share: 1 };
const coat: Effect<number> = { does: 'coat', use: 'brushed-engobe', ...usual };
const slip = { specificGravity: 1.37, grainDensity: 2650, adjusted: 'none' } as const;
const band: Zone = { id: 'b', name: 'Band', kind: 'band', from: 0.2, to: 0.5 };
const colours = { wet: '#222222', fired: '#884422' };

const look = (...deeds: { effects: Effect<number>[]; zone?: Zone; tubs?: string[]; inside?: true }[]) => {
  const entries: Entry[] = [
    cruetMade(),
    ...deeds.map(({ effects, zone = wholeZone, tubs = [], inside }, i) =>
      logged(
        'piece.done',
        hoursOn(i + 1),
        { ...nothingSaid, effects, zone, tubs, slip },
        { face: inside ? 'inside' : 'outside' },
      ),
    ),
  ];
  return appearanceOf(foldPiece('p', entries)!, entries, (id) => (id === 'known' ? colours : null));
};
const lies = (of: { laid: { as: Lies }[] }) => of.laid.map(({ as }) => as);

describe('how a piece looks by its log', () => {
  it('has its coats where they were laid, in the colours of their tubs', () => {
    const { laid } = look({ effects: [coat], zone: band, tubs: ['known'] }, { effects: [coat] });
    expect(laid).toMatchObject([
      { as: 'coat', from: 0.2, to: 0.5, colours },
      { as: 'coat', from: 0, to: 1 },
    ]);
    expect(laid[1]!.colours).not.toEqual(colours);
  });

  it('does not show what was poured inside', () => {
    expect(lies(look({ effects: [coat], inside: true }))).toEqual([]);
  });

  it('keeps of a scraped inlay what lies in the cuts', () => {
    const cut: Effect<number> = { does: 'cut', depthM: 0.001, share: 0.2 };
    const fill: Effect<number> = { does: 'fill', use: 'inlay', depthM: 0.001, proud: 0.2, share: 0.2 };
    const scrape: Effect<number> = { does: 'scrape', depthM: 0.0003, share: 1 };
    expect(
      lies(look({ effects: [coat] }, { effects: [cut] }, { effects: [fill] }, { effects: [scrape] })),
    ).toEqual(['lines']);
    expect(lies(look({ effects: [coat] }, { effects: [scrape] }))).toEqual(['coat']);
  });

  it('cracks only where there is a skin to crack', () => {
    const stretch: Effect<number> = { does: 'stretch', by: 'hoop', ratio: 1.2 };
    const silicate: Effect<number> = { does: 'silicate', kgM2: 0.2, share: 1 };
    expect(lies(look({ effects: [stretch] }))).toEqual([]);
    expect(lies(look({ effects: [silicate] }, { effects: [stretch] }))).toEqual(['skin', 'cracks']);
  });

  it('loses its wax in the fire, and is fired then', () => {
    const wax: Effect<number> = { does: 'wax', share: 0.5 };
    const fired = look({ effects: [wax] }, { effects: [{ does: 'fire', cone: '04', to: 'bisque' }] });
    expect(lies(fired)).toEqual([]);
    expect(fired.fired).toBe('bisque');
  });
});

describe('the outline that a piece is drawn by', () => {
  const plate: Form = { kind: 'plate', diameterM: 0.24, wallM: 0.006 };
  it('is the face of flat ware: a plate is as large as its area says', () => {
    const points = outlineOf(plate);
    const area = points.slice(1).reduce((sum, { heightM, diameterM }, i) => {
      const before = points[i]!;
      return sum + ((heightM - before.heightM) * (diameterM + before.diameterM)) / 2;
    }, 0);
    // a polygon within the circle
    expect(area / outsideArea(plate)).toBeGreaterThan(0.97);
    expect(area).toBeLessThan(outsideArea(plate));
  });
  it('is the silhouette of everything that stands', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.6, noNaN: true }),
        fc.double({ min: 0.02, max: 0.6, noNaN: true }),
        (d, h) => {
          const form: Form = { kind: 'cylinder', diameterM: d, heightM: h, wallM: 0.005, mouth: 'open' };
          expect(outlineOf(form)).toEqual(silhouette(form));
        },
      ),
    );
  });
});
