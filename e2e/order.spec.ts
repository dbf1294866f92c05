import { haveMade, layer } from './acts.ts';
import { addTechnique, choose, chooseIn, goOn, layerOf, logStep, row } from './steps.ts';
import { expect, expectNoAxeFindings, test } from './studio.ts';

/** Techniques in the maker's order: whole pots, zones with tubs, layers moved, a step done again. */

const MADE = '2026-03-10T08:00:00Z';
test.beforeEach(({ studio }) => studio.setClock(MADE));

test('a whole pot: bands, a transfer in the band, turned, a tie coat, drips at the foot, in that order', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}/pieces/new?technique=fresh-bands`);
  await page.getByLabel('Name or mark').fill('Whole pot');
  const drip = await addTechnique(page, 'Slip drip');
  await chooseIn(page, drip, /^Where/, 'The foot');
  await drip.locator('summary', { hasText: 'Steps that may be left out' }).click();
  await drip.getByRole('checkbox', { name: 'Take in: tie coat in the band' }).check();
  await addTechnique(page, 'Turn, join, name');
  const transfer = await addTechnique(page, 'Tissue transfer');
  await chooseIn(page, transfer, /^Where(?! do)/, 'A band');
  // each was put where it usually stands
  await expect(page.getByRole('listitem').filter({ hasText: 'Up' })).toContainText([
    /^⣿1\. Bands on a fresh wall/,
    /2\. Tissue transfer/,
    /3\. Turn, join, name/,
    /4\. Slip drip/,
  ]);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByRole('heading', { name: 'Whole pot', exact: true })).toBeVisible();
  const done: string[] = [];
  for (let acts = 0; acts < 20 && done.at(-1) !== 'Run the drips'; acts++) {
    const name = await goOn(page, studio);
    if (name === null) break;
    done.push(name);
  }
  expect(done).toEqual([
    'Take the slurry off with a rib',
    'Lay the bands side by side',
    'Mist it evenly',
    'Lay the sheet',
    'Press from the middle, rub',
    'Mist again, wait a minute',
    'Peel slowly',
    'Turn the foot',
    'Level the pot and wipe it',
    'Tie coat in the band',
    'Run the drips',
  ]);
});

test.describe('by touch on a tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('two-colour sgraffito: a zone and a tub for each colour, a coat of both before the second of either', async ({
    page,
    workshop,
  }) => {
    await page.goto(`${workshop.address}/pieces/new?technique=sgraffito`);
    await page.getByLabel('Name or mark').fill('Two colours');
    await page.getByRole('button', { name: 'Cylinder' }).tap();
    await page.getByRole('button', { name: 'Another zone, with a tub of its own' }).tap();
    for (const [zone, name, tub] of [
      ['Zone 1', 'Red', 'Peat brown'],
      ['Zone 2', 'Blue', 'Dusk violet'],
    ] as const) {
      await page.getByLabel(`${zone} is called`).fill(name);
      await page.getByRole('combobox', { name: `${zone}: slip from which tub` }).tap();
      await page
        .getByRole('option', { name: new RegExp(tub) })
        .first()
        .tap();
    }
    await choose(page, 'Zone 2: coats', '2');
    await page.getByLabel('Zone 1: Band to (% of height)').fill('60');
    await expect(page.getByText(/want the same clay at the same step/)).toBeVisible();
    await page.getByLabel('Zone 1: Band to (% of height)').fill('50');
    await expect(page.getByText(/want the same clay at the same step/)).toHaveCount(0);
    await expectNoAxeFindings(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );
    await page.getByRole('button', { name: 'Log it as made' }).tap();
    await expect(page.getByRole('heading', { name: 'Two colours', exact: true })).toBeVisible();
    const coats = page.getByRole('row', { name: /^Coat \d/ });
    await expect(coats).toContainText([
      /Coat 1 of 3, red.*Peat brown/,
      /Coat 1 of 2, blue.*Dusk violet/,
      /Coat 2 of 3, red/,
      /Coat 2 of 2, blue/,
      /Coat 3 of 3, red/,
    ]);
  });
});

test('crackle that does not open is redone through the guide: silicate and skin again, then the push', async ({
  page,
  studio,
}) => {
  await haveMade(page, studio, MADE, 'Dry lake', { layers: [layer('silicate-crackle')] });
  await logStep(page, /^Colour the band/);
  await page.getByRole('button', { name: /^Seen: the colour is no longer wet/ }).click();
  await logStep(page, /^Brush the silicate on/);
  await logStep(page, /^Dry it to a skin/);
  await page.goto(`${studio.address}/pieces`);
  await page.getByRole('button', { name: 'Choose several' }).click();
  await page.getByRole('checkbox', { name: 'Dry lake' }).check();
  await page.getByRole('button', { name: 'Lead me' }).click();
  await expect(page.getByRole('heading', { name: /^A small push/ })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'No crack' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Too little silicate' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Brush the silicate on again' }).click();
  await expect(page.getByRole('heading', { name: /^Brush the silicate on again/ })).toBeVisible({
    timeout: 30_000,
  });
  await page.getByRole('button', { name: /^Log silicate again/ }).click();
  await expect(page.getByRole('heading', { name: /^Dry it to a skin again/ })).toBeVisible({
    timeout: 30_000,
  });
  await page.getByRole('button', { name: /^Log skin dry again/ }).click();
  await expect(page.getByRole('heading', { name: /^A small push/ })).toBeVisible({ timeout: 30_000 });
  // what was tapped leads to its causes
  await page.getByRole('button', { name: 'No crack' }).click();
  await page.getByRole('link', { name: 'Why it may be' }).click();
  await expect(page.getByRole('heading', { name: 'Crackle did not open' })).toBeVisible({ timeout: 30_000 });
  await expect(row(page, /^Brush the silicate on again/)).toContainText('Done');
});

test('layers are put in another order by keyboard; what that makes impossible is said, and nothing is lost', async ({
  page,
  studio,
}) => {
  await haveMade(page, studio, MADE, 'Keyed plate', { layers: [layer('poured-ground')] });
  await page.getByRole('link', { name: 'Change layers' }).click();
  await addTechnique(page, 'Bands on a fresh wall');
  const order = page.getByRole('listitem').filter({ hasText: 'Up' });
  await expect(order).toContainText([/1\. Bands on a fresh wall/, /2\. Poured or dipped ground/]);
  const handle = page.getByRole('button', { name: 'Drag Bands on a fresh wall' });
  await handle.focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(300);
  await page.keyboard.press('ArrowDown');
  await page.waitForTimeout(300);
  await page.keyboard.press('Space');
  await expect(order).toContainText([/1\. Poured or dipped ground/, /2\. Bands on a fresh wall/]);
  await expect(page.getByText('Bands on a fresh wall is done as 2. of 2.')).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'needs wetter clay than' })).toBeVisible();
  await expectNoAxeFindings(page);
  // it can be logged so, and the piece says what is wrong with it
  await page.getByRole('button', { name: 'Log it so' }).click();
  await expect(page.getByText('Poured or dipped ground, Bands on a fresh wall')).toBeVisible();
  await expect(page.getByText(/needs wetter clay than/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Change layers' }).click();
  await page.getByRole('button', { name: 'Move Bands on a fresh wall up' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/needs wetter clay than/)).toHaveCount(0);
  await expect(layerOf(page, 'Bands on a fresh wall')).toHaveCount(1);
});
