import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, test } from '@playwright/test';
import { build } from 'esbuild';

const entry = 'core/drying/batch/digest.test-support.ts';

test('many walls come to the same bits in the browser as on the server', async ({ page }, { outputDir }) => {
  mkdirSync(outputDir, { recursive: true });
  const [module, script] = [join(outputDir, 'digest.mjs'), join(outputDir, 'digest.js')];
  await build({ entryPoints: [entry], bundle: true, outfile: module, format: 'esm' });
  await build({ entryPoints: [entry], bundle: true, outfile: script, format: 'iife', globalName: 'walls' });

  const { digest } = (await import(pathToFileURL(module).href)) as { digest: () => string | null };
  const here = digest();
  expect(here).toMatch(/^[0-9a-f]{1,8}$/);

  await page.goto('about:blank');
  await page.addScriptTag({ content: readFileSync(script, 'utf8') });
  const there = await page.evaluate('walls.digest()');
  expect(there).toBe(here);
});
