import { defineConfig } from '@playwright/test';

export const PORT = Number(process.env.E2E_PORT ?? 4319);

/** What the ten minutes of `npm run check` have no room for: `npm run soak -- screens`. */
const LONG = /@long/;

/** The built application in Debian's Chromium; `npm run check` builds it first. */
export default defineConfig({
  testDir: 'e2e',
  workers: 2,
  // The server is timed, so nothing runs beside its tests.
  projects: [
    { name: 'screens', testMatch: '*.spec.ts', testIgnore: 'server.spec.ts', grepInvert: LONG },
    { name: 'server', testMatch: 'server.spec.ts', dependencies: ['screens'] },
    // Part of `npm run soak`.
    ...(process.env.SOAK_SEED
      ? [
          { name: 'long', testMatch: '*.spec.ts', grep: LONG },
          { name: 'soak', testMatch: '*.soak.ts' },
        ]
      : []),
  ],
  // On a machine that is shared, two more tries; what needed them is reported as flaky.
  retries: process.env.CI ? 2 : 0,
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // Pictures five times a second: without a graphics card each costs what a test needs.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--disable-gpu',
        '--autoplay-policy=no-user-gesture-required',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
  webServer: {
    command: `node scripts/serve.mjs ${PORT}`,
    url: `http://127.0.0.1:${PORT}`,
    reuseExistingServer: false,
    timeout: 60_000,
  },
});
