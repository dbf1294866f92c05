import { expect, expectNoAxeFindings, test } from './studio.ts';

test.describe('on a tablet in portrait', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, serviceWorkers: 'allow' });

  test('two pieces are led in turn by touch, through a reload with the studio away', async ({
    page,
    workshop,
  }) => {
    await page.goto(`${workshop.address}/pieces`);
    await page.getByRole('button', { name: 'Choose several' }).tap();
    await page.getByRole('checkbox', { name: 'Oil cruet, heron' }).check();
    await page.getByRole('checkbox', { name: 'Plate, rain' }).check();
    await expect(page.getByText('2 chosen')).toBeVisible();
    await page.getByRole('button', { name: 'Lead me' }).tap();
    await expect(page.getByRole('heading', { name: /^Coat 1 of 3/ })).toBeVisible({ timeout: 30_000 });
    await expectNoAxeFindings(page);
    const tabs = page.getByRole('group', { name: 'Pieces that are led' });
    await expect(tabs.getByRole('button', { name: /Plate, rain/ })).toBeVisible();
    // so that the program itself is on this tablet
    await page.evaluate(async () => void (await navigator.serviceWorker.ready));
    const keptOf = (path: string) =>
      page.evaluate(async (of) => (await caches.match(of)) !== undefined, path);
    // files of earlier programs go once a newer one takes over
    await page.evaluate(async () => {
      const kept = await caches.open('kosmema-program');
      await kept.put('/assets/of-an-earlier-program.js', new Response(''));
      await (await navigator.serviceWorker.ready).unregister();
    });
    await page.reload();
    await expect.poll(() => keptOf('/assets/of-an-earlier-program.js')).toBe(false);
    expect(await keptOf('/')).toBe(true);
    await page.getByRole('button', { name: 'Log coat 1' }).tap();
    await expect(page.getByRole('alert')).toContainText('From which tub?');
    await page.getByRole('button', { name: 'None of the shelf' }).tap();
    await page.getByRole('button', { name: 'Log coat 1' }).tap();
    await expect(page.getByText('Logged: Oil cruet, heron: coat 1 of 3')).toBeVisible();
    await expect(tabs.getByRole('button', { name: /Oil cruet, heron/ })).toContainText(/matte in|Now|Soon/);
    await tabs.getByRole('button', { name: /Oil cruet, heron/ }).tap();
    await expect(page.getByRole('heading', { name: /matte/ })).toBeVisible();

    await workshop.kill();
    await page.reload();
    await expect(page.getByRole('heading', { name: /matte/ })).toBeVisible();
    await page.getByRole('button', { name: 'It is matte' }).tap();
    await expect(page.getByTestId('saved-state')).toHaveText('1 on this tablet');
    await expect(page.getByRole('heading', { name: 'Coat 2 of 3' })).toBeVisible({ timeout: 30_000 });
    await page.getByRole('button', { name: 'Log coat 2' }).tap();
    await expect(page.getByTestId('saved-state')).toHaveText('2 on this tablet');

    await workshop.start();
    await expect(page.getByTestId('saved-state')).toHaveText('All saved', { timeout: 30_000 });
    await page.getByRole('button', { name: 'End it' }).tap();
    await page.getByRole('link', { name: 'Pieces', exact: true }).tap();
    await page.getByRole('link', { name: /^Oil cruet, heron/ }).tap();
    await expect(page.getByRole('row', { name: /^Coat 2 of 3/ })).toContainText('Done');
  });
});

