import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
  activityLaw,
  defaultBody,
  diffusivityLaw,
  drySolidsPerArea,
  equilibriumX,
  linearShrinkage,
  specificVolume,
} from './body.ts';
import { wetness } from './colour.ts';
import {
  edgeAtWater,
  moistureIndex,
  stageAt,
  stageSpan,
  stages,
  stagesApart,
  waterAtEdge,
  waterAtIndex,
} from './stage.ts';
import { dryBasis, wetBasis } from './water.ts';

const porcelain = {
  ...defaultBody,
  plasticX: 0.31,
  criticalX: 0.16,
  isotherm: { scale: 0.011, power: 0.42 },
};
const water = fc.double({ min: 0.001, max: 0.3, noNaN: true });

describe('laws of a clay body', () => {
  it('has the dry density and the solids of a 6 mm wall its defaults imply', () => {
    // from the defaults: 1/(1/2600 + 0.12/1000 + 2e-5) = 1906 kg/m³, and 9.17 kg/m² for 6 mm
    expect(1 / specificVolume(defaultBody, 0)).toBeCloseTo(1906, 0);
    expect(drySolidsPerArea(defaultBody, 0.006)).toBeCloseTo(9.17, 2);
  });

  it('shrinks 4 to 8 % from plastic to bone dry, and not below the critical water content', () => {
    // common practice, no source
    const whole = linearShrinkage(defaultBody, 0.25, 0);
    expect(whole).toBeGreaterThan(0.04);
    expect(whole).toBeLessThan(0.08);
    expect(linearShrinkage(defaultBody, 0.12, 0.01)).toBe(0);
  });

  it('has an isotherm that turns round, and slopes that are those of its values', () => {
    fc.assert(
      fc.property(water, (x) => {
        const law = activityLaw(defaultBody);
        const a = law.value(x);
        if (a < 0.9999) expect(equilibriumX(defaultBody, a)).toBeCloseTo(x, 6);
        for (const curve of [law, diffusivityLaw(defaultBody)]) {
          const h = x * 1e-5;
          const slope = (curve.value(x + h) - curve.value(x - h)) / (2 * h);
          expect(curve.slope(x, curve.value(x))).toBeCloseTo(slope, 4);
        }
      }),
    );
  });
});

describe('moisture index and stages', () => {
  it('is 100 from the bag, 0 in balance with a room, and about 46 where shrinking stops', () => {
    expect(moistureIndex(defaultBody, 0.25)).toBe(100);
    expect(moistureIndex(defaultBody, 0.008)).toBe(0);
    expect(moistureIndex(defaultBody, 0.12)).toBeCloseTo(46, 0);
  });

  it('turns round, for the index and for edges tied to the body’s own critical water content', () => {
    fc.assert(
      fc.property(water, fc.constantFrom(defaultBody, porcelain), (x, body) => {
        expect(waterAtIndex(body, moistureIndex(body, x))).toBeCloseTo(x, 9);
        expect(waterAtEdge(body, edgeAtWater(body, x))).toBeCloseTo(x, 9);
      }),
    );
    expect(stageAt(porcelain, 0.161).stage).toBe('stiff-leather-hard');
    expect(stageAt(porcelain, 0.155).stage).toBe('drying');
  });

  it('has stages that join without gaps, wettest first', () => {
    for (let i = 1; i < stages.length; i++) {
      expect(stageSpan(defaultBody, stages[i]!.stage).toX).toBeCloseTo(
        stageSpan(defaultBody, stages[i - 1]!.stage).fromX,
        9,
      );
    }
    expect(stagesApart('plastic', 'leather-hard')).toBe(2);
  });

  it('looks darker the wetter it is, and loses most of its darkness below the critical water content', () => {
    fc.assert(
      fc.property(water, water, (a, b) =>
        a <= b ? wetness(defaultBody, a) <= wetness(defaultBody, b) : true,
      ),
    );
    expect(wetness(defaultBody, 0.12)).toBeCloseTo(0.5, 1);
  });

  it('tells dry basis from wet basis', () => {
    expect(dryBasis(0.2)).toBe(0.25);
    expect(wetBasis(dryBasis(0.19))).toBeCloseTo(0.19, 12);
  });
});
