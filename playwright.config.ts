import { readdirSync, readFileSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

/** Journeys in the demo workshop come last: it is made while the others run. */
const inWorkshop = readdirSync(`${import.meta.dirname}/e2e`).filter(
  (name) =>
    name.endsWith('.spec.ts') &&
    /workshop|prepared\('demo'\)/.test(readFileSync(`${import.meta.dirname}/e2e/${name}`, 'utf8')),
);

export default defineConfig({
  testDir: 'e2e',
  globalSetup: './e2e/templates.ts',
  outputDir: 'test-results/browser',
  workers: 2,
  fullyParallel: true,
  timeout: 240_000,
  expect: { timeout: 40_000 },
  projects: [
    { name: 'studio', testIgnore: inWorkshop },
    { name: 'workshop', testMatch: inWorkshop },
  ],
  reporter: [['line'], ['json', { outputFile: 'test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    // the journeys with the studio away allow it: keeping the program anew for each journey is no part of the others
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['KOSMEMA_CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
