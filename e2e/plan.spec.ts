import type { Page } from '@playwright/test';
import { log } from './acts.ts';
import { expect, expectNoAxeFindings, test } from './studio.ts';

const LONG = { timeout: 120_000 };
/** The sessions that the plan has something for, as they are named. */
const sheets = (page: Page) => page.locator('summary');

test('the coming days by keyboard: what each session is for; a day is closed, and all is planned anew without it', async ({
  page,
  fewPieces,
}) => {
  await page.goto(fewPieces.address);
  await expect(page.locator('[data-row]').first()).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { name: 'Plan', exact: true })).toBeVisible();
  await expect(page.getByText(/Until 12:30: \d+ tasks?/)).toBeVisible();
  expect(await sheets(page).count()).toBeGreaterThan(5);
  await expect(sheets(page).filter({ hasText: 'Thu 12 Mar' }).first()).toBeVisible();
  // the table of the session at hand says what the picture shows
  const rows = page.getByRole('table').getByRole('row');
  expect(await rows.count()).toBeGreaterThan(1);
  await expect(rows.nth(1)).toContainText(/10:2\d/);
  await expectNoAxeFindings(page);
  // a sheet opens with the keyboard, and is tried out as if nobody came
  const morning = sheets(page).filter({ hasText: 'Thu 12 Mar, 08:00–12:30' });
  await morning.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('table').nth(1)).toBeVisible();
  const before = await page.locator('summary').allInnerTexts();
  await page.getByRole('button', { name: 'What if nobody comes then?' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Then: /)).toBeVisible(LONG);
  expect(await page.locator('summary').allInnerTexts()).toEqual(before);
  await page.getByRole('button', { name: 'Take it: nobody comes' }).press('Enter');
  await expect(morning).toHaveCount(0, LONG);
  await expect(page.getByText('a new plan is being worked out')).toHaveCount(0, LONG);
  // what moved, and why, in a line
  await expect(
    page.getByText(/Moved at .*, as hours, orders, the air or what was learned changed: /),
  ).toBeVisible();
  const after = await page.locator('summary').allInnerTexts();
  expect(after.length).toBeGreaterThan(4);
  expect(after).not.toEqual(before);
});

test('a week is planned, followed on Today, upset by a dry day, and planned anew', async ({
  page,
  fewPieces,
}) => {
  const atHand = page.getByRole('region', { name: 'The act at hand' });
  await page.goto(fewPieces.address);
  // nothing can be done of any piece yet: the covers of the plan are at hand, logged with one tap
  await expect(atHand).toContainText('Cover tightly: Lamp');
  await expectNoAxeFindings(page);
  await atHand.getByRole('button', { name: 'Log covered tightly: Lamp' }).click();
  await expect(page.getByText('Logged: Lamp: covered tightly')).toBeVisible();

  // the next morning; the others were covered as hands left
  fewPieces.setClock('2026-03-12T07:01:00Z');
  const covered = (subject: string) => ({
    ...{ kind: 'piece.covered', subject },
    body: { cover: 'tight', stand: 'board' },
  });
  await log(fewPieces, '2026-03-11T11:30:00Z', covered('piece-plaque'), covered('piece-beaker'));
  await page.goto(`${fewPieces.address}/plan`);
  await expect(page.getByText(/^Now, 08:01–12:30/)).toBeVisible(LONG);
  await expect(page.getByText('a new plan is being worked out')).toHaveCount(0, LONG);
  const coat = await page.getByRole('row').filter({ hasText: 'Lamp' }).first().innerText();
  const planned = /\d\d:\d\d/.exec(coat)![0];
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  // Today, the plan and the piece tell one time
  await expect(page.getByText(`Coat 1 of 3 at ${planned}`)).toBeVisible();
  await page.getByRole('button', { name: /^Log uncovered: .*Lamp/ }).click();
  await expect(page.getByText(/^Logged: .*uncovered/)).toBeVisible();
  await expect(page.getByText(`Coat 1 of 3 at ${planned}`)).toBeVisible();

  // the heating runs, and the air is dry
  const cycle = { meanCelsius: 29, swingCelsius: 3, meanHumidity: 0.25, swingHumidity: 0.05 };
  await log(fewPieces, '2026-03-12T07:00:30.000Z', {
    ...{ kind: 'room.set', subject: 'room-default' },
    body: { name: 'Workroom', cycle: { ...cycle, warmestHour: 15 }, heatTransfer: 10 },
  });
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(page.getByText(/^Moved at /)).toBeVisible(LONG);
  await expect(page.getByRole('row').filter({ hasText: 'Lamp' }).first()).not.toContainText(planned, LONG);
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await expect(page.getByText(/^Coat 1 of 3 (at|now)/).first()).toBeVisible(LONG);
  await expect(page.getByText(`Coat 1 of 3 at ${planned}`)).toHaveCount(0);
});

test.describe('by touch on a tablet in portrait', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('covers follow the plan: logged on Tonight, they stay as they are meant, and the plan goes on', async ({
    page,
    fewPieces,
  }) => {
    await page.goto(`${fewPieces.address}/tonight`);
    const cover = page.getByRole('region', { name: 'Cover tightly' });
    await expect(cover).toBeVisible(LONG);
    // one that is meant to be covered by now; others are meant to be as hands leave
    const piece = 'Lamp';
    await cover.getByRole('button', { name: /is done|are done/ }).tap();
    await expect(page.getByRole('region', { name: /^Leave as/ })).toContainText(piece, LONG);
    await page.getByRole('link', { name: 'Plan', exact: true }).tap();
    await expect(page.getByRole('heading', { name: 'Session by session' })).toBeVisible(LONG);
    await expect(page.getByRole('list', { name: 'Pieces' })).toContainText(piece);
    await expectNoAxeFindings(page);
    await page.getByRole('list', { name: 'Pieces' }).getByRole('link', { name: piece }).tap();
    await expect(page.getByRole('heading', { name: piece })).toBeVisible();
  });
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the plan fits; a calendar follows it under an address, until that is withdrawn', async ({
    page,
    workshop,
  }) => {
    await page.goto(`${workshop.address}/plan`);
    await expect(page.getByRole('heading', { name: 'Session by session' })).toBeVisible(LONG);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    // the demo has an order that comes too soon
    const early = page.getByRole('region', { name: 'House numbers for the harbour row' });
    await expect(early).toContainText('None of 5 in time');
    await page.getByText('On paper, and in your calendar').tap();
    const printed = await page.request.get(`${workshop.address}/api/week/run-sheet`);
    expect((await printed.body()).subarray(0, 5).toString()).toBe('%PDF-');
    await page.getByRole('button', { name: 'Make an address to follow' }).tap();
    const field = page.getByRole('textbox', { name: 'Address to follow' });
    await expect(field).toHaveValue(/\/feed\/[\w-]+\.ics$/);
    await expectNoAxeFindings(page);
    const address = await field.inputValue();
    const followed = await page.request.get(address);
    expect((await followed.text()).match(/BEGIN:VEVENT/g)?.length).toBeGreaterThan(5);
    await page.getByRole('button', { name: 'Withdraw the address' }).tap();
    await expect(page.getByRole('button', { name: 'Make an address to follow' })).toBeVisible();
    expect((await page.request.get(address)).status()).toBe(404);
  });
});
