import type { Page } from '@playwright/test';
import { haveMade } from './acts.ts';
import { row } from './steps.ts';
import { expect, expectNoAxeFindings, test, type Studio } from './studio.ts';

test.setTimeout(300_000);

interface Rows {
  at: number;
  pieces: { name: string; state: string; holdsUntil?: number }[];
}
const todayOf = async (page: Page, { address }: Studio): Promise<Rows> =>
  (await (await page.request.get(`${address}/api/today`)).json()) as Rows;

/** Every piece is worked out for the moment that the studio's clock shows. */
const allAsOfNow = (page: Page, studio: Studio) =>
  expect
    .poll(
      async () => {
        const { at, pieces } = await todayOf(page, studio);
        return pieces
          .filter(
            ({ state, holdsUntil = 0 }) => state === 'working' || (state === 'planned' && holdsUntil <= at),
          )
          .map(({ name }) => name);
      },
      { timeout: 200_000 },
    )
    .toEqual([]);

test('a week away and back: nothing old stands as current, what is too late says so with what is left to do', async ({
  page,
  workshop,
}) => {
  await page.goto(workshop.address);
  await expect(page.getByRole('region', { name: 'The act at hand' })).toBeVisible();
  // the studio was switched off meanwhile
  await workshop.kill();
  workshop.setClock('2026-03-18T09:05:00Z');
  await workshop.start();
  await page.goto(workshop.address);
  // until they are worked out anew, what was known a week ago is marked, and asks for nothing
  await expect(page.getByText(/being worked out/i).first()).toBeVisible();
  await expect(page.getByText(/As of .*11 Mar.*, being worked out/).first()).toBeVisible();
  await allAsOfNow(page, workshop);
  await page.reload();
  await expect(page.getByRole('region', { name: 'The act at hand' })).toBeVisible();
  const said = await page.locator('main').innerText();
  // neither a window nor a cover of the week that has passed
  expect(said).not.toMatch(/\b(until|by|before|at the latest) (Wed|Thu|Fri|Sat|Sun|Mon|Tue),? 1[1-7] Mar/);
  expect(said).toMatch(/Too late/);
  await expectNoAxeFindings(page);
  await page.getByRole('link', { name: 'Oil cruet, swifts' }).first().click();
  await expect(page.getByText('Too late: coat 1 of 3').first()).toBeVisible({ timeout: 60_000 });
  // what is left to do is said where the window is missed
  await expect(page.locator('main')).toContainText(/bisque|plain|another/i);
  await page.goto(`${workshop.address}/tonight`);
  await expect(page.getByRole('heading', { name: 'Tonight' })).toBeVisible();
  expect(await page.locator('main').innerText()).not.toMatch(/1[1-7] Mar/);
});

test('a coat from the right tub, at once; and the next too late', async ({ page, workshop }) => {
  const made = { clayId: 'clay-buff', roomId: 'room-loft' };
  await haveMade(page, workshop, '2026-03-11T09:20:00.000Z', 'Late cup', made);
  // up to the coat, whatever comes before it
  const coat = (n: number) => row(page, new RegExp(`^Coat ${n} of 3`));
  await expect(coat(1)).toBeVisible();
  const dialog = page.getByRole('dialog');
  const { at } = await todayOf(page, workshop);
  workshop.setClock(new Date(at + 5 * 3_600_000).toISOString());
  await page.reload();
  await expect(page.locator('main')).toContainText('Coat 1 of 3 now', { timeout: 60_000 });
  await coat(1).getByRole('button').first().click();
  // asked for where none is chosen, those that are right first, each judged for this coat
  await dialog.getByRole('combobox', { name: 'From which tub' }).click();
  const offered = await page.getByRole('option').allInnerTexts();
  expect(offered[0]).toMatch(/right/);
  await page.getByRole('option').first().click();
  await expect(dialog).toContainText(/right for|right as it is/i);
  await expect(dialog).toContainText(/takes .*(ml|g)/i);
  await expectNoAxeFindings(page);
  await dialog.getByRole('button', { name: /^Log coat/ }).click();
  await expect(dialog).toHaveCount(0);
  await expect(coat(1)).toContainText('Done');
  const tub = offered[0]!.split(/[:,\n]/)[0]!.trim();
  await expect(page.getByRole('listitem').filter({ hasText: tub }).first()).toContainText(/Coat 1 of 3/);
  // four days on the wall is bone dry: no second coat is invited, and what is left is said
  workshop.setClock(new Date(at + 101 * 3_600_000).toISOString());
  await page.reload();
  await expect(page.getByText(/^Too late: coat 2 of 3/).first()).toBeVisible({ timeout: 60_000 });
  await expect(page.locator('main')).toContainText(/bisque/i);
  await expect(page.locator('main')).not.toContainText('Coat 2 of 3 now');
});
