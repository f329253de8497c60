import { defineConfig } from '@playwright/test'
import { CHROMIUM } from './tests/e2e/chromium'

const port = Number(process.env.E2E_PORT ?? 3287)

export default defineConfig({
  testDir: 'tests/e2e',
  testMatch: '*.spec.ts',
  // Two at a time, so that each may take twice as long; what a machine takes differs by as much again.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  workers: 2,
  // Hands of a test race what is worked out meanwhile; what passes only the second time is listed as flaky, to be mended.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: '.cache/e2e.json' }]],
  outputDir: '.cache/e2e',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
    actionTimeout: 40_000,
  },
  webServer: {
    command: `node tests/e2e/serve.mjs ${port}`,
    url: `http://127.0.0.1:${port}/api/projects`,
    timeout: 240_000,
    reuseExistingServer: false,
  },
})
