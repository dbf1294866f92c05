import { describe, expect, it } from 'vitest';
import { faultsOf, faultWords, kilnFaults } from './fault.ts';

describe('fault words', () => {
  it('are each there once, and all can be said of any step', () => {
    expect(new Set(faultWords).size).toBe(faultWords.length);
    expect([...faultsOf(['cut'])].sort()).toEqual([...faultWords].sort());
    for (const usual of Object.values(kilnFaults))
      expect(usual.filter((word) => !faultWords.includes(word))).toEqual([]);
  });

  it('come with those of the step first', () => {
    // common practice, no source
    expect(faultsOf(['cut']).slice(0, 3)).toEqual([
      'burrs on carved lines',
      'chipped lines',
      'smeared lines',
    ]);
    expect(faultsOf(['print'])[0]).toBe('blurred stencil or print');
    expect(faultsOf(['join'])[0]).toBe('cracked joins and handles');
    expect(faultsOf([])).toEqual(faultWords);
  });
});
