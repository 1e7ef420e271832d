import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['core/**/*.test.ts', 'app/**/*.test.ts'], testTimeout: 120_000 } },
      {
        test: {
          name: 'server',
          include: ['test/server/**/*.test.ts'],
          globalSetup: ['test/server/setup/cluster.ts'],
          testTimeout: 60_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
      // Long and rough: the nightly `bin/test faults`, not part of every run.
      { test: { name: 'faults', include: ['test/faults/**/*.test.ts'], globalSetup: ['test/server/setup/cluster.ts'], testTimeout: 600_000, hookTimeout: 120_000, fileParallelism: false } },
    ],
  },
})
