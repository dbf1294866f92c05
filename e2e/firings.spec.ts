import type { Page } from '@playwright/test';
import { haveMade, layer } from './acts.ts';
import { addTechnique, choose, goOn, logStep, otherwise, row } from './steps.ts';
import { expect, expectNoAxeFindings, test, type Studio } from './studio.ts';

const MADE = '2026-03-10T08:00:00Z';

test.beforeEach(({ studio }) => studio.setClock(MADE));

/** Goes on with a piece until one of its steps is done; returns the steps that were logged on the way. */
async function until(page: Page, studio: Studio, last: RegExp): Promise<string[]> {
  const logged: string[] = [];
  for (let acts = 0; acts < 40; acts++) {
    const done = await goOn(page, studio);
    if (done === null) return logged;
    logged.push(done);
    if (last.test(done)) return logged;
  }
  throw new Error(`not come to ${String(last)}: ${logged.join(', ')}`);
}

test('a tissue transfer, firm: misted, laid once, misted again, peeled', async ({ page, studio }) => {
  const form = { kind: 'tile', lengthM: 0.15, widthM: 0.15, wallM: 0.008 };
  await haveMade(page, studio, MADE, 'Swift tile', { form, layers: [layer('transfer')] });
  const logged = await until(page, studio, /^Peel/);
  expect(logged.filter((name) => !/^Straighten/.test(name))).toEqual([
    'Mist it evenly',
    'Lay the sheet',
    'Press from the middle, rub',
    'Mist again, wait a minute',
    'Peel slowly',
  ]);
  await expectNoAxeFindings(page);
});

test('a tissue transfer, fresh: laid on a thrown wall and shaped with it', async ({ page, studio }) => {
  await haveMade(page, studio, MADE, 'Swift bowl', { layers: [layer('transfer', '1', { wall: 'fresh' })] });
  // at once, on the wall as it was thrown
  await logStep(page, /^Straighten the wall, rib the slurry off/);
  studio.setClock('2026-03-10T08:05:00Z');
  await page.reload();
  await expect(row(page, /^Lay the sheet and rub it/)).toContainText('Now');
  await logStep(page, /^Lay the sheet and rub it/);
  await logStep(page, /^Peel it/);
  await logStep(page, /^Shape it from inside/);
  await expect(row(page, /^Shape it from inside/)).toContainText('Done');
});

test('once fired to the end; twice fired, the list has both firings', async ({ page, studio }) => {
  const begun = async (name: string, way: RegExp) => {
    await page.goto(`${studio.address}/pieces/new?technique=poured-ground`);
    await page.getByLabel('Name or mark').fill(name);
    await addTechnique(page, 'Way to the kiln');
    await choose(page, 'How is it fired?', way);
    await page.getByRole('button', { name: 'Log it as made' }).click();
    await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
  };
  await begun('Two fires', /^Bisque, then glaze/);
  await expect(row(page, /^Unload/)).toHaveCount(2);
  await expect(row(page, /^Glaze it bone dry/)).toHaveCount(0);
  await begun('One fire', /^Once/);
  const logged = await until(page, studio, /^never/);
  expect(logged.slice(-3)).toEqual(['Glaze it bone dry', 'Load for bisque', 'Unload the one firing']);
  await expect(page.getByText('It is glazed ware: its clay dries no more')).toBeVisible();
  await page.getByRole('button', { name: 'Finish' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Good' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByText('Finished: good').first()).toBeVisible();
});

test.describe('by touch on a tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('a bought bisque tile is washed, wiped and fired, with its cone and place', async ({
    page,
    studio,
  }) => {
    await page.goto(`${studio.address}/pieces/new?technique=oxide-wash`);
    await page.getByLabel('Name or mark').fill('Bought tile');
    await page.getByRole('button', { name: /^Tile/ }).tap();
    await choose(page, 'It was then', /^Fired already/);
    await page.getByRole('button', { name: 'Log it as made' }).tap();
    await expect(page.getByText('It is bisque ware: its clay dries no more')).toBeVisible();
    await expect(row(page, /^Load for bisque/)).toHaveCount(0);
    await logStep(page, /^Sponge the dust off/);
    await logStep(page, /^Brush the wash on/);
    await logStep(page, /^Wipe back/);
    await logStep(page, /^Glaze/, async () => {
      await otherwise(page);
      await page.getByRole('dialog').getByLabel('The whole outside (s)').fill('4');
    });
    await expect(page.getByText(/outside 4 s/).first()).toBeVisible();
    studio.setClock('2026-03-12T08:00:00Z');
    await page.reload();
    await logStep(page, /^Unload the glaze firing/, async () => {
      const dialog = page.getByRole('dialog');
      await otherwise(page);
      await dialog.getByLabel('Cone').fill('5½');
      await dialog.getByRole('button', { name: /^Log / }).tap();
      await expect(dialog.getByRole('alert')).toContainText('There is no such cone');
      await dialog.getByLabel('Cone').fill('6');
      await dialog.getByLabel('Where in the kiln').fill('top shelf');
    });
    await expect(page.getByText(/cone 6, top shelf/).first()).toBeVisible();
    await expectNoAxeFindings(page);
  });
});

test('a technique is copied and changed by keyboard alone, and a piece begun with it', async ({
  page,
  studio,
}) => {
  const focused = () =>
    page.evaluate(() => {
      const of = document.activeElement;
      const label = of?.id ? document.querySelector(`label[for="${of.id}"]`)?.textContent : null;
      return label ?? of?.getAttribute('aria-label') ?? of?.textContent ?? '';
    });
  const tabTo = async (name: RegExp, most = 90) => {
    for (let i = 0; i < most; i++) {
      await page.keyboard.press('Tab');
      if (name.test(await focused())) return;
    }
    throw new Error(`no way by Tab to ${String(name)}`);
  };
  const retype = async (text: string) => {
    await page.keyboard.press('Control+a');
    await page.keyboard.type(text);
  };
  await page.goto(`${studio.address}/techniques/slip-trailing`);
  await expect(page.getByRole('heading', { name: 'Slip trailing' })).toBeVisible();
  await tabTo(/^Copy it as ours/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'A copy of Slip trailing' })).toBeVisible();
  await tabTo(/^What you call it/);
  await retype('Rain lines');
  // a window upside down is named at its field, and nothing typed is lost
  await tabTo(/^Take out Trail$/);
  await tabTo(/^Figures and words/);
  await page.keyboard.press('Enter');
  await tabTo(/at most$/);
  await retype('20');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/would open at 20 and close at/).first()).toBeVisible();
  await expect(page.getByLabel('What you call it')).toHaveValue('Rain lines');
  await page
    .getByLabel(/at most$/)
    .first()
    .focus();
  await retype('80');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Rain lines' })).toBeVisible();
  await expect(page.getByText(/Our own, version 1/)).toBeVisible();
  await expectNoAxeFindings(page);
  await tabTo(/^Begin a piece with it/);
  await page.keyboard.press('Enter');
  await tabTo(/^Name or mark/);
  await page.keyboard.type('Rain jug');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Rain jug' })).toBeVisible();
  await expect(page.getByText('Rain lines').first()).toBeVisible();
});
