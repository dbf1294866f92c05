import { expect, test } from './studio.ts';

test('a photograph is made smaller on the tablet, kept while the studio is away, and shown along the log', async ({
  page,
  workshop,
}) => {
  await page.goto(`${workshop.address}/pieces/piece-cruet-heron`);
  const photos = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Photographs' }) });
  await expect(photos).toBeVisible({ timeout: 30_000 });
  // twelve megapixels, as a camera takes them
  const bytes = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(4000, 3000);
    const painter = canvas.getContext('2d')!;
    for (let i = 0; i < 400; i++) {
      painter.fillStyle = `hsl(${(i * 37) % 360} 40% ${30 + (i % 50)}%)`;
      painter.fillRect((i * 811) % 4000, (i * 577) % 3000, 700, 500);
    }
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 });
    return [...new Uint8Array(await blob.arrayBuffer())];
  });
  const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });
  const input = photos.locator('input[type=file]');
  await input.setInputFiles(file('notes.jpg', Buffer.from('not an image at all')));
  await expect(photos.getByRole('alert')).toContainText('This is no image that can be read');

  await workshop.kill();
  await input.setInputFiles(file('cruet.jpg', Buffer.from(bytes)));
  await expect(page.getByTestId('saved-state')).toHaveText('1 on this tablet', { timeout: 30_000 });
  await workshop.start();
  await expect(page.getByTestId('saved-state')).toHaveText('All saved', { timeout: 30_000 });
  await page.reload();
  const shown = photos.getByRole('button', { name: /^Photograph of/ });
  await expect(shown).toHaveCount(1, { timeout: 30_000 });
  await shown.click();
  const large = page.getByRole('dialog').getByRole('img');
  await expect(large).toBeVisible();
  await expect
    .poll(() => large.evaluate((img: HTMLImageElement) => [img.naturalWidth, img.naturalHeight]))
    .toEqual([2400, 1800]);
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Photographed' })).toBeVisible();
});
