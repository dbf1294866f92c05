import { expect, expectNoAxeFindings, test } from './studio.ts';

test.describe('by touch on a tablet in portrait', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('nobody comes on Thursday: the night lasts until Friday, and pieces are planned for it; undone with one tap', async ({
    page,
    workshop,
  }) => {
    await page.goto(`${workshop.address}/tonight`);
    const lasts = page.getByText(/when the working day ends, until/);
    await expect(lasts).toContainText('until tomorrow 08:00');
    await page.getByRole('link', { name: 'Not so? Change a day' }).tap();
    await page.getByRole('button', { name: /^Thu 12 Mar/ }).tap();
    const dialog = page.getByRole('dialog', { name: 'Thursday 12 March' });
    await dialog.getByRole('button', { name: 'Nobody comes' }).tap();
    await dialog.getByRole('button', { name: 'Set the day' }).tap();
    await expect(page.getByRole('button', { name: /^Thu 12 Mar/ })).toContainText('this day only');
    await expectNoAxeFindings(page);
    await page.goBack();
    await expect(lasts).toContainText('until Fri 08:00');
    // what was to be done on Thursday is not any more
    const thursday = Date.parse('2026-03-12T00:00:00+01:00');
    const planned = async () => {
      const answer = await page.request.get(`${workshop.address}/api/today`);
      const { pieces } = (await answer.json()) as {
        pieces: { state: string; next?: { doAt: number | null } | null }[];
      };
      return pieces.map(({ state, next }) =>
        state === 'working'
          ? 'working'
          : next?.doAt && next.doAt >= thursday && next.doAt < thursday + 24 * 3_600_000
            ? 'on Thursday'
            : '',
      );
    };
    await expect.poll(planned, { timeout: 120_000 }).not.toContain('working');
    expect(await planned()).not.toContain('on Thursday');
    await page.getByRole('link', { name: 'Studio' }).tap();
    await page.getByRole('button', { name: /^Thu 12 Mar/ }).tap();
    await dialog.getByRole('button', { name: /^As every week/ }).tap();
    await dialog.getByRole('button', { name: 'Set the day' }).tap();
    await expect(page.getByRole('button', { name: /^Thu 12 Mar/ })).not.toContainText('this day only');
    await page.getByRole('button', { name: 'Undo' }).tap();
    await expect(page.getByRole('button', { name: /^Thu 12 Mar/ })).toContainText('this day only');
  });
});
