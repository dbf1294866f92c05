import { networkInterfaces } from 'node:os';
import { expect, test } from './studio.ts';

const address = Object.values(networkInterfaces())
  .flatMap((list) => list ?? [])
  .find((net) => net.family === 'IPv4' && !net.internal)?.address;

test('a tablet at another address: shut out without --share, let in by the code with it', async ({
  page,
  studio,
  request,
}) => {
  test.skip(!address, 'this machine has no address beside its own loopback');
  const { port } = new URL(studio.address);
  await expect(request.get(`http://${address}:${port}/api/studio`)).rejects.toThrow();
  await studio.stop();
  await studio.start(['--share']);
  await expect.poll(() => /code (\d{3} \d{3})/.test(studio.output)).toBe(true);
  const code = /code (\d{3} \d{3})/.exec(studio.output)![1]!;
  const shared = `http://${address}:${port}`;
  expect(
    (await request.get(`${shared}/api/studio`, { headers: { accept: 'application/json' } })).status(),
  ).toBe(401);
  const disguised = await request.get(`${shared}/api/studio`, {
    headers: { host: `127.0.0.1:${port}`, accept: 'application/json' },
  });
  expect(disguised.status()).toBe(401);
  expect(
    (await request.get(`${shared}/api/studio`, { headers: { host: 'elsewhere.example' } })).status(),
  ).toBe(403);
  await page.goto(shared);
  await page.getByLabel('Code').fill(code === '000 000' ? '111111' : '000000');
  await page.getByRole('button', { name: 'Pair' }).click();
  await expect(page.getByRole('alert')).toContainText('That is not the code');
  await page.getByLabel('Code').fill(code);
  await page.getByRole('button', { name: 'Pair' }).click();
  await expect(page.getByText('Nothing on the bench yet')).toBeVisible();
  await page.goto(`${shared}/studio`);
  await page.getByRole('button', { name: 'Set the hours' }).click();
  await expect(page.getByText('Logged: studio hours set')).toBeVisible();
});
