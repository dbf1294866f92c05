import { renderHook, act } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { HOUR, SECOND } from '../../core/units/quantity.ts';

/** The clock as a page begun anew has it. */
const begun = async () => {
  vi.resetModules();
  return import('./clock.ts');
};
const near = (a: number, b: number) => Math.abs(a - b) < 5 * SECOND;

describe('the studio’s clock on a tablet', () => {
  beforeEach(() => localStorage.clear());

  it('is the tablet’s own until the studio has answered, then the studio’s', async () => {
    const { deviceNow, setClock, studioNow } = await begun();
    expect(near(studioNow(), deviceNow())).toBe(true);
    setClock(deviceNow() - 200 * 24 * HOUR);
    expect(near(studioNow(), deviceNow() - 200 * 24 * HOUR)).toBe(true);
  });

  it('begins after a reload where it was, so that no wall is shown at a wrong time first', async () => {
    const first = await begun();
    first.setClock(first.deviceNow() + 36 * HOUR);
    const second = await begun();
    expect(near(second.studioNow(), second.deviceNow() + 36 * HOUR)).toBe(true);
  });

  it('tells views of a correction at once, not of a trifle', async () => {
    const { deviceNow, setClock, useNow } = await begun();
    const { result } = renderHook(() => useNow(3_600_000));
    const before = result.current;
    act(() => setClock(deviceNow() + SECOND));
    expect(result.current).toBe(before);
    act(() => setClock(deviceNow() + 5 * HOUR));
    expect(near(result.current, before + 5 * HOUR)).toBe(true);
  });

  it('goes on from what is kept even where that is no number', async () => {
    localStorage.setItem('kosmema-clock-ahead', 'soon');
    const { deviceNow, studioNow } = await begun();
    expect(near(studioNow(), deviceNow())).toBe(true);
  });
});
