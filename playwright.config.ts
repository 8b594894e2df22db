import { defineConfig } from '@playwright/test';
import { VISITED } from './e2e/visited';
import { chromiumLaunch } from './scripts/chromium.mjs';

/** `npm test` looks for a free one. */
const port = Number(process.env.E2E_PORT ?? 4199);

export default defineConfig({
  testDir: 'e2e',
  // Far above what a test takes: a busy machine is no fault.
  timeout: 180_000,
  expect: { timeout: 40_000 },
  ...(process.env.NIGHTLY ? {} : { grepInvert: /@night/ }),
  fullyParallel: true,
  workers: 2,
  retries: 0,
  reporter: [['line'], ['json']],
  outputDir: 'test-results',
  use: {
    // The page itself is tested, not a copy that an earlier visit left; offline.spec allows it.
    serviceWorkers: 'block',
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: chromiumLaunch,
  },
  projects: [
    { name: 'first visit', testMatch: 'visit.setup.ts' },
    {
      name: 'journeys',
      testIgnore: 'kill.spec.ts',
      dependencies: ['first visit'],
      // As one who was here before; what a newcomer meets is the first visit’s own test.
      use: { storageState: VISITED },
    },
    // Browsers that are killed want the machine to themselves.
    { name: 'kills', testMatch: 'kill.spec.ts', dependencies: ['journeys'] },
  ],
  webServer: {
    command: 'npx tsx server/main.ts',
    url: `http://127.0.0.1:${port}/`,
    env: { PORT: String(port) },
    reuseExistingServer: false,
    stdout: 'ignore',
  },
});
