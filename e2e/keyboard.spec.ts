import { expect, test } from './studio.ts';

test('the whole way works by keyboard', async ({ page, studio }) => {
  const tabTo = async (name: RegExp | string) => {
    for (let i = 0; i < 80; i++) {
      await page.keyboard.press('Tab');
      const label = await page.evaluate(() => {
        const el = document.activeElement as HTMLElement | null;
        const byLabel = el instanceof HTMLInputElement ? (el.labels?.[0]?.textContent ?? '') : '';
        return byLabel || el?.getAttribute('aria-label') || el?.textContent || '';
      });
      if (typeof name === 'string' ? label === name : name.test(label)) return;
    }
    throw new Error(`no way by Tab to ${name}`);
  };

  await page.goto(studio.address);
  await expect(page.getByText('Nothing on the bench yet')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'How do I …' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { name: 'New piece' })).toBeVisible();
  await tabTo(/Name or mark/);
  await page.keyboard.type('Keyed bowl');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Keyed bowl' })).toBeVisible();

  studio.setClock('2026-03-10T12:00:00Z');
  await page.keyboard.press('t');
  await page.reload();
  await expect(page.getByText('Coat 1 of 3 now')).toBeVisible();
  await tabTo('Log coat 1: Keyed bowl');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await tabTo('Log coat 1');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Wait until matte')).toBeVisible();
  await tabTo(/^It is matte/);
  await page.keyboard.press('Enter');
  await tabTo('Keyed bowl');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Check the clay' })).toBeVisible();
  await tabTo('Check the clay');
  await page.keyboard.press('Enter');
  await tabTo('Say the stage outright');
  await page.keyboard.press('Enter');
  await tabTo(/^Leather-hard/);
  await page.keyboard.press('Space');
  await tabTo(/^Log (check|it as I felt it)$/);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Checked: leather-hard').first()).toBeVisible();
  await tabTo('Change cover');
  await page.keyboard.press('Enter');
  await tabTo(/^(Uncovered|Covered|In the damp box)/);
  const focused = () => page.evaluate(() => document.activeElement?.textContent ?? '');
  for (let i = 0; i < 4 && !(await focused()).startsWith('Covered tightly'); i++)
    await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await tabTo('Cover tightly');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/: covered tightly/)).toBeVisible();
});
