import { defineConfig } from 'vitest/config'

/** What takes long, by file: left out of `bin/test --quick`. */
const SLOW = [
  'core/document/convergence.test.ts',
  'core/formats/{import,epub,markdown}.test.ts',
  'core/html/{checker,large}.test.ts',
  'test/server/{command-line,demo,published-players,routes,shelf,sign-in,transfer-life,transfers}.test.ts',
]
/** What is waited for may take long on a busy machine. */
const expect = { poll: { timeout: 20_000 } }
const exclude = ['node_modules/**', ...(process.env.QUICK === '1' ? SLOW : [])]

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      { test: { name: 'core', include: ['core/**/*.test.ts', 'app/**/*.test.ts'], exclude, testTimeout: 120_000 } },
      // Hooks and parts of screens, drawn into a document without a browser.
      { test: { name: 'interface', include: ['app/**/*.test.tsx'], environment: 'happy-dom', testTimeout: 30_000 } },
      // Each file has a database of its own.
      {
        test: {
          name: 'server',
          include: ['test/server/*.test.ts'],
          exclude,
          globalSetup: ['test/server/setup/cluster.ts'],
          expect,
          testTimeout: 60_000,
          hookTimeout: 120_000,
        },
      },
      // They stop PostgreSQL under everybody, or look at the processor.
      {
        test: {
          name: 'alone',
          include: ['test/server/alone/*.test.ts'],
          globalSetup: ['test/server/setup/cluster.ts'],
          expect,
          testTimeout: 60_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
      // Long and rough: the nightly `bin/test faults`, not part of every run.
      {
        test: {
          name: 'faults',
          include: ['test/faults/**/*.test.ts'],
          globalSetup: ['test/server/setup/cluster.ts'],
          expect,
          testTimeout: 600_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
})
