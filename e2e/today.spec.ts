import { allWorkedOut, expect, test } from './studio.ts';

const desk = { width: 1280, height: 800 };
const tablet = { width: 820, height: 1180 };
const phone = { width: 390, height: 844 };

test('Today: the act at hand and eight rows at a desk, ten on a tablet, four on a phone, without scrolling', async ({
  page,
  workshop,
}) => {
  await allWorkedOut(page, workshop);
  for (const [size, rows] of [
    [desk, 8],
    [tablet, 10],
    [phone, 4],
  ] as const) {
    await page.setViewportSize(size);
    await page.goto(workshop.address);
    await expect(page.getByRole('region', { name: 'The act at hand' })).toBeVisible();
    await expect(page.locator('li[data-row]').nth(rows)).toBeAttached();
    const seen = await page.evaluate(() => {
      const bar = document.querySelector('nav[aria-label=Places]')!.getBoundingClientRect();
      const end = bar.top > 0 ? bar.top : innerHeight;
      return {
        whole: [...document.querySelectorAll('main li')].filter(
          (li) => li.getBoundingClientRect().bottom <= end + 1,
        ).length,
        aside: document.documentElement.scrollWidth - innerWidth,
      };
    });
    expect(seen.whole, `${size.width} px wide`).toBeGreaterThanOrEqual(rows);
    expect(seen.aside, 'nothing runs off the side').toBeLessThanOrEqual(0);
  }
});

test('on the smallest phone nothing runs off the side, and the guide keeps its task in sight', async ({
  page,
  workshop,
}) => {
  await allWorkedOut(page, workshop);
  await page.setViewportSize({ width: 360, height: 740 });
  const aside = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  for (const path of [
    '/pieces',
    '/pieces/new',
    '/pieces/piece-pig-gulls',
    '/hand-in',
    '/slips/recipes/recipe-fitted',
    '/techniques/sgraffito/own',
  ]) {
    await page.goto(`${workshop.address}${path}`);
    await expect(page.locator('h1').first()).toBeVisible({ timeout: 30_000 });
    await page.waitForLoadState('networkidle');
    expect(await aside(), path).toBeLessThanOrEqual(0);
  }
  await page.goto(workshop.address);
  await page.getByRole('button', { name: 'How do I …' }).click();
  await page.getByText('… take back what I logged?').click();
  await expect(page.getByRole('dialog').getByText(/Tap Undo where it says/)).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Lead me through/ }).click();
  const task = page.locator('h1').first();
  await expect(task).toBeVisible();
  await page.mouse.wheel(0, 2_000);
  await expect(task).toBeInViewport();
  expect(await page.getByRole('alert').count()).toBeLessThanOrEqual(1);
  expect(await aside()).toBeLessThanOrEqual(0);
});
