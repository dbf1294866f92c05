import { describe, expect, it } from 'vitest';
import { emptyTouchCheck } from '../../forecast/touchCheck.ts';
import { slipForCoat } from '../../slip/amount.ts';
import { binProblem, intoBin } from './binned.ts';
import { clayChecked } from './checked.ts';
import { leftOut, stepDone, takenM3, type DoneMeant } from './done.ts';
import { loaded, unloaded } from './fired.ts';
import { covered } from './kept.ts';
import { toppedUp } from './tubs.ts';

const ref = { layer: 'l', step: 'coat', zone: null, pass: 1 };
const on = (pieceId: string) => ({ pieceId, areaM2: 0.04, refs: [ref], zone: null });
const poured: DoneMeant = {
  on: [on('a'), on('b')],
  face: 'outside',
  body: {
    effects: [{ does: 'coat', use: 'poured-ground', thicknessM: 0.0007, share: 0.5 }],
    slip: { specificGravity: 1.45, grainDensity: 2600, adjusted: 'none' },
  },
  tubId: 'white',
  stage: null,
};
const kinds = (drafts: { kind: string; subject: string }[]) =>
  drafts.map(({ kind, subject }) => `${kind} ${subject}`);

describe('a step that was done', () => {
  it('takes from its tub what was laid on each piece, by the way it is laid', () => {
    const drafts = stepDone(poured);
    expect(kinds(drafts)).toEqual(['piece.done a', 'tub.used white', 'piece.done b', 'tub.used white']);
    expect(drafts[1]).toMatchObject({
      body: { volumeM3: slipForCoat(0.02, 0.0007, 'poured-ground'), pieceId: 'a' },
    });
    expect(takenM3({ body: { ...poured.body, slip: null } }, on('a'))).toBe(0);
    expect(kinds(stepDone({ ...poured, tubId: null }))).toEqual(['piece.done a', 'piece.done b']);
  });

  it('at another stage than the clock has is a check of the first piece, in the same act', () => {
    const so = { ...poured, tubId: null, stage: { found: 'drying', clock: 'leather-hard' } as const };
    expect(kinds(stepDone(so))).toEqual(['piece.checked a', 'piece.done a', 'piece.done b']);
    expect(stepDone(so)[1]).toMatchObject({ body: { stage: 'drying' }, face: 'outside' });
    const same = { ...so, stage: { found: 'drying', clock: 'drying' } as const };
    expect(kinds(stepDone(same))).toEqual(['piece.done a', 'piece.done b']);
  });

  it('or was left out, says why of each', () => {
    expect(leftOut([on('a'), on('b')], 'too late')).toMatchObject([
      { kind: 'piece.left-out', subject: 'a', body: { refs: [ref], reason: 'too late' } },
      { subject: 'b' },
    ]);
  });
});

describe('what is meant of many', () => {
  it('covers each as it stands, and moves those that stand elsewhere', () => {
    const piece = { cover: 'tight', stand: 'board', room: 'damp' } as const;
    expect(
      kinds(
        covered([
          { id: 'a', ...piece, roomId: 'damp' },
          { id: 'b', ...piece, roomId: 'hall' },
        ]),
      ),
    ).toEqual(['piece.covered a', 'piece.covered b', 'piece.moved b']);
    expect(kinds(covered([{ id: 'a', cover: 'open', stand: 'board' }]))).toEqual(['piece.covered a']);
  });

  it('checks one for those alike, and nothing where nothing was answered', () => {
    const check = {
      id: 'a',
      place: 'wall',
      answers: emptyTouchCheck,
      confirmed: false,
      alike: ['b'],
    } as const;
    expect(clayChecked({ ...check, stage: null })).toEqual([]);
    expect(kinds(clayChecked({ ...check, stage: 'drying' }))).toEqual(['piece.checked a', 'piece.sampled b']);
  });

  it('loads a kiln, and says how each came out', () => {
    expect(
      kinds(
        loaded('load', [
          { id: 'a', loads: [ref] },
          { id: 'b', loads: [] },
        ]),
      ),
    ).toEqual(['load.loaded load', 'piece.done a']);
    const load = { id: 'load', set: { cone: '04', to: 'bisque' } } as never;
    const out = unloaded(load, [{ id: 'a', fires: [ref], outcome: 'bad', faults: ['cracked'] }], 'too fast');
    expect(out[1]).toMatchObject({
      subject: 'a',
      body: {
        effects: [{ does: 'fire', cone: '04', to: 'bisque' }],
        outcome: 'bad',
        faults: ['cracked'],
        note: 'too fast',
      },
    });
  });
});

describe('slip and clay', () => {
  it('topped up from a tub of the shelf leaves that so much less', () => {
    const slip = { volumeM3: 0.0004, specificGravity: 1.4, fromTubId: 'white' };
    expect(kinds(toppedUp('black', slip))).toEqual(['tub.topped black', 'tub.used white']);
    expect(kinds(toppedUp('black', { ...slip, fromTubId: null }))).toEqual(['tub.topped black']);
  });

  it('go into the bin that takes them; another says why not', () => {
    const bin = { id: 'plain', name: 'Plain', kind: 'reclaim', clayId: null } as never;
    const trimmings = { waste: 'clean', clayId: 'c', massKg: 0.2, from: 'turned' } as const;
    expect(binProblem(bin, trimmings)).toBeNull();
    expect(intoBin(bin, trimmings)).toMatchObject([
      { kind: 'bin.filled', body: { massKg: 0.2, override: null } },
    ]);
    expect(binProblem(bin, { waste: 'silicate', clayId: 'c' })!.message.length).toBeGreaterThan(20);
  });
});
