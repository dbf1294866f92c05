import { describe, expect, it } from 'vitest';
import type { Form } from '../form/form.ts';
import { goAlong } from '../drying/batch/carry.ts';
import { clayShares, placesOf, type Stand } from '../form/places.ts';
import type { Entry } from '../log/entry.ts';
import { foldPiece } from '../log/piece.ts';
import { estimateNow } from './stateEstimate.ts';
import { caseOf, cruetMade, hoursOn, logged } from './piece.test-support.ts';
import { placesNow } from './places.ts';
import { planPiece, type PiecePlan } from '../plan/plan.ts';
import { beginProjection, coursesOf, goOn, toTheEnd } from '../plan/wallProjection.ts';

const cruet: Form = { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.006, mouth: 'narrow' };

function places(
  form: Form,
  hours: number,
  more: { stand?: Stand; attachmentM?: number } = {},
  ...entries: Entry[]
) {
  const given = caseOf([cruetMade({ form, ...more }), ...entries]);
  const piece = foldPiece('p', given.entries)!;
  const believed = estimateNow(piece, given, hoursOn(hours), 8);
  const ahead = beginProjection(believed.best, believed.at, { seams: believed.joined, covers: [] });
  goAlong([goOn(ahead, toTheEnd(['wall']))]);
  return placesNow(piece, believed, coursesOf(ahead));
}

/** Which place leads and which lags: common practice, no source. */
describe('places of a piece', () => {
  it('rim runs ahead, foot and floor on a board lag', () => {
    const now = places(cruet, 6);
    expect(now.driest.place).toBe('rim');
    expect(['foot', 'floor']).toContain(now.wettest.place);
    expect(now.shrinkageApart).toBeGreaterThan(0);
  });

  it('a thin handle runs ahead of the wall', () => {
    const now = places(cruet, 4, { attachmentM: 0.006 });
    const of = (name: string) => now.places.find((p) => p.place === name)!.meanX;
    expect(of('attachment')).toBeLessThan(of('wall'));
  });

  it('are even when fresh and when dry, and apart between', () => {
    const fresh = places(cruet, 0.1).shrinkageApart;
    const between = places(cruet, 8).shrinkageApart;
    const dry = places(cruet, 14 * 24).shrinkageApart;
    expect(fresh).toBeLessThan(0.004);
    expect(between).toBeGreaterThan(0.01);
    expect(dry).toBeLessThan(0.004);
  });

  it('flat ware has no foot, and on a rack its wall dries from below too', () => {
    const tile: Form = { kind: 'tile', lengthM: 0.2, widthM: 0.15, wallM: 0.01 };
    expect(placesOf(tile, 'board', null).map((p) => p.place)).toEqual(['wall', 'rim']);
    const wall = (stand: Stand) => places(tile, 6, { stand }).places[0]!.meanX;
    expect(wall('rack')).toBeLessThan(wall('board'));
    expect(wall('plaster')).toBeLessThan(wall('board'));
  });

  it('believes a check of the rim at the rim, and through it of the wall', () => {
    const plain = places(cruet, 6);
    const of = (now: typeof plain, name: string) => now.places.find((p) => p.place === name)!;
    const wetter = places(
      cruet,
      6,
      {},
      logged(
        'piece.checked',
        hoursOn(5.9),
        { stage: 'plastic', confirmed: true, note: '' },
        { place: 'rim' },
      ),
    );
    expect(of(wetter, 'rim').meanIndex).toBeGreaterThan(of(plain, 'rim').meanIndex + 3);
    expect(of(wetter, 'wall').meanIndex).toBeGreaterThan(of(plain, 'wall').meanIndex + 2);
    const spread = (now: typeof plain, name: string) => {
      const [low, high] = of(now, name).between;
      return high - low;
    };
    expect(spread(wetter, 'rim')).toBeLessThan(spread(plain, 'rim'));
  });

  it('reads a weighing as of the whole piece: a wet floor makes no wet wall', () => {
    const at = 6;
    const form = { kind: 'cylinder', diameterM: 0.12, heightM: 0.06, wallM: 0.006, mouth: 'open' } as const;
    const made = cruetMade({ form });
    const before = planPiece(caseOf([made]), hoursOn(at), undefined, { members: 32 })!;
    const meanX = (plan: PiecePlan, place: string) =>
      plan.places.places.find((p) => p.place === place)!.meanX;
    const whole = clayShares(form).reduce((sum, { place, share }) => sum + share * meanX(before, place), 0);
    expect(whole - meanX(before, 'wall')).toBeGreaterThan(0.01);
    const dryKg = 0.4;
    const weighed = (x: number) => {
      const entry = logged('piece.weighed', hoursOn(at), { massKg: dryKg * (1 + x), tareKg: 0, dryKg });
      return planPiece(caseOf([made, entry]), hoursOn(at) + 1, undefined, { members: 32 })!;
    };
    const asExpected = weighed(whole);
    expect(asExpected.believed.widened).toBe(0);
    expect(Math.abs(meanX(asExpected, 'wall') - meanX(before, 'wall'))).toBeLessThan(0.004);
    expect(meanX(weighed(whole - 0.015), 'wall')).toBeLessThan(meanX(asExpected, 'wall') - 0.008);
  });

  it('says of each place between what it lies, its own wall within', () => {
    for (const { meanIndex, between } of places(cruet, 6).places) {
      expect(between[0]).toBeLessThan(meanIndex);
      expect(between[1]).toBeGreaterThan(meanIndex);
    }
  });

  it('follows each place on from now, ever drier where nothing wets it', () => {
    for (const { over, meanX } of places(cruet, 6).places) {
      const now = over.at.findIndex((at) => at >= hoursOn(6));
      expect(over.meanX[now]).toBeCloseTo(meanX, 6);
      expect(over.meanX.every((x, k) => k === 0 || x <= over.meanX[k - 1]! + 5e-4)).toBe(true);
    }
  });

  it('a check of a place the piece does not have counts for nothing', () => {
    const tile: Form = { kind: 'tile', lengthM: 0.2, widthM: 0.15, wallM: 0.01 };
    const check = logged(
      'piece.checked',
      hoursOn(3),
      { stage: 'bone-dry', confirmed: true, note: '' },
      { place: 'foot' },
    );
    expect(places(tile, 4, {}, check).places[0]!.meanX).toBe(places(tile, 4).places[0]!.meanX);
  });
});
