import { sayTub } from './steps.ts';
import { expect, expectNoAxeFindings, test } from './studio.ts';

/** Two days of a logger that writes semicolons, decimal commas and days first, with one row that cannot be. */
function loggerFile(): string {
  const lines = ['Datum;Temperatur (°C);Feuchte (%)'];
  for (let hour = 0; hour < 56; hour++) {
    const day = 8 + Math.floor(hour / 24);
    lines.push(
      `${String(day).padStart(2, '0')}.03.2026 ${String(hour % 24).padStart(2, '0')}:00;${hour === 5 ? '18,0;140' : '20,5;48,0'}`,
    );
  }
  return lines.join('\r\n');
}

test('a newcomer sets up, measures slip, logs a piece, coats, checks and covers it, and finds all after a reload', async ({
  page,
  studio,
}) => {
  await page.goto(studio.address);
  await expect(page.getByText('Nothing on the bench yet')).toBeVisible();
  await expectNoAxeFindings(page);

  await page.getByRole('link', { name: 'Set working hours' }).click();
  await page.getByLabel('Name of the studio').fill('Trial yard');
  await page.getByLabel('Saturday').fill('9:00–25:00');
  await page.getByRole('button', { name: 'Set the hours' }).click();
  await expect(page.getByRole('alert')).toContainText('Saturday: write hours like');
  await page.getByLabel('Saturday').fill('9:00–12:00');
  await page.getByRole('button', { name: 'Set the hours' }).click();
  await expect(page.getByText('Logged: studio hours set')).toBeVisible();

  await page.getByRole('button', { name: 'Take readings for Workroom' }).click();
  const file = { name: 'logger.csv', mimeType: 'text/csv', buffer: Buffer.from(loggerFile(), 'latin1') };
  await page.locator('input[type=file][accept*=".csv"]').setInputFiles(file);
  await expect(page.getByText('55 readings')).toBeVisible();
  await expect(page.getByText('line 7: humidity 140 % is not possible')).toBeVisible();
  await expectNoAxeFindings(page);
  await page.getByLabel('Take the good rows without them').click();
  await page.getByRole('button', { name: 'Take these readings' }).click();
  await expect(page.getByText('Logged: readings for Workroom')).toBeVisible();

  await page.getByRole('link', { name: 'Slips', exact: true }).click();
  await page.getByRole('link', { name: 'Put a tub on the shelf' }).click();
  await page.getByLabel('Name on the label').fill('Trial black');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('Not measured yet')).toBeVisible();
  await page.getByRole('link', { name: 'Measure' }).click();
  await page.getByLabel('Mass with its cup (g)').fill('40');
  await expect(page.getByRole('alert').first()).toContainText('lighter than water');
  await page.getByRole('button', { name: 'Log measurement' }).click();
  await expect(page.getByRole('alert').first()).toContainText('lighter than water');
  await page.getByLabel('Mass with its cup (g)').fill('87,5');
  await page.getByLabel('The empty cup (g)').fill('10');
  await expect(page.getByText('SG 1.550')).toBeVisible();
  await page.getByRole('button', { name: 'Log measurement' }).click();
  await expect(page.getByText(/Too thick: add \d+ ml of water/)).toBeVisible();
  await expectNoAxeFindings(page);

  await page.getByRole('link', { name: 'Pieces', exact: true }).click();
  await page.getByRole('link', { name: 'Log a new piece' }).click();
  await page.getByLabel('Wall, freshly made (mm)').fill('-6');
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByText('Wall thickness must be between 0.5 and 100 mm')).toBeVisible();
  await page.getByLabel('Name or mark').fill('Trial cruet');
  await page.getByLabel('Wall, freshly made (mm)').fill('6');
  await expectNoAxeFindings(page);
  await page.getByRole('button', { name: 'Log it as made' }).click();
  await expect(page.getByRole('heading', { name: 'Trial cruet' })).toBeVisible();
  await expect(page.getByText(/^Coat 1 of 3 at \d\d:\d\d$/)).toBeVisible();
  await expectNoAxeFindings(page);

  studio.setClock('2026-03-10T12:05:00Z');
  await page.goto(studio.address);
  await expect(page.getByText('Coat 1 of 3 now')).toBeVisible();
  for (const n of [1, 2, 3]) {
    await page.getByRole('button', { name: `Log coat ${n}: Trial cruet` }).click();
    await sayTub(page);
    await page
      .getByRole('dialog')
      .getByRole('button', { name: `Log coat ${n}`, exact: true })
      .click();
    // the next coat waits until matte, carving until firm
    const sign = n === 3 ? 'firm' : 'matte';
    await expect(page.getByText(`Wait until ${sign}`)).toBeVisible();
    await page.getByRole('button', { name: new RegExp(`^It is ${sign}`) }).click();
  }
  await page.getByRole('link', { name: 'Trial cruet', exact: true }).click();
  const carve = page.getByRole('row', { name: /^Cut the outlines/ });
  await expect(carve).toBeVisible();
  const before = await carve.getByRole('cell').nth(1).innerText();

  studio.setClock('2026-03-10T13:30:00Z');
  await page.reload();
  await page.getByRole('button', { name: 'Check the clay' }).click();
  await page.getByRole('button', { name: 'Dents easily' }).click();
  await page.getByRole('button', { name: 'Say the stage outright' }).click();
  await page.getByRole('radio', { name: /^Plastic/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^Log/ }).click();
  await expect(page.getByText('Checked: plastic').first()).toBeVisible();
  await expect(carve.getByRole('cell').nth(1)).not.toHaveText(before);

  await page.getByRole('button', { name: 'Change cover' }).click();
  await page.getByRole('button', { name: /^Covered tightly/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Cover tightly' }).click();
  await expect(page.getByText('Trial cruet: covered tightly')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('listitem').filter({ hasText: 'Covered tightly' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Checked: plastic' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: 'Coat 3 of 3' }).first()).toBeVisible();
  await expect(page.getByTestId('saved-state')).toHaveText('All saved');

  await page.getByRole('button', { name: 'Undo Covered tightly' }).click();
  await expect(page.getByText('undone', { exact: true })).toBeVisible();
});
