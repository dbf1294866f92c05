import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

/** A busy machine is waited for: nothing here is timed. */
const patient = {
  ...{ expect: { poll: { timeout: 15_000 } }, testTimeout: 120_000, hookTimeout: 60_000 },
  // tests run a little of everything: compiling it all would take as long as running it
  execArgv: ['--interrupt-budget=4000000'],
};

/** Tests that put something else in a module's place: they load theirs for themselves. */
const ALONE = ['web/**/*.alone.test.{ts,tsx}'];
const ofWeb = {
  environment: 'jsdom',
  setupFiles: ['vitest.properties.ts', 'fake-indexeddb/auto', 'web/testing/setup.ts'],
  ...patient,
};

export default defineConfig({
  test: {
    maxWorkers: availableParallelism(),
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'api/**/*.test.ts'],
          // what they test is pure: one set of modules serves all of them
          isolate: false,
          setupFiles: 'vitest.properties.ts',
          ...patient,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/**/*.test.{ts,tsx}'],
          exclude: ALONE,
          ...ofWeb,
          // loading the modules anew for each file would take as long as the tests
          isolate: false,
        },
      },
      {
        test: { name: 'alone', include: ALONE, ...ofWeb },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts'],
          setupFiles: 'vitest.properties.ts',
          globalSetup: 'server/testing/template.ts',
          ...patient,
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
