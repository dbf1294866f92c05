import { describe, expect, it } from 'vitest';
import { defaultBody } from '../clay/body.ts';
import { carriedWith, carriesNothing, cutWaste, type Carried } from '../log/carried.ts';
import { nothingSaid, type PieceDone } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import { binFor, binKinds, wastes, whyNotInto, worstOf, type BinKind, type Waste } from '../slip/bin.ts';
import { coatLaid, cruetMade, hoursOn } from './piece.test-support.ts';
import { cutOffKg, leavesSilicate, takesOff } from './waste.ts';

const slip = { specificGravity: 1.4, grainDensity: 2600, adjusted: 'none' as const };
const did = (more: Partial<PieceDone>): PieceDone => ({ ...nothingSaid, ...more });
const coat: PieceDone['effects'] = [{ does: 'coat', use: 'brushed-engobe', thicknessM: 0.0002, share: 1 }];

describe('what clay cut off a piece carries', () => {
  const kinds: Record<string, Waste> = {
    white: 'clean',
    iron: 'coloured',
    cobalt: 'toxic',
    thin: 'thin-deflocculated',
  };
  const waste = (carried: Partial<Carried>) =>
    cutWaste({ ...carriesNothing, ...carried }, (id) => kinds[id] ?? null);

  it('is the worst that was laid on it', () => {
    expect(waste({})).toBe('clean');
    expect(waste({ tubs: ['white'] })).toBe('clean');
    expect(waste({ tubs: ['white', 'thin'] })).toBe('thin-deflocculated');
    expect(waste({ tubs: ['thin', 'iron'] })).toBe('coloured');
    expect(waste({ tubs: ['iron'], silicate: true })).toBe('silicate');
    expect(waste({ tubs: ['cobalt'], silicate: true })).toBe('toxic');
  });

  it('counts slip that nobody named as coloured: better kept apart than in the barrel', () => {
    expect(waste({ slip: true })).toBe('coloured');
    expect(waste({ tubs: ['gone-from-the-shelf'] })).toBe('coloured');
  });

  it('is gathered from deeds: tubs once each, slip of none, silicate', () => {
    const all = [
      did({ effects: coat, slip, tubs: ['iron'] }),
      did({ effects: coat, slip, tubs: ['iron', 'white'] }),
      did({ effects: [{ does: 'silicate', kgM2: 0.2, share: 1 }] }),
      did({ effects: [{ does: 'cut', depthM: 0.001, share: 0.1 }] }),
    ].reduce(carriedWith, carriesNothing);
    expect(all).toEqual({ tubs: ['iron', 'white'], slip: false, silicate: true });
    expect(carriedWith(carriesNothing, did({ effects: coat, slip })).slip).toBe(true);
  });

  it('is known of a piece from its log', () => {
    const piece = foldPiece('p', [cruetMade(), coatLaid(1, hoursOn(2))])!;
    expect(piece.carried.slip || piece.carried.tubs.length > 0).toBe(true);
    expect(foldPiece('p', [cruetMade()])!.carried).toEqual(carriesNothing);
  });
});

describe('the bin for it', () => {
  const bins = binKinds.map(({ kind }) => ({ kind, clayId: kind === 'reclaim' ? 'red' : null }));

  it('is the one meant for it, and never one that refuses it', () => {
    const meant: [Waste, BinKind][] = [
      ['clean', 'reclaim'],
      ['thin-deflocculated', 'apart'],
      ['coloured', 'coloured'],
      ['silicate', 'waste'],
      ['toxic', 'toxic-waste'],
    ];
    for (const [waste, kind] of meant) expect(binFor(bins, waste, 'red')!.kind).toBe(kind);
    for (const { waste } of wastes)
      for (const some of bins.map((_, i) => bins.slice(i))) {
        const found = binFor(some, waste, 'red');
        if (found) expect(whyNotInto(found.kind, waste, true)).toBeNull();
        else expect(some.every(({ kind }) => whyNotInto(kind, waste, true) !== null)).toBe(true);
      }
  });

  it('of another body is not the barrel of this one', () => {
    expect(binFor(bins, 'clean', 'buff')!.kind).not.toBe('reclaim');
    expect(binFor([{ kind: 'reclaim', clayId: 'red' }], 'clean', 'buff')).toBeNull();
  });

  it('is asked by the worst of several wastes', () => {
    expect(worstOf([])).toBe('clean');
    expect(worstOf(['coloured', 'thin-deflocculated'])).toBe('coloured');
    expect(worstOf(['toxic', 'silicate'])).toBe('toxic');
  });
});

describe('how much is cut off', () => {
  it('is depth by share by face, as heavy as wet clay', () => {
    // handbook: leather-hard clay weighs about 1.9 to 2.1 kg/l
    const effects = [{ does: 'cut' as const, depthM: 0.001, share: 0.25 }];
    const kg = cutOffKg(effects, 0.04, { body: defaultBody, meanX: 0.2 });
    const litres = 0.001 * 0.25 * 0.04 * 1000;
    expect(kg / litres).toBeGreaterThan(1.85);
    expect(kg / litres).toBeLessThan(2.15);
    expect(cutOffKg([...effects, ...effects], 0.04, { body: defaultBody, meanX: 0.2 })).toBeCloseTo(
      2 * kg,
      12,
    );
    expect(cutOffKg([{ does: 'none' }], 0.04, { body: defaultBody, meanX: 0.2 })).toBe(0);
  });

  it('leaves water with silicate in it where silicate is laid, or wiped over', () => {
    const silicate = [{ does: 'silicate' as const, kgM2: 0.2, share: 1 }];
    const wiped = [{ does: 'wipe' as const, share: 0.5 }];
    expect(leavesSilicate(silicate, carriesNothing)).toBe(true);
    expect(leavesSilicate(wiped, carriesNothing)).toBe(false);
    expect(leavesSilicate(wiped, { ...carriesNothing, silicate: true })).toBe(true);
    expect(leavesSilicate(coat, { ...carriesNothing, silicate: true })).toBe(false);
  });

  it('is asked of cuts and scrapings only', () => {
    expect(takesOff([{ does: 'none' }, { does: 'scrape', depthM: 0.001, share: 1 }])).toBe(true);
    expect(takesOff(coat)).toBe(false);
  });
});
