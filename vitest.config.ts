import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

/** A busy machine is waited for: nothing here is timed. */
const patient = { expect: { poll: { timeout: 15_000 } }, testTimeout: 120_000, hookTimeout: 60_000 };

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
          environment: 'jsdom',
          setupFiles: ['vitest.properties.ts', 'fake-indexeddb/auto'],
          ...patient,
        },
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
