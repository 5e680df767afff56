import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './browser';
import { clockEnv, timeZone } from './clock';

const PORT = process.env['E2E_PORT'] ?? '4700';
const BASE = `http://localhost:${PORT}`;

/** Journeys through the real interface, on a server started by the start command with a demo world of its own. */
export default defineConfig({
  testDir: 'journeys',
  outputDir: '../test-results',
  fullyParallel: true,
  workers: 2,
  // A machine that is busy with something else must not lose a day's work; the summary names what went only then.
  retries: 1,
  timeout: 60_000,
  expect: { timeout: 12_000 },
  reporter: [['list']],
  use: {
    baseURL: BASE,
    browserName: 'chromium',
    launchOptions: CHROMIUM,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    ...timeZone(),
    // What a device keeps is tried by the journeys about it; all others see what is built now.
    serviceWorkers: 'block',
    screenshot: 'only-on-failure',
  },
  webServer: {
    command: 'node scripts/start.mjs',
    cwd: '..',
    url: `${BASE}/api/health`,
    timeout: 120_000,
    env: { PORT, HARVU_DATA: process.env['E2E_DATA'] ?? '.harvu/test/e2e', ...clockEnv() },
    gracefulShutdown: { signal: 'SIGTERM', timeout: 20_000 },
  },
});
