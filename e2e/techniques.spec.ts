import { haveMade, layer } from './acts.ts';
import { addTechnique, begin, choose, chooseIn, layerOf, logStep, otherwise, row } from './steps.ts';
import { expect, expectNoAxeFindings, test } from './studio.ts';

const MADE = '2026-03-10T08:00:00Z';
const later = (hours: number) => new Date(Date.parse(MADE) + hours * 3_600_000).toISOString();

test.beforeEach(({ studio }) => studio.setClock(MADE));

test.describe('by touch on a tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('a plate is trailed, its tips pressed once they are no longer sticky', async ({ page, studio }) => {
    await begin(page, studio.address, '^Slip trailing', 'Rain plate', async () => {
      await page.getByRole('button', { name: 'Plate' }).tap();
      await choose(page, 'It stands', /^On a rack/);
    });
    studio.setClock(later(7));
    await page.reload();
    await expect(row(page, /^Trail/)).toContainText('Now');
    await logStep(page, /^Trail/);
    await expect(row(page, /^Trail/)).toContainText('Done');
    await logStep(page, /^Press the tips down/);
    await expect(page.getByText('Brush it clean').first()).toBeVisible();
    await expectNoAxeFindings(page);
  });
});

test('a handle waits for its pot: made apart, held back, set into the wet slip', async ({ page, studio }) => {
  await begin(page, studio.address, '^Slip drip', 'Tide jug', async () => {
    await choose(page, 'Is a handle set into the band?', /^Handle set in/);
    await choose(page, 'What holds the handle?', /^The slip alone/);
    await choose(page, 'Cover', 'Covered loosely');
  });
  await expect(page.getByText(/It is to get a handle/)).toBeVisible();
  await page.getByRole('button', { name: 'Log handle made' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel(/^Thickness/).fill('0.01');
  await dialog.getByRole('button', { name: 'Log handle made' }).click();
  await expect(dialog.getByRole('alert')).toContainText('between 1 and 100 mm');
  await dialog.getByLabel(/^Thickness/).fill('11');
  await choose(page, 'It lies', 'Uncovered');
  await dialog.getByRole('button', { name: 'Log handle made' }).click();
  await expect(page.getByText(/The handle is ready first: wrap it until/)).toBeVisible();
  await page.getByRole('button', { name: 'Cover the handle' }).click();
  await choose(page, 'It lies', 'Covered loosely');
  await dialog.getByRole('button', { name: 'Cover loosely' }).click();
  await expect(page.getByText(/Handle, made .*covered loosely/i)).toBeVisible();
  studio.setClock(later(7));
  await page.reload();
  await expect(row(page, /^Run the drips/)).toContainText(/Now|Ahead/);
  await logStep(page, /^Level the pot/);
  await logStep(page, /^Run the drips/);
  await logStep(page, /^Set the handle/);
  await expect(page.getByText(/Handle, made .*joined/)).toBeVisible();
});

test('a slab is stretched and draped, and must come off its mould the same day', async ({ page, studio }) => {
  await begin(page, studio.address, '^Stretched slab', 'Dry field', async () => {
    await page.getByRole('button', { name: 'Plate' }).click();
    await page.getByLabel('Wall, freshly made (mm)').fill('28');
  });
  await logStep(page, /^Make the thick disc/);
  await logStep(page, /^Coat in one direction 1/);
  // the next goes on at once, along the same strokes
  await logStep(page, /^Coat in one direction 2/);
  await logStep(page, /^Dry the slip to a skin/);
  await logStep(page, /^Brush the silicate on/);
  await logStep(page, /^Dry it to the touch/);
  await logStep(page, /^Stretch it/, async () => {
    await otherwise(page);
    await page
      .getByRole('dialog')
      .getByLabel(/^Area now/)
      .fill('350');
  });
  await expect(page.getByText(/wall 8(\.0)? mm/)).toBeVisible();
  await logStep(page, /^Drape it/);
  const off = row(page, /^Take it off the mould/);
  await expect(off).toContainText(/Now|Soon|Later|Tonight/);
  await expect(off.getByRole('cell').nth(2)).not.toContainText('stays open');
});

test('three techniques in zones of one pot, fired once; a clash is mended with one tap', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}/pieces/new?technique=fresh-bands`);
  await page.getByLabel('Name or mark').fill('Heath jar');
  await page.getByRole('button', { name: 'Jar', exact: true }).click();
  await page.getByLabel('Height 1 (mm)').fill('200');
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByText(/would cross itself there/).first()).toBeVisible();
  await page.getByLabel('Height 1 (mm)').fill('90');
  await choose(page, /^Where(?! do)/, 'A band');
  await page.getByLabel('Upper edge of the band').press('ArrowLeft');
  await expect(page.getByLabel('Band to (% of height)')).toHaveValue('69');
  await page.getByLabel('Band from (% of height)').fill('5');
  await page.getByLabel('Band to (% of height)').fill('40');
  const sgraffito = await addTechnique(page, 'Sgraffito');
  await chooseIn(page, sgraffito, /^Where(?! do)/, 'A band');
  await sgraffito.getByLabel('Band from (% of height)').fill('55');
  await sgraffito.getByLabel('Band to (% of height)').fill('95');
  await addTechnique(page, 'Way to the kiln');
  await choose(page, 'How is it fired?', /^Once/);
  await addTechnique(page, 'Silicate crackle, thrown');
  await expect(page.getByText(/will not stick on silicate/).first()).toBeVisible();
  await page.getByRole('group', { name: 'What mends it' }).getByRole('button').first().click();
  await expect(page.getByText(/will not stick on silicate/)).toHaveCount(0);
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByText('Bands on a fresh wall, Sgraffito, Way to the kiln')).toBeVisible();
  for (const step of [/^Lay the bands/, /^Coat 1 of 3/, /^Glaze it bone dry/, /^Unload the one firing/])
    await expect(row(page, step)).toHaveCount(1);
  await expect(row(page, /^Unload the glaze firing/)).toHaveCount(0);
  await page.getByRole('link', { name: 'Change layers' }).click();
  await layerOf(page, 'Sgraffito').getByRole('button', { name: 'Give it up' }).click();
  await page.getByRole('button', { name: 'Log it so' }).click();
  await expect(row(page, /^Coat 1 of 3/)).toHaveCount(0);
  await expect(row(page, /^Lay the bands/)).toHaveCount(1);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('lace is laid, brushed and lifted at matte; nothing runs off the side', async ({ page, studio }) => {
    const form = { kind: 'tile', lengthM: 0.15, widthM: 0.15, wallM: 0.008 };
    const layers = [layer('stencil', '1', { lift: 'matte' })];
    await haveMade(page, studio, MADE, 'Lace tile', { form, layers });
    studio.setClock(later(6));
    await page.reload();
    await expect(row(page, /^Lay it and press/)).toContainText('Now');
    await logStep(page, /^Lay it and press/);
    await logStep(page, /^Brush the slip/);
    await page.getByRole('button', { name: /^It is matte/ }).tap();
    await logStep(page, /^Lift it/, () => page.getByRole('button', { name: 'Good' }).tap());
    for (const path of ['', '/techniques', '/techniques/stencil', '/pieces/new']) {
      if (path) await page.goto(`${studio.address}${path}`);
      await expect(page.locator('h1').first()).toBeVisible();
      const over = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect(over, path).toBeLessThanOrEqual(0);
    }
  });
});

test('a technique is found and begun by keyboard alone', async ({ page, studio }) => {
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('Tab');
      const text = await page.evaluate(() => document.activeElement?.textContent ?? '');
      if (name.test(text)) return;
    }
    throw new Error(`no way by Tab to ${String(name)}`);
  };
  await page.goto(studio.address);
  await expect(page.getByText('Nothing on the bench yet')).toBeVisible();
  await page.keyboard.press('t');
  await expect(page.getByRole('heading', { name: 'Techniques' })).toBeVisible();
  await tabTo(/^Terra sigillata/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Terra sigillata' })).toBeVisible();
  await tabTo(/^Begin a piece with it/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'New piece' })).toBeVisible();
  await page.keyboard.press('Tab');
  while (!(await page.evaluate(() => document.activeElement instanceof HTMLInputElement)))
    await page.keyboard.press('Tab');
  await page.keyboard.type('Ember pig');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Ember pig' })).toBeVisible();
  await expect(row(page, /^Burnish until it shines/)).toBeVisible();
});
