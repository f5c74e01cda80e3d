import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './scripts/chromium.mjs'

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  timeout: 180_000,
  expect: { timeout: 30_000 },
  // Each has a server, a database and a browser of its own.
  workers: 2,
  // A machine that is at its limit gets a second try, and what needed one is told with what the page showed.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list'], ['json']],
  use: {
    viewport: { width: 1280, height: 800 },
    // What is recorded costs a seventh of the time.
    trace: process.env.CI ? 'off' : 'retain-on-failure',
    launchOptions: CHROMIUM,
  },
})
