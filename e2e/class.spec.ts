import type { Locator } from '@playwright/test';
import { expect, expectNoAxeFindings, test } from './studio.ts';

const MADE = '2026-03-10T08:00:00Z';
const later = (hours: number) => new Date(Date.parse(MADE) + hours * 3_600_000).toISOString();
test.setTimeout(300_000);

test('a class of thirty: made in ten taps, covered in three, undone in one, sampled, coded, handed in, fired', async ({
  page,
  studio,
}) => {
  let taps = 0;
  const tap = async (target: Locator) => {
    taps += 1;
    await target.click();
  };
  studio.setClock(MADE);
  await page.goto(studio.address);
  await tap(page.getByRole('link', { name: 'Log a new piece' }));
  await tap(page.getByLabel('Name or mark'));
  await page.keyboard.type('Cup');
  await tap(page.getByRole('combobox', { name: 'Technique' }).first());
  await tap(page.getByRole('option', { name: 'Oxide wash' }));
  await tap(page.getByLabel('How many alike'));
  await page.keyboard.press('Control+A');
  await page.keyboard.type('30');
  await expect(page.getByText('Cup 1 to Cup 30')).toBeVisible();
  await tap(page.getByRole('combobox', { name: 'Group' }));
  await tap(page.getByRole('option', { name: 'A new one' }));
  await tap(page.getByLabel('Its name'));
  await page.keyboard.type('Tuesday class');
  await tap(page.getByRole('button', { name: 'Log them as made' }));
  expect(taps).toBeLessThanOrEqual(10);
  await expect(page.getByRole('link', { name: /^Cup 30/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Cup \d/ })).toHaveCount(30);

  taps = 0;
  await tap(page.getByRole('button', { name: 'Choose them all' }));
  await tap(page.getByRole('button', { name: 'Cover', exact: true }));
  await tap(page.getByRole('button', { name: 'Cover tightly' }));
  expect(taps).toBe(3);
  await expect(page.getByText('Logged: 30 pieces: covered tightly')).toBeVisible();
  taps = 0;
  await tap(page.getByRole('button', { name: 'Undo' }));
  await expect(page.getByText('Undone')).toBeVisible();
  expect(taps).toBe(1);

  await page.getByRole('button', { name: 'Check a sample' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('teaches the other 29');
  await dialog.getByRole('button', { name: 'Sags back' }).click();
  await expectNoAxeFindings(page);
  await dialog.getByRole('button', { name: 'Log check' }).click();
  await expect(page.getByText(/checked, for 29 more/)).toBeVisible();

  await page.getByRole('button', { name: 'Codes' }).click();
  await dialog.getByRole('button', { name: 'Log 30 codes' }).click();
  await expect(dialog).toHaveCount(0);
  await page.goto(`${studio.address}/hand-in/a22`);
  await expect(page.getByRole('button', { name: /^Hand in Cup/ })).toBeVisible();
  await page.getByRole('button', { name: /^Hand in Cup/ }).click();
  await expect(page.getByRole('heading', { name: 'Handed in: 1' })).toBeVisible();
  await page.getByLabel('Code in the clay').fill('K99');
  await page.getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('No piece on the bench has the code “K99”');
  await expectNoAxeFindings(page);

  studio.setClock(later(100));
  await page.goto(`${studio.address}/kiln`);
  await page.getByRole('button', { name: 'Set up a kiln' }).click();
  await dialog.getByLabel('Its name').fill('Back kiln');
  await dialog.getByLabel(/^Room for ware/).fill('200');
  await dialog.getByRole('button', { name: 'Log the kiln' }).click();
  await expect(page.getByRole('heading', { name: 'Waiting for the kiln: 30' })).toBeVisible({
    timeout: 120_000,
  });
  await expect(page.getByText('kiln-dry', { exact: true })).toHaveCount(30, { timeout: 120_000 });
  await page.getByRole('button', { name: 'Gather a load' }).click();
  await dialog.getByRole('button', { name: 'Gather 30' }).click();
  const load = page.getByRole('region', { name: 'Load of Back kiln' });
  await load.getByRole('button', { name: 'It is loaded' }).click();
  await expect(load).toContainText('It holds the kiln until about');
  await expectNoAxeFindings(page);

  studio.setClock(later(150));
  await page.reload();
  await load.getByRole('button', { name: 'Unload it' }).click({ timeout: 60_000 });
  await dialog
    .getByRole('group', { name: 'How Cup 7 came out' })
    .getByRole('button', { name: 'Lost' })
    .click();
  await dialog.getByRole('button', { name: 'Log 30 unloaded' }).click();
  await expect(page.getByText(/30 pieces unloaded/)).toBeVisible({ timeout: 60_000 });
  await page.goto(`${studio.address}/pieces?search=`);
  await page.getByRole('link', { name: /^Cup 7/ }).click();
  await expect(page.getByRole('listitem').filter({ hasText: /^.*Unload the bisque.*: bad/ })).toBeVisible({
    timeout: 60_000,
  });
});
