import { expect, type Page } from '@playwright/test';

/** The row of a step in the table of a piece. */
export const row = (page: Page, name: string | RegExp) => page.getByRole('row', { name });

export async function choose(page: Page, field: string | RegExp, option: string | RegExp) {
  await page.getByRole('combobox', { name: field }).first().click();
  await page.getByRole('option', { name: option }).click();
}

/** Logs a step from its row, as it is usual unless something is done in the dialog first. */
export async function logStep(page: Page, name: RegExp, more: () => Promise<void> = async () => {}) {
  await row(page, name).getByRole('button').first().click();
  const dialog = page.getByRole('dialog');
  await more();
  await dialog.getByRole('button', { name: /^Log / }).click();
  await expect(dialog).toHaveCount(0);
}
