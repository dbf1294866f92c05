import { cylinder, haveMade, layer } from './acts.ts';
import { addTechnique, choose, chooseIn, layerOf, logStep, otherwise, row } from './steps.ts';
import { expect, expectNoAxeFindings, test } from './studio.ts';

const MADE = '2026-03-10T08:00:00.000Z';
const later = (hours: number) => new Date(Date.parse(MADE) + hours * 3_600_000).toISOString();
test.beforeEach(({ studio }) => studio.setClock(MADE));

test('inlay is filled until it stands proud, then scraped', async ({ page, studio }) => {
  await haveMade(page, studio, MADE, 'Knot tile', { layers: [layer('inlay', '1', { finish: 'leather' })] });
  studio.setClock(later(6.5));
  await page.reload();
  await expect(row(page, /^Cut the lines/)).toContainText('Now');
  // what takes up another step comes after it
  await row(page, /^First fill/)
    .getByRole('button')
    .first()
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Log first fill' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('log that first, or leave it out');
  await page.getByRole('dialog').getByRole('button', { name: 'Not now' }).click();
  await logStep(page, /^Cut the lines/);
  await expect(row(page, /^Cut the lines/)).toContainText('Done');
  await logStep(page, /^First fill/);
  await page.getByRole('button', { name: /^It is matte/ }).click();
  await logStep(page, /^Second fill/);
  await expect(row(page, /^Third fill/)).toContainText('optional');
  const scrape = row(page, /^Scrape level/);
  studio.setClock(later(9));
  await page.reload();
  await expect(scrape).toContainText(/Now|Soon|Later|Tonight|Late|Wait until|Tomorrow/);
  await logStep(page, /^Scrape level/, () => page.getByRole('button', { name: 'Good' }).click());
  await expect(scrape).toContainText('Done');
  await expect(row(page, /^Third fill/)).toContainText('Left out');
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Good' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Log finished' }).click();
  await expect(page.getByText('Finished: good').first()).toBeVisible();
});

test('silicate crackle: a skin, a push, a stretch, and the form follows', async ({ page, studio }) => {
  const form = { ...cylinder.form, wallM: 0.009 };
  await haveMade(page, studio, MADE, 'Dry lake', { form, layers: [layer('silicate-crackle')] });
  await expect(page.getByText('Colour the band now')).toBeVisible();
  await expect(page.getByText(/wall 9(\.0)? mm/)).toBeVisible();
  await logStep(page, /^Colour the band/);
  await page.getByRole('button', { name: /^Seen: the colour is no longer wet/ }).click();
  await logStep(page, /^Brush the silicate on/);
  await logStep(page, /^Dry it to a skin/);
  await logStep(page, /^A small push/);
  const dialog = page.getByRole('dialog');
  await logStep(page, /^Belly it out/, async () => {
    await otherwise(page);
    await dialog.getByLabel(/^Girth now/).fill('1000');
    await dialog.getByRole('button', { name: 'Log stretched' }).click();
    await expect(dialog.getByRole('alert')).toContainText('between 1 and 9 times');
    await dialog.getByLabel(/^Girth now/).fill('130');
    await expectNoAxeFindings(page);
  });
  // 9 mm over 1.03 and 1.3
  await expect(page.getByText(/wall 6\.7 mm/)).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'stretched to 130 %' })).toBeVisible();
  await expect(row(page, /^Load for bisque/)).toContainText(
    /Soon|Later|Tonight|Ahead|Tomorrow|Mon|Tue|Wed|Thu|Fri|Sat|Sun/,
  );
});

