import type { Page } from '@playwright/test';
import { allWorkedOut, expect, test } from './studio.ts';

/** The shift of a view since it was gone to, cold, on a machine four times as slow. */
async function shiftOf(page: Page, url: string): Promise<number> {
  const slowed = await page.context().newCDPSession(page);
  await slowed.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.goto(url);
  await expect(page.locator('h1').first()).toBeAttached({ timeout: 30_000 });
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(400);
  const shift = await page.evaluate(() => (globalThis as unknown as { shifted: number }).shifted);
  await slowed.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  return shift;
}

const sizes = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
];
/** Each view at one size or more, and the first at all three. */
const views = {
  'of pieces': ['/', '/pieces', '/pieces/piece-pig-gulls', '/tonight', '/', '/', '/pieces/new', '/kiln'],
  'of slips, techniques and the studio': [
    '/slips',
    '/studio',
    '/techniques',
    '/slips/tub-chalk',
    '/techniques',
    '/studio',
  ],
};

for (const [which, paths] of Object.entries(views))
  test(`no view ${which} moves while it comes`, async ({ page, workshop }) => {
    test.setTimeout(300_000);
    await allWorkedOut(page, workshop);
    await page.addInitScript(() => {
      const of = globalThis as unknown as { shifted: number };
      of.shifted = 0;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries() as (PerformanceEntry & {
          value: number;
          hadRecentInput: boolean;
        })[])
          if (!entry.hadRecentInput) of.shifted += entry.value;
      }).observe({ type: 'layout-shift', buffered: true });
    });
    for (const [i, path] of paths.entries()) {
      const size = sizes[i % sizes.length]!;
      await page.setViewportSize(size);
      const shift = await shiftOf(page, `${workshop.address}${path}`);
      expect(shift, `${path} at ${size.width} px`).toBeLessThan(0.05);
    }
  });
