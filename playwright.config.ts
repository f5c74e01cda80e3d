import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './scripts/chromium.mjs'

export const PORT = Number(process.env.VELVET_E2E_PORT ?? 4811)

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  timeout: 90_000,
  expect: { timeout: 15_000 },
  workers: 1,
  retries: 0,
  reporter: [['list'], ['json']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: CHROMIUM,
  },
  webServer: {
    command: `npx next start --hostname 127.0.0.1 --port ${PORT}`,
    url: `http://127.0.0.1:${PORT}/api/projects`,
    reuseExistingServer: false,
    env: {
      VELVET_DB: join(tmpdir(), `velvet-e2e-${process.pid}-${Date.now()}.db`),
      VELVET_CUTTER_PACE: '120',
      NEXT_TELEMETRY_DISABLED: '1',
    },
  },
})
