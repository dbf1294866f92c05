import { cleanup, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { defaultBody } from '../../core/clay/body.ts';
import { show, testStudio } from '../testing/studio.test-support.tsx';
import { Fit } from './Fit.tsx';

const shown = async (meanX: number, coat: Partial<Parameters<typeof Fit>[0]['coat']> = {}) => {
  testStudio();
  show(
    <Fit
      coat={{ thicknessM: 0.00015, specificGravity: 1.38, grainDensity: 2600, adjusted: 'none', ...coat }}
      wall={{ body: defaultBody, thicknessM: 0.006, meanX }}
    />,
  );
  const index = Number(/index ([\d.]+)/.exec((await screen.findByText(/flake index/)).textContent)![1]);
  return { index, said: document.body.textContent };
};

// common practice, no source: leather-hard takes a coat, dry clay sheds one, the thicker the sooner
describe('the fit of a coat, before it is logged', () => {
  it('of a thin coat on a leather-hard wall is good, and nothing is said of cracks', async () => {
    const { index, said } = await shown(0.19);
    expect(index).toBeLessThan(2);
    expect(said).toMatch(/Fits this wall/);
    expect(said).toMatch(/no more than it bears/);
    expect(said).not.toMatch(/cracks|buckles|What helps most/);
  });

  it('of a thick, wet coat on a dry wall is bad, with what helps most', async () => {
    const { index, said } = await shown(0.02, { thicknessM: 0.001, specificGravity: 1.3 });
    expect(index).toBeGreaterThan(4);
    expect(said).toMatch(/Likely to flake/);
    expect(said).toMatch(/drawn apart, cracks and lifts at its edges/);
    expect(said).toMatch(/What helps most: .* \(index [\d.]+\)/);
  });

  it('is better for a deflocculated slip of the same density', async () => {
    const plain = await shown(0.08, { thicknessM: 0.0004 });
    cleanup();
    const helped = await shown(0.08, { thicknessM: 0.0004, adjusted: 'deflocculated' });
    expect(helped.index).toBeLessThan(plain.index);
  });

  it('says nothing of figures that are no coat', () => {
    testStudio();
    show(
      <Fit
        coat={{ thicknessM: Number.NaN, specificGravity: 1.38, grainDensity: 2600, adjusted: 'none' }}
        wall={{ body: defaultBody, thicknessM: 0.006, meanX: 0.19 }}
      />,
    );
    expect(screen.queryByText(/flake index/)).toBeNull();
  });
});
