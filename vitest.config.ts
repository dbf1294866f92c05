import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    maxWorkers: availableParallelism(),
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'api/**/*.test.ts'],
          setupFiles: 'vitest.properties.ts',
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          setupFiles: ['vitest.properties.ts', 'fake-indexeddb/auto'],
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts'],
          setupFiles: 'vitest.properties.ts',
          globalSetup: 'server/testing/template.ts',
          testTimeout: 60_000,
          hookTimeout: 60_000,
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
