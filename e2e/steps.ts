import { expect, type Locator, type Page } from '@playwright/test';
import type { Studio } from './studio.ts';

/** The row of a step in the table of a piece. */
export const row = (page: Page, name: string | RegExp) => page.getByRole('row', { name });

export async function choose(page: Page, field: string | RegExp, option: string | RegExp) {
  await page.getByRole('combobox', { name: field }).first().click();
  await page.getByRole('option', { name: option }).click();
}

/** Adds a technique to those of a piece; it is put where it usually stands. Returns what is asked of it. */
export async function addTechnique(page: Page, name: string) {
  await page.getByRole('button', { name: 'Add another technique' }).click();
  await page.getByRole('combobox', { name: 'Technique' }).filter({ hasText: 'Sgraffito' }).last().click();
  await page.getByRole('option', { name, exact: true }).click();
  return layerOf(page, name);
}

/** What is asked of one technique of several. */
export const layerOf = (page: Page, name: string) =>
  page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: new RegExp(`^\\d+\\. ${name}`) }) });

/** Chooses within a part of the page. */
export async function chooseIn(page: Page, part: Locator, field: string | RegExp, option: string | RegExp) {
  await part.getByRole('combobox', { name: field }).first().click();
  await page.getByRole('option', { name: option }).click();
}

/** Logs a step from its row, as it is usual unless something is done in the dialog first. */
export async function logStep(page: Page, name: RegExp, more: () => Promise<void> = async () => {}) {
  await row(page, name).getByRole('button').first().click();
  const dialog = page.getByRole('dialog');
  await more();
  await sayTub(page);
  await dialog.getByRole('button', { name: /Log /i }).click();
  await expect(dialog).toHaveCount(0);
}

/** Shows the figures of a step that is to be logged otherwise than is usual. */
export const otherwise = (page: Page) =>
  page.getByRole('dialog').locator('summary', { hasText: 'Otherwise' }).click();

/** Slip is of no tub of the shelf, where none is set for it. */
export async function sayTub(page: Page) {
  const tub = page.getByRole('dialog').getByRole('combobox', { name: 'From which tub' });
  await expect(page.getByRole('dialog').getByRole('textbox').first()).toBeVisible();
  if ((await tub.count()) > 0 && !/[a-z]/i.test((await tub.textContent()) ?? ''))
    await choose(page, 'From which tub', 'None of the shelf');
}

/** Begins a piece with a technique, from its own page. */
export async function begin(
  page: Page,
  address: string,
  technique: string,
  name: string,
  more = async () => {},
) {
  await page.goto(`${address}/techniques`);
  await page
    .getByRole('link', { name: new RegExp(technique) })
    .first()
    .click();
  await page.getByRole('link', { name: 'Begin a piece with it' }).click();
  await page.getByLabel('Name or mark').fill(name);
  await more();
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}

/** What the studio answers of the next step of a piece. */
interface Next {
  status: string;
  opens: number | null;
  name: string;
  verb: string;
  wait: { to: number } | null;
  planned: { key: string };
}

/**
 * One act on the piece that is shown: its clock is put on to when its next step opens, what it waits for is said to be
 * seen, and the step is logged as usual. Returns its name; null where nothing is left to do.
 */
export async function goOn(page: Page, studio: Studio): Promise<string | null> {
  const id = new URL(page.url()).pathname.split('/').at(-1)!;
  const next = await nextOf(page, studio, id);
  if (!next) return null;
  const opens = Math.max(next.opens ?? 0, next.wait?.to ?? 0);
  const { at } = await clockOf(page, studio);
  if (opens > at) studio.setClock(new Date(opens + 60_000).toISOString());
  await awayAndBack(page);
  const of = row(page, new RegExp(`^${next.name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`)).first();
  await of.getByRole('button').first().click();
  const dialog = page.getByRole('dialog');
  await sayTub(page);
  await dialog.getByRole('button', { name: /^Log / }).click();
  await expect(dialog).toHaveCount(0);
  await expect(of).toContainText('Done');
  return next.name;
}

/** To a place where nothing is planned and back: what is shown is asked for anew, at the studio's time. */
async function awayAndBack(page: Page) {
  await page.getByRole('link', { name: 'Slips', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible();
  await page.goBack();
}

async function nextOf(page: Page, studio: Studio, id: string): Promise<Next | null> {
  for (let tries = 0; tries < 120; tries++) {
    const answer = await page.request.get(`${studio.address}/api/today`);
    const { pieces } = (await answer.json()) as {
      pieces: { pieceId: string; state: string; next: Next | null }[];
    };
    const piece = pieces.find(({ pieceId }) => pieceId === id);
    if (piece?.state === 'planned') return piece.next;
    await page.waitForTimeout(250);
  }
  throw new Error('the piece is not planned');
}

/** What the studio's clock shows. */
async function clockOf(page: Page, studio: Studio): Promise<{ at: number }> {
  const answer = await page.request.get(`${studio.address}/api/today`);
  return (await answer.json()) as { at: number };
}
