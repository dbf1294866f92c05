import type { Page } from '@playwright/test';
import { expect, expectNoAxeFindings, test } from './studio.ts';

/** Ticks off the next step of a batch sheet, which must be the one named. */
async function tick(page: Page, name: RegExp): Promise<void> {
  await expect(
    page.getByRole('listitem').filter({ hasText: name }).getByRole('button', { name: 'Done' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: name })).toContainText('done');
}

async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option }).click();
}

test('slip from trimmings with a scale: crushed, slaked, blended, sieved, measured, coloured, corrected, labelled', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}/slips/make`);
  await page.getByRole('button', { name: 'Begin the batch sheet' }).click();
  await expect(page.getByRole('alert')).toContainText('needs a name');
  await page.getByLabel('Name of the slip').fill('Gull grey');
  await page.getByRole('combobox', { name: 'Colourant' }).fill('red iron');
  await page.getByRole('option', { name: /Red iron/ }).click();
  await page.getByLabel('Of the dry slip (%)').fill('4');
  await page.getByRole('button', { name: 'Begin the batch sheet' }).click();

  await tick(page, /bone dry/);
  await expect(page.getByRole('note').first()).toContainText('silica dust');
  await tick(page, /Break them up/);
  await tick(page, /Tip them into water/);
  await expect(page.getByText('Leave it until 08:30')).toBeVisible();
  studio.setClock('2026-03-11T09:00:00Z');
  await page.reload();
  await expect(page.getByText(/By now soft all through/)).toBeVisible();
  await tick(page, /Ladle the clear water off/);
  await tick(page, /Stir and blend/);
  await tick(page, /Sieve: 100 mesh/);

  await page.getByLabel('Mass with its cup (g)').fill('72.5');
  await expect(page.getByText('SG 1.450')).toBeVisible();
  await page.getByLabel('How much slip there is (ml)').fill('800');
  await page.getByRole('button', { name: 'Log measurement' }).click();
  // Brongniart by hand: 0.8 l × 1000·0.45·2.6/1.6 g/l = 585 g dry, 4 % of it 23.4 g.
  await expect(page.getByText('There are about 585 g of dry clay in it')).toBeVisible();
  await expect(page.getByText('23.4 g')).toBeVisible();
  await page.getByRole('button', { name: /enter what the scale says/ }).click();
  await page.getByLabel(/weighed/).fill('23.6');
  await page.getByRole('button', { name: 'Log', exact: true }).click();
  await expect(page.getByLabel('Name on the label')).toHaveValue('Gull grey');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'It is in its tub' }).click();

  await expect(page.getByText(/Too thick: add \d+ ml of water/)).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Red iron oxide: 23.6 g' })).toBeVisible();
  for (const sg of ['71.4', '69.5']) {
    await page.getByRole('button', { name: /^Log a third: add/ }).click();
    await page.getByRole('button', { name: 'Log water', exact: true }).click();
    await page.getByRole('link', { name: 'Measure' }).click();
    await page.getByLabel('Mass with its cup (g)').fill(sg);
    await page.getByRole('button', { name: 'Log measurement' }).click();
    await expect(
      page.getByText(`SG 1.${sg === '71.4' ? '428' : '390'}`, { exact: false }).first(),
    ).toBeVisible();
  }
  await expect(page.getByText('Right for brushed engobe, thin coats as it is')).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Label, A4' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Gull grey.pdf');
  await page.goto(`${studio.address}/slips`);
  await expect(page.getByRole('link', { name: /Gull grey/ })).toContainText('Right for brushed engobe');
});

test('the same by feel only: no figure is ever asked for but how much there is', async ({ page, studio }) => {
  await page.goto(`${studio.address}/slips/make`);
  await page.getByRole('button', { name: 'By feel' }).click();
  await page.getByLabel('Name of the slip').fill('Felt white');
  await page.getByRole('button', { name: 'Begin the batch sheet' }).click();
  for (const step of [
    /bone dry/,
    /Break them up/,
    /Tip them/,
    /Ladle the clear water off/,
    /Stir and blend/,
    /Sieve/,
  ])
    await tick(page, step);
  await page.getByRole('button', { name: 'Log its feel' }).click();
  await expect(page.getByRole('alert')).toContainText('Choose what it feels like');
  await page.getByRole('button', { name: 'double cream' }).click();
  await page.getByLabel('How much slip there is (ml)').fill('500');
  await page.getByRole('button', { name: 'Log its feel' }).click();
  await page.getByRole('button', { name: 'It is in its tub' }).click();
  await expect(page.getByText(/Too thick: add \d+ ml of water/)).toBeVisible();
  await page.getByRole('button', { name: /^Log a third: add/ }).click();
  await page.getByRole('button', { name: 'Log water', exact: true }).click();
  await page.getByRole('link', { name: 'Measure' }).click();
  await page.getByRole('button', { name: 'single cream' }).click();
  await page.getByRole('button', { name: 'Log measurement' }).click();
  await expect(page.getByText('Right for brushed engobe, thin coats as it is')).toBeVisible();
  await expect(page.getByText(/Feels like single cream, about SG/)).toBeVisible();
});

test('a silicate texture slip through its loop, then refused by the reclaim bin', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}/slips/wanted`);
  await page.getByRole('button', { name: 'Add a cup' }).click();
  await page.getByLabel('Name of the cup').fill('Pot');
  await page.getByRole('button', { name: 'Set it' }).click();
  await page.goto(`${studio.address}/slips/new`);
  await page.getByLabel('Name on the label').fill('Frost');
  await choose(page, 'What it is for', 'Thick texture slip');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: 'Measure' }).click();
  await page.getByLabel('Mass with its cup (g)').fill('80');
  await page.getByRole('button', { name: 'Log measurement' }).click();

  await page.getByRole('link', { name: 'Deflocculation bench' }).click();
  await expect(page.getByText('Begin with a cup of it')).toBeVisible();
  await expect(page.getByRole('note')).toContainText('goggles', { ignoreCase: true });
  await page.getByRole('button', { name: 'Begin the trial' }).click();
  await expect(page.getByText('Time it as it is')).toBeVisible();
  for (const seconds of ['60', '40', '30', '26', '25', '26.5', '29']) {
    await page.getByLabel('It ran out in (s)').fill(seconds);
    await page.getByRole('button', { name: 'Log it' }).click();
    await expect(page.getByLabel('It ran out in (s)')).toHaveValue('');
    await expect(page.getByRole('heading', { name: 'The next dose' })).toBeVisible();
  }
  await expect(page.getByText(/Over-dosed: stop at 0\.\d+ %/)).toBeVisible();
  await page.getByRole('button', { name: 'Log a third into the tub' }).click();
  await page.getByRole('button', { name: 'Log dose' }).click();
  await page.getByRole('button', { name: 'Log trimmings into the tub' }).click();
  await expect(page.getByRole('dialog').getByRole('note')).toContainText('Silica dust');
  await page.getByRole('button', { name: 'Log powder' }).click();
  await expect(page.getByText(/thick enough by its SG/)).toBeVisible();
  await page.getByRole('link', { name: 'Measure' }).click();
  await page.getByRole('button', { name: 'soft butter-icing' }).click();
  await page.getByRole('button', { name: 'Log measurement' }).click();
  await expect(page.getByText('Right for thick texture slip as it is')).toBeVisible();

  await page.goto(`${studio.address}/slips/bins`);
  for (const [name, kind] of [
    ['Barrel', /^Reclaim/],
    ['Bucket', /^Waste: /],
  ] as const) {
    await page.getByRole('button', { name: 'Set up a bin' }).click();
    await page.getByLabel('Name on the bin').fill(name);
    await choose(page, 'Kind of bin', kind);
    await page.getByRole('button', { name: 'Set it up' }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  await page.getByRole('link', { name: 'Shelf' }).click();
  await page.getByRole('link', { name: /Frost/ }).click();
  await page.getByRole('button', { name: 'Discard' }).click();
  await choose(page, 'Into which bin', /^Barrel/);
  await expect(page.getByText(/Silicate spoils whatever it is mixed into/)).toBeVisible();
  await page.getByRole('button', { name: 'Log discarded' }).click();
  await expect(page.getByRole('alert')).toContainText('not reclaimed');
  await choose(page, 'Into which bin', /^Bucket/);
  await page.getByRole('button', { name: 'Log discarded' }).click();
  await expect(page.getByText('Frost discarded')).toBeVisible();
  await page.goto(`${studio.address}/slips/bins`);
  await expect(page.getByText(/In it: .*Frost/)).toBeVisible();
});