test('two tablets lead one piece: what one has logged is refused to the other with what to do, and nothing is lost', async ({
  page,
  browser,
  workshop,
}) => {
  await page.goto(`${workshop.address}/pieces`);
  await page.getByRole('button', { name: 'Choose several' }).click();
  await page.getByRole('checkbox', { name: 'Oil cruet, heron' }).check();
  await page.getByRole('button', { name: 'Lead me' }).click();
  await expect(page.getByRole('heading', { name: /^Coat 1 of 3/ })).toBeVisible({ timeout: 30_000 });
  const other = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
  await other.goto(page.url());
  await expect(other.getByRole('button', { name: 'Log coat 1' })).toBeVisible();
  // it has not heard yet of what the first one logs
  await other.route('**/api/guides/**', (route) => route.abort());
  for (const tablet of [page, other]) await tablet.getByRole('button', { name: 'None of the shelf' }).click();
  await page.getByRole('button', { name: 'Log coat 1' }).click();
  await expect(page.getByRole('heading', { name: /matte/ })).toBeVisible();
  await other.getByRole('button', { name: 'Log coat 1' }).click();
  await expect(other.getByRole('status').last()).toContainText('was logged already: is it the same one?');
  await other.unroute('**/api/guides/**');
  await expect(other.getByRole('heading', { name: /matte/ })).toBeVisible({ timeout: 30_000 });
  await other.getByRole('button', { name: 'It is matte' }).click();
  await expect(page.getByRole('heading', { name: 'Coat 2 of 3' })).toBeVisible({ timeout: 30_000 });
  await other.context().close();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the guide is begun from Today, a fault is one tap, and nothing runs off the side', async ({
    page,
    workshop,
  }) => {
    await page.goto(workshop.address);
    await page.getByRole('button', { name: /^Lead me through/ }).tap({ timeout: 60_000 });
    await expect(page.getByRole('button', { name: 'End it' })).toBeVisible();
    const wrong = page.getByText('Goes wrong?').locator('..').getByRole('button').first();
    await expect(wrong).toBeVisible({ timeout: 30_000 });
    const fault = (await wrong.textContent())!;
    await wrong.tap();
    await expect(page.getByRole('alert').filter({ hasText: fault })).toBeVisible();
    await expectNoAxeFindings(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );
    await page.getByRole('link', { name: 'Leave it open' }).tap();
    await expect(page.getByRole('link', { name: /^Go on with the guide/ }).first()).toBeVisible();
  });
});

test('a piece that flaked is explained from its own record', async ({ page, workshop }) => {
  await page.goto(`${workshop.address}/pieces/piece-caddy-ferns`);
  const why = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'What went wrong?' }) });
  await expect(why.getByText('For it:').first()).toBeVisible({ timeout: 60_000 });
  const chipped = why.getByRole('listitem').filter({ hasText: 'The clay was cut too dry' });
  await expect(chipped).toContainText(/48 is the dry edge/);
  await why.getByRole('combobox', { name: 'Ask about a fault' }).click();
  await page.getByRole('option', { name: 'warped', exact: true }).click();
  await expect(why.getByRole('heading', { name: 'Warped' })).toBeVisible();
  await expect(why.getByText('One place dried ahead of another')).toBeVisible({ timeout: 30_000 });
});

test('a good piece is made again by keyboard, with all that was planned of it', async ({
  page,
  workshop,
}) => {
  await page.goto(`${workshop.address}/pieces/piece-cruet-terns`);
  await expect(page.getByText('Finished: good').first()).toBeVisible();
  const tabTo = async (name: string) => {
    for (let i = 0; i < 120; i++) {
      await page.keyboard.press('Tab');
      const focused = await page.evaluate(() => document.activeElement?.textContent?.trim() ?? '');
      if (focused === name) return;
    }
    throw new Error(`no focus on ${name}`);
  };
  await tabTo('Another like it');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name or mark')).toHaveValue('Oil cruet, terns');
  await tabTo('Log it as made');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Oil cruet, terns' })).toBeVisible();
  // the good piece's stage, minutes and slip stand beside each step of the new one
  const coat = page.getByRole('row', { name: /^Coat 1 of 3/ });
  await expect(coat).toContainText(
    /As Oil cruet, terns: surface at \d+, .* after it was made, .* mm, SG 1\.\d\d/,
    {
      timeout: 30_000,
    },
  );
});
