import { defineConfig } from '@playwright/test';
import base from '../playwright.config';

/** `npm run screenshots`: one picture of each main view, from the demonstration data, into docs/screenshots. */
export default defineConfig({
  ...base,
  testDir: '.',
  // One after another: what a picture shows must not wait for another's drawing.
  workers: 1,
  projects: [{ name: 'pictures', testMatch: 'screenshots.shots.ts' }],
  webServer: { ...base.webServer!, cwd: '..' } as typeof base.webServer,
});
