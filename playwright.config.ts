import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: 'test/browser',
  testMatch: '*.test.ts',
  outputDir: '.data/test-browser',
  globalSetup: './test/browser/setup/cluster.ts',
  workers: 2,
  // Nothing here is a matter of time: what is typed at a person’s speed takes long on a busy machine.
  timeout: 150_000,
  expect: { timeout: 20_000 },
  retries: process.env.CI ? 1 : 0,
  use: {
    // A machine that stands still for a while, as shared ones do, is no fault of what is tested.
    actionTimeout: 45_000,
    viewport: { width: 1280, height: 800 },
    // As a plain Chrome: an agent named headless is taken for a robot and gets another way of rendering.
    userAgent: 'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0.0.0 Safari/537.36',
    locale: 'en-GB',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-background-networking'],
    },
  },
})