test('a batch sheet is left half done, the browser killed, and taken up where it was', async ({
  page,
  studio,
  browser,
}) => {
  await page.goto(`${studio.address}/slips/recipes/new`);
  await page.getByLabel('Name of the recipe').fill('Half white');
  await page.getByLabel('Share (%)').fill('abc');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByRole('alert').first()).toContainText('must be a number');
  await page.getByLabel('Share (%)').fill('60');
  await page.getByRole('button', { name: 'Add to the base' }).click();
  await page.getByLabel('Base, material 2').fill('ball');
  await page.getByRole('option', { name: 'Ball clay' }).click();
  await page.getByLabel('Share (%)').nth(1).fill('40');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByRole('heading', { name: 'Half white' })).toBeVisible();
  await page.getByRole('button', { name: 'By dry mass' }).click();
  await page.getByLabel('Dry mass in all (g)').fill('1000');
  await expect(page.getByRole('row', { name: /China clay/ })).toContainText('600 g');
  await page.getByRole('button', { name: 'Make this batch' }).click();
  await page.getByRole('button', { name: 'China clay is in' }).click();
  await expect(page.getByText('On the scale so far: 600 g of 1000 g')).toBeVisible();
  const { pathname } = new URL(page.url());
  await page.context().close();

  const again = await (await browser.newContext()).newPage();
  await again.goto(`${studio.address}/slips`);
  await again.getByRole('link', { name: 'Go on with Half white' }).click();
  await expect(again).toHaveURL(new RegExp(pathname));
  await expect(again.getByText('in: 600 g')).toBeVisible();
  await again.getByRole('button', { name: 'Ball clay: enter what the scale says' }).click();
  await again.getByLabel('Ball clay weighed (g)').fill('430');
  await again.getByRole('button', { name: 'Log', exact: true }).click();
  await expect(again.getByRole('listitem').filter({ hasText: 'Weigh the dry materials' })).toContainText(
    'done',
  );
  await expect(again.getByText('Sift the powders into the water').first()).toBeVisible();
});

test('measurements come from a file after a look at them, bad rows named', async ({
  page,
  workshop: studio,
}) => {
  await page.goto(`${studio.address}/slips`);
  const csv =
    'tub,at,sg,feel\nMoss trailing slip,2026-03-10T10:00:00Z,1.55,\nMoss trailing slip,never,1.5,\n';
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'old.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByText('old.csv: 1 can be taken')).toBeVisible();
  await expect(page.getByRole('alert')).toContainText('line 3');
  await expect(page.getByRole('button', { name: 'Take them' })).toBeDisabled();
  await page.getByLabel('Take the good ones without them').click();
  await page.getByRole('button', { name: 'Take them' }).click();
  await expect(page.getByText('Taken: 1 entries.')).toBeVisible();
  await expect(page.getByRole('link', { name: /Moss trailing slip/ })).toContainText('Right for trailing');
});
