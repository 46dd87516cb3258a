import { defineConfig } from '@playwright/test'
// Before there are workers, so that all of them have the same.
import './tests/support/house'

/** The real interface in Debian's Chromium against the production build, on a throw-away PostgreSQL. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results/interface',
  // Much of each test is waiting: a third keeps both cores at work.
  workers: 3,
  fullyParallel: false,
  // Roomy, for the slowest machine that has to pass them; what has to be quick is measured in bench/.
  timeout: 180_000,
  expect: { timeout: 15_000 },
  reporter: [['line'], ['json', { outputFile: 'test-results/interface.json' }]],
  use: {
    // A browser on the other side of the earth from most studios: nothing may go by its clock.
    timezoneId: 'Pacific/Chatham',
    viewport: { width: 1280, height: 800 },
    // Requests that a test holds up or answers itself would pass it by in a service worker; what is kept offline has tests of its own.
    serviceWorkers: 'block',
    // A trace of every step costs a third of the time; what was on the screen when a test failed is kept.
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.CREST_CHROMIUM ?? '/usr/bin/chromium',
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
