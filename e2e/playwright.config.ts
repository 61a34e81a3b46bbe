import { defineConfig } from '@playwright/test'
import { CHROMIUM } from '../scripts/application.ts'
import { DESK } from './desk.ts'

export default defineConfig({
  testDir: '.',
  outputDir: '../.test-results/e2e',
  fullyParallel: true,
  workers: 2,
  // A busy machine may be slow once; npm test names each test that needed its second try.
  retries: 1,
  // Long enough for a machine that is three times slower than it was a minute ago: waiting ends when what is waited for is there.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: [
    ['line'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? '../.test-results/playwright.json' }],
  ],
  use: {
    viewport: DESK,
    // What a page asks for is the test’s to cut: only those of the telephone have what stands between.
    serviceWorkers: 'block',
    actionTimeout: 25_000,
    launchOptions: CHROMIUM,
  },
})
