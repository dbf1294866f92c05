import { cylinder, layer, log } from './acts.ts';
import { expect, expectNoAxeFindings, test } from './studio.ts';

const LONG = { timeout: 120_000 };
test.setTimeout(300_000);

test('an order that comes too soon is mended by the offered change; twelve of another are wished, planned and begun', async ({
  page,
  fewPieces,
}) => {
  await page.goto(`${fewPieces.address}/plan`);
  const early = page.getByRole('region', { name: 'House numbers for the row' });
  await expect(early).toContainText('None of 5 in time', LONG);
  await early.getByRole('button', { name: /^Want it by/ }).click(LONG);
  await expect(early).toContainText('All in time', LONG);
  await expectNoAxeFindings(page);

  await page.getByRole('link', { name: 'Pieces to make' }).click();
  await page.getByRole('button', { name: 'Mug', exact: true }).click();
  await page.getByLabel('Name or mark').fill('Quay light');
  await page.getByLabel('How many').fill('12');
  await page.getByLabel('Making one takes (min)').fill('0');
  await page.getByLabel('Name of the order').fill('Twelve for the quay');
  await page.getByRole('button', { name: 'They are wanted on a day' }).click();
  await expect(page.getByRole('group', { name: 'Dry for the kiln by' })).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Plan them' }).click();
  await expect(page.getByText('Making one must be between a minute and ten hours')).toBeVisible();
  await page.getByLabel('Making one takes (min)').fill('10');
  await page.getByRole('button', { name: 'Plan them' }).click();

  const twelve = page.getByRole('region', { name: 'Twelve for the quay' });
  await expect(twelve).toContainText('12 × Quay light');
  await expect(twelve).toContainText(/Make \d+/, LONG);
  await expect(twelve).toContainText('of slip that has no tub yet');
  // its making stands among the tasks of a session
  await expect(page.getByRole('list', { name: 'Pieces' })).toContainText('Quay light, to be made');
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.getByRole('link', { name: /^Log as made: \d+ × Quay light/ }).click();
  await expect(page.getByLabel('Name or mark')).toHaveValue('Quay light');
  await page.getByLabel('How many alike').fill('2');
  await page.getByRole('button', { name: 'Log them as made' }).click();
  await expect(page.getByRole('link', { name: /^Quay light 2/ })).toBeVisible();
  await page.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(twelve).toContainText('10 × Quay light, 2 made already');
});

test('a class of thirty in two lessons: made in one and trailed in the next, by hands of their own', async ({
  page,
  studio,
}) => {
  studio.setClock('2026-03-09T09:00:00Z');
  const lesson = (weekday: number) => ({ weekday, fromMinute: 18 * 60, toMinute: 20 * 60 + 30 });
  const cup = {
    ...{ ...cylinder, name: 'Cup', cover: 'tight', layers: [layer('slip-trailing')] },
    form: { ...cylinder.form, diameterM: 0.08, heightM: 0.09 },
    ...{ count: 30, takesS: 3600 },
  };
  const body = { name: 'Evening class', kind: 'class', hours: [lesson(2), lesson(4)], toMake: cup };
  await log(studio, '2026-03-09T08:59:00.000Z', {
    ...{ kind: 'group.set', subject: 'class' },
    body: { ...body, dueAt: '2026-03-24T12:00:00.000Z' },
  });
  await page.goto(`${studio.address}/plan`);
  const wish = page.getByRole('region', { name: 'Evening class' });
  await expect(wish).toContainText('30 × Cup', LONG);
  await expect(wish).toContainText('All in time', LONG);
  // one lesson to make them, the next to trail on them
  await expect(wish).toContainText('Make 30 tomorrow 18:00');
  const second = page.locator('details').filter({ hasText: 'Trail' });
  await expect(second.locator('summary')).toContainText('18:00–20:30');
  await second.locator('summary').click();
  const trail = second.getByRole('row').filter({ hasText: 'Trail' });
  await expect(trail).toContainText('30 × Cup');
  await expectNoAxeFindings(page);
});
