import { describe, expect, it } from 'vitest';
import { entry, measuredBody, sampleOf, tubBody } from '../log/entries.test-support.ts';
import type { EntryBodies } from '../log/entry.ts';
import { foldTub } from '../log/tub.ts';
import { alsoRightFor, bySuit, mayBeOffered, suitedFor } from './suited.ts';

const AT = '2026-02-01T09:00:00Z';
const tub = (name: string, gravity: number | null, change: Partial<EntryBodies['tub.made']> = {}) => ({
  openLossM3: 1e-4,
  tub: foldTub(name, [
    entry('tub.made', name, tubBody({ name, adjusted: 'none', volumeM3: 0.001, ...change }), AT),
    ...(gravity === null
      ? []
      : [entry('tub.measured', name, measuredBody({ sample: sampleOf(gravity) }), AT)]),
  ])!,
});
const verdict = (of: ReturnType<typeof tub>, use: Parameters<typeof suitedFor>[1]) =>
  suitedFor(of, use, {}).judgement.verdict;

describe('a tub for the act in hand', () => {
  // made for brushing: SG 1.3 to 1.42; a trailed line wants 1.48 to 1.62. Common practice
  const thick = tub('Chalk', 1.55, { use: 'brushed-engobe' });

  it('is judged for that, whatever it was made for', () => {
    expect(verdict(thick, 'brushed-engobe')).toBe('too-thick');
    expect(verdict(thick, 'trailing')).toBe('right');
    expect(verdict(thick, 'texture')).toBe('too-thin');
    expect(alsoRightFor(thick, {})).toContain('trailing');
    expect(alsoRightFor(thick, {})).not.toContain('brushed-engobe');
  });

  it('is no silicate and no glaze because it runs like one, nor the other way round', () => {
    const creamy = tub('Peat', 1.37, { use: 'brushed-engobe' });
    expect(verdict(creamy, 'silicate')).toBe('right');
    expect(alsoRightFor(creamy, {})).not.toContain('silicate');
    expect(alsoRightFor(creamy, {})).not.toContain('glaze');
    expect(alsoRightFor(tub('Jar', 1.41, { use: 'silicate' }), {})).toEqual([]);
  });

  it('is corrected towards that: water for a brush, powder for texture, nothing for a line', () => {
    expect(suitedFor(thick, 'brushed-engobe', {}).correction!.roads[0]!.road).toBe('water');
    expect(suitedFor(thick, 'texture', {}).correction!.roads[0]!.road).toBe('powder');
    expect(suitedFor(thick, 'trailing', {}).correction).toBeNull();
  });

  it('is judged by what the studio wants, where that was set', () => {
    const wanted = { feel: { from: 'set-yoghurt', to: 'set-yoghurt' }, mesh: null, flow: null } as const;
    const set = { 'brushed-engobe': { ...wanted, gravity: { from: 1.5, to: 1.6 } } };
    expect(suitedFor(thick, 'brushed-engobe', set).judgement.verdict).toBe('right');
  });

  it('stands before those that are not known, and those before what must be corrected', () => {
    const all = [
      tub('thin', 1.2),
      tub('never measured', null),
      tub('also right', 1.55),
      tub('made for it', 1.55, { use: 'trailing' }),
    ];
    expect(bySuit(all, 'trailing', {}).map(({ tub: { made } }) => made.name)).toEqual([
      'made for it',
      'also right',
      'never measured',
      'thin',
    ]);
  });

  it('is not offered where pupils work with a toxic colourant or silicate in it', () => {
    const toxic = tub('Black', 1.4, { carries: ['colour', 'toxic'] });
    const silicate = tub('Lake', 1.7, { carries: ['silicate'] });
    expect([toxic, silicate, thick].map((of) => mayBeOffered(of, true))).toEqual([false, false, true]);
    expect([toxic, silicate, thick].map((of) => mayBeOffered(of, false))).toEqual([true, true, true]);
  });
});
