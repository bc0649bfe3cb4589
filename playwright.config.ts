import { defineConfig } from '@playwright/test'
import { chromiumPath } from './scripts/lib/chromium.mjs'

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/browser',
  globalSetup: './e2e/support/globalSetup.ts',
  // Two cores, and tests that wait for clocks: one more keeps them busy. Minutes measured: 2 6.0, 3 5.7, 4 6.1.
  workers: 3,
  fullyParallel: true,
  forbidOnly: true,
  // Generous on purpose: a shared machine may be ten times slower for a while, and no test here measures time.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/browser.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 90_000,
    timezoneId: 'Europe/London',
    // What a new house is proposed follows the browser’s language.
    locale: 'en-GB',
    // A tap does not wait for what moves, and no page is kept but where its being kept is tested (keptBlock, showing).
    contextOptions: { reducedMotion: 'reduce' },
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: chromiumPath(),
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
