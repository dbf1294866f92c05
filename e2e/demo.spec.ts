import { expect, expectNoAxeFindings, test } from './studio.ts';

test('the demo workshop: something due, something waiting, something late', async ({
  page,
  workshop: studio,
}) => {
  await page.goto(studio.address);
  await expect(page.getByText('Coat 1 of 3 now')).toBeVisible();
  await expect(page.getByText('Wait until matte').first()).toBeVisible();
  await expect(page.getByText('Too late: coat 1 of 3')).toBeVisible();
  await expectNoAxeFindings(page);
});

const views = {
  pieces: [
    '/pieces',
    '/pieces?which=finished',
    '/pieces/new',
    '/pieces/piece-pig-gulls',
    '/pieces/piece-cruet-heron',
    '/pieces/piece-cruet-terns',
    '/pieces/piece-jug-tide',
    '/pieces/piece-jar-heath/layers',
    '/tonight',
    '/kiln',
    '/hand-in',
    '/techniques',
    '/techniques/slip-drip',
    '/benches',
    '/benches/throw-for-bellying',
    '/studio',
    '/studio/clays/clay-buff/test',
    '/studio/fit',
    '/nowhere',
  ],
  slips: [
    '/slips',
    '/slips/new',
    '/slips/tub-chalk',
    '/slips/tub-night',
    '/slips/tub-night/measure',
    '/slips/tub-frost/deflocculate',
    '/slips/tub-rust/settle',
    '/slips/make',
    '/slips/batches/batch-slate',
    '/slips/recipes',
    '/slips/recipes/recipe-fitted',
    '/slips/recipes/new',
    '/slips/blend',
    '/slips/bins',
    '/slips/wanted',
    '/slips/materials',
  ],
};

for (const [place, paths] of Object.entries(views)) {
  test(`axe finds nothing on any view of ${place}`, async ({ page, workshop: studio }) => {
    test.setTimeout(240_000);
    for (const path of paths) {
      await page.goto(`${studio.address}${path}`);
      await expect(page.locator('h1').first()).toBeAttached();
      await page.waitForLoadState('networkidle');
      await expectNoAxeFindings(page);
    }
  });
}

test('the server away: what is logged stays on the tablet, and is sent when it is back', async ({
  page,
  workshop: studio,
}) => {
  await page.goto(`${studio.address}/pieces/piece-cruet-heron`);
  await expect(page.getByText('Coat 1 of 3 now')).toBeVisible();
  await studio.kill();
  await page.getByLabel('Note').fill('Rim a little soft');
  await page.getByRole('button', { name: 'Log note' }).click();
  await expect(page.getByText('On this tablet: note')).toBeVisible();
  await expect(page.getByTestId('saved-state')).toHaveText('1 on this tablet');
  await studio.start();
  await expect(page.getByTestId('saved-state')).toHaveText('All saved', { timeout: 30_000 });
  await page.reload();
  await expect(page.getByText('Rim a little soft').first()).toBeVisible();
});

test('the server away: a row of Today says what was not sent yet, and offers the next act', async ({
  page,
  workshop: studio,
}) => {
  await page.goto(studio.address);
  const matte = page.getByRole('button', { name: 'It is matte: Lantern body, reeds' });
  await expect(matte).toBeVisible();
  await studio.kill();
  await matte.click();
  const row = page.locator('[data-row]', { hasText: 'Lantern body, reeds' });
  // wherever it stands among the acts by then
  await expect(row).toContainText(/logged here, not yet sent/i);
  await expect(matte).toHaveCount(0);
  await expect(row.getByRole('button', { name: /^Log coat 3/ })).toBeVisible();
  await studio.start();
  await expect(page.getByTestId('saved-state')).toHaveText('All saved', { timeout: 30_000 });
  await expect(page.getByText(/logged here, not yet sent/i)).toHaveCount(0);
});

test('two tabs log one piece at once and both are kept', async ({ page, workshop: studio, context }) => {
  const other = await context.newPage();
  for (const tab of [page, other]) await tab.goto(`${studio.address}/pieces/piece-cruet-heron`);
  await page.getByLabel('Note').fill('from the first tab');
  await other.getByLabel('Note').fill('from the second tab');
  await Promise.all([page, other].map((tab) => tab.getByRole('button', { name: 'Log note' }).click()));
  for (const tab of [page, other]) await expect(tab.getByText('Logged: note')).toBeVisible();
  await page.reload();
  await expect(page.getByText('from the first tab').first()).toBeVisible();
  await expect(page.getByText('from the second tab').first()).toBeVisible();
});

test('a studio goes into a file and comes out of it elsewhere', async ({ page, workshop: studio }) => {
  const bytes = Buffer.from(await (await fetch(`${studio.address}/api/export`)).arrayBuffer());
  await studio.stop();
  const empty = `${studio.data}-elsewhere`;
  await studio.start([], { KOSMEMA_DATA: empty });
  await page.goto(`${studio.address}/studio`);
  await page
    .locator('input[type=file][accept=".zip"]')
    .setInputFiles({ name: 'not.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip at all') });
  await expect(page.getByRole('alert')).toContainText('not a zip archive');
  await page
    .locator('input[type=file][accept=".zip"]')
    .setInputFiles({ name: 'studio.zip', mimeType: 'application/zip', buffer: bytes });
  await expect(page.getByText(/^Taken: \d+ acts/)).toBeVisible();
  await page.goto(studio.address);
  // nothing of it was worked out here yet
  await expect(page.getByText('Coat 1 of 3 now')).toBeVisible({ timeout: 90_000 });
});
