import { defineConfig } from 'vitest/config'

/** The application’s own names for its folders, for what it computes beside its components. */
const alias = { '~~': import.meta.dirname, '~': `${import.meta.dirname}/app` }

export default defineConfig({
  test: {
    projects: [
      {
        resolve: { alias },
        test: {
          name: 'unit',
          include: ['core', 'shared', 'archive', 'backup', 'demo', 'server', 'app'].map(
            (part) => `${part}/**/*.test.ts`,
          ),
          // Types, lint and unit tests run side by side: on a busy machine each takes four times as long as alone.
          testTimeout: 120_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'api',
          include: ['tests/api/**/*.test.ts'],
          // What a test waits for has limits of its own (`eventually`).
          testTimeout: 600_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          testTimeout: 300_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