test('a wash waits for the bisque, which waits for the kiln', async ({ page, studio }) => {
  await haveMade(page, studio, MADE, 'Bark', { layers: [layer('oxide-wash')] });
  const dialog = page.getByRole('dialog');
  await row(page, /^Brush the wash on/)
    .getByRole('button')
    .first()
    .click();
  await dialog.getByRole('button', { name: 'Log wash brushed on' }).click();
  await expect(dialog.getByRole('alert')).toContainText('log its firing first, or choose the way');
  await dialog.getByRole('button', { name: 'Not now' }).click();
  await row(page, /^Unload the bisque/)
    .getByRole('button')
    .first()
    .click();
  await dialog.getByRole('button', { name: 'Log bisque unloaded' }).click();
  await expect(dialog.getByRole('alert')).toContainText(/log that first|no firing is that quick/);
  await dialog.getByRole('button', { name: 'Not now' }).click();
  studio.setClock(later(100));
  await page.reload();
  await expect(page.getByText('Load for bisque now')).toBeVisible();
  await logStep(page, /^Load for bisque/);
  await expect(page.getByText('Wait until the kiln is cold').first()).toBeVisible();
  studio.setClock(later(150));
  await page.reload();
  await page.getByRole('button', { name: /^Seen: the kiln is cold/ }).click();
  await logStep(page, /^Unload the bisque/);
  await logStep(page, /^Sponge the dust off/);
  await page.getByRole('button', { name: /^Seen: damp, not wet/ }).click();
  await logStep(page, /^Brush the wash on/);
  await expect(page.getByText('Wait until nothing is wet').first()).toBeVisible();
  await page.getByRole('button', { name: /^Seen: nothing is wet/ }).click();
  await logStep(page, /^Wipe back/);
  await expect(page.getByText('All steps done')).toBeVisible();
});

test('two techniques in bands of their own share clay, kiln and one list of steps', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}/pieces/new`);
  await page.getByLabel('Name or mark').fill('Both');
  await choose(page, /^Where(?! do)/, 'A band');
  await page.getByLabel('Band from (% of height)').fill('60');
  await page.getByLabel('Band to (% of height)').fill('95');
  const crackle = await addTechnique(page, 'Silicate crackle, thrown');
  await expect(page.getByText(/will not stick on silicate/).first()).toBeVisible();
  await chooseIn(page, crackle, 'Technique', 'Inlay');
  const inlay = layerOf(page, 'Inlay');
  await chooseIn(page, inlay, /^Where(?! do)/, 'A band');
  await inlay.getByLabel('Band to (% of height)').fill('10');
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByText('A band ends above where it begins')).toBeVisible();
  await inlay.getByLabel('Band from (% of height)').fill('2');
  await inlay.getByLabel('Band to (% of height)').fill('40');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByRole('heading', { name: 'Both' })).toBeVisible();
  await expect(page.getByText('Inlay, Sgraffito')).toBeVisible();
  await expect(row(page, /^Load for bisque/)).toHaveCount(1);
  await expect(row(page, /^Cut the lines/)).toHaveCount(1);
  await expect(row(page, /^Coat 1 of 3/)).toHaveCount(1);
});

test('a piece is corrected: made yesterday, 8 mm; what its log would contradict is refused', async ({
  page,
  studio,
}) => {
  await page.goto(`${studio.address}/pieces/new`);
  await page.getByLabel('Name or mark').fill('Wrongly');
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByText(/wall 6(\.0)? mm/)).toBeVisible();
  const outlines = row(page, /^Cut the outlines/)
    .getByRole('cell')
    .nth(1);
  const before = await outlines.innerText();
  await page.getByRole('link', { name: 'Correct' }).click();
  await expect(page.getByRole('heading', { name: 'Correct: Wrongly' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByLabel('Wall, freshly made (mm)').fill('800');
  await page.getByRole('button', { name: 'Log the correction' }).click();
  await expect(page.getByText('Wall thickness must be between 0.5 and 100 mm')).toBeVisible();
  await page.getByLabel('Wall, freshly made (mm)').fill('8');
  await page.getByRole('button', { name: 'Log the correction' }).click();
  await expect(page.getByText(/wall 8(\.0)? mm/)).toBeVisible();
  await expect(outlines).not.toHaveText(before);
  await expect(page.getByRole('listitem').filter({ hasText: 'Its figures corrected' })).toBeVisible();

  await page.getByRole('button', { name: 'Trim', exact: true }).click();
  await page
    .getByRole('dialog')
    .getByLabel(/^Depth taken off/)
    .fill('5');
  await page.getByRole('dialog').getByRole('button', { name: 'Log trimmed' }).click();
  await page.getByRole('link', { name: 'Correct' }).click();
  await page.getByLabel('Wall, freshly made (mm)').fill('4');
  await page.getByRole('button', { name: 'Log the correction' }).click();
  await expect(page.getByRole('alert')).toContainText('something deeper than this wall was cut into it');
});
