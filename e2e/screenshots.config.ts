import { defineConfig } from '@playwright/test';
import base from '../playwright.config';

/** `npm run screenshots`: one picture of each main view, from the demonstration data, into docs/screenshots. */
export default defineConfig({
  ...base,
  testDir: '.',
  testMatch: 'screenshots.shots.ts',
  webServer: { ...base.webServer!, cwd: '..' } as typeof base.webServer,
});
