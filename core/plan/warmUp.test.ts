import { describe, expect, it, vi } from 'vitest';
import { kernel } from '../drying/batch/kernel.ts';
import { warmUp } from './warmUp.ts';

describe('a thread that warms up', () => {
  it('plans pieces that nobody made, by the kernel as others are', () => {
    const runs = vi.spyOn(kernel()!, 'run');
    expect(() => warmUp()).not.toThrow();
    expect(runs.mock.calls.length).toBeGreaterThan(50);
    vi.restoreAllMocks();
  });
});
