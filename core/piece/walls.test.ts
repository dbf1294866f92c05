import { runsOf } from '../drying/run.ts';
import { describe, expect, it } from 'vitest';
import { waterIn } from '../drying/mesh.ts';
import { carryTogether } from '../drying/together.ts';
import type { Form } from '../form/form.ts';
import type { Zone } from '../technique/layer.ts';
import { estimateNow } from './stateEstimate.ts';
import { foldPiece } from '../log/piece.ts';
import { caseOf, cruetMade, hoursOn, logged } from './piece.test-support.ts';
import { judgedOn, ownWalls, seamsOf, shareIn, sharesOf } from './walls.ts';

const jar: Form = { kind: 'cylinder', diameterM: 0.12, heightM: 0.2, wallM: 0.006, mouth: 'open' };
const band = (from: number, to: number): Zone => ({ id: `${from}`, name: 'band', kind: 'band', from, to });
const whole: Zone = { id: 'w', name: 'all', kind: 'whole' };

describe('the walls that bands make of one', () => {
  it('are one for each set of bands, together the whole height', () => {
    const walls = ownWalls(jar, [whole, band(0.2, 0.5), band(0.4, 0.7)]);
    expect(walls.map(({ name }) => name)).toEqual(['wall', 'band 20–40', 'band 40–50', 'band 50–70']);
    expect(walls[0]!.stretches).toEqual([
      [0, 0.2],
      [0.7, 1],
    ]);
    expect(sharesOf(walls).reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 12);
  });

  it('leave a narrow band in the wall, which it wets by its share', () => {
    // water goes sideways through 6 mm in minutes, through 24 mm in two hours
    expect(ownWalls(jar, [band(0.5, 0.6)])).toHaveLength(1);
    const [wall] = ownWalls(jar, [band(0.5, 0.6)]);
    expect(shareIn(band(0.5, 0.6), wall!, [])).toBeCloseTo(0.1, 12);
  });

  it('are met by what is done on them alone, and a motif by where it lies', () => {
    const upper = band(0.6, 0.9);
    const motif: Zone = { id: 'm', name: 'leaf', kind: 'motif', within: upper.id, share: 0.1, widthM: 0.01 };
    const zones = [band(0.1, 0.4), upper, motif];
    const walls = ownWalls(jar, zones);
    const of = (zone: Zone) => walls.map((wall) => shareIn(zone, wall, zones));
    expect(of(upper)).toEqual([0, 0, 1]);
    expect(of(motif)).toEqual([0, 0, 1]);
    expect(of(whole)).toEqual([1, 1, 1]);
    expect(judgedOn(walls, [motif], zones)).toBe('band 60–90');
    expect(judgedOn(walls, [whole], zones)).toBe('wall');
  });

  it('keep the water of the piece between them', () => {
    const zones = [band(0.3, 0.6)];
    const facts = caseOf([cruetMade({ form: jar })]);
    const piece = foldPiece('p', facts.entries)!;
    const routed = { ...piece, layers: [{ ...piece.layers[0]!, zones }] };
    const { best, joined } = estimateNow(routed, facts, hoursOn(2), 2);
    const seams = seamsOf(jar, null, ownWalls(jar, zones));
    expect(seams.joins.length).toBe(joined.joins.length);
    const total = () =>
      runsOf(best).reduce(
        (sum, [name, { wall, state }]) => sum + seams.areas[name]! * waterIn(wall.mesh, state.x),
        0,
      );
    const before = total();
    const left = () =>
      runsOf(best).reduce(
        (sum, [name, { state }]) => sum + seams.areas[name]! * (state.left.inside + state.left.outside),
        0,
      );
    const leftBefore = left();
    carryTogether(best, seams, {}, hoursOn(20));
    expect((total() + left() - leftBefore) / before).toBeCloseTo(1, 9);
  });
});

describe('a coat on a band', () => {
  const zones = [band(0.1, 0.45), band(0.55, 0.9)];
  const coated = (zone: Zone | null) =>
    logged('piece.done', hoursOn(5), {
      refs: [],
      effects: [{ does: 'coat', use: 'poured-ground', thicknessM: 0.0006, share: 1 }],
      zone,
      endedAt: null,
      slip: { specificGravity: 1.45, grainDensity: 2600, adjusted: 'none' },
      tubs: [],
      form: null,
      outcome: null,
      faults: [],
      note: '',
    });
  const walls = (...entries: Parameters<typeof caseOf>[0]) => {
    const facts = caseOf([cruetMade({ form: jar }), ...entries]);
    const piece = foldPiece('p', facts.entries)!;
    const routed = { ...piece, layers: [{ ...piece.layers[0]!, zones }] };
    const { best } = estimateNow(routed, facts, hoursOn(6), 2);
    return (name: 'wall' | 'band 10–45' | 'band 55–90') => {
      const { wall, state } = best[name]!;
      const { from, to } = wall.mesh.body;
      let water = 0;
      let dry = 0;
      for (let i = from; i < to; i++) {
        water += wall.mesh.widths[i]! * state.x[i]!;
        dry += wall.mesh.widths[i]!;
      }
      return water / dry;
    };
  };

  it('wets that band and leaves the other as it was', () => {
    const [bare, upper] = [walls(), walls(coated(zones[1]!))];
    expect(upper('band 55–90')).toBeGreaterThan(bare('band 55–90') + 0.015);
    // but for what came sideways in an hour
    expect(Math.abs(upper('band 10–45') - bare('band 10–45'))).toBeLessThan(0.001);
  });

  it('wets all of it where it lies all over', () => {
    const [bare, all] = [walls(), walls(coated(whole))];
    for (const name of ['wall', 'band 10–45', 'band 55–90'] as const)
      expect(all(name)).toBeGreaterThan(bare(name) + 0.015);
  });
});
