import { expect, test as base, type Page } from '@playwright/test';

/** A page that is watched: whatever it asks for stays on this computer, and nothing goes wrong in its console. */
export const test = base.extend<{ watched: { requests: string[]; complaints: string[] } }>({
  watched: [
    async ({ context }, use) => {
      const requests: string[] = [];
      const complaints: string[] = [];
      context.on('request', (r) => requests.push(r.url()));
      context.on('console', (m) => {
        if (m.type() === 'error') complaints.push(`${m.text()} ${m.location().url}`);
      });
      context.on('weberror', (e) => complaints.push(e.error().message));
      await use({ requests, complaints });
      const away = requests.filter(
        (url) => !/^(http:\/\/127\.0\.0\.1:\d+\/|data:|blob:http:\/\/127\.0\.0\.1)/.test(url),
      );
      expect(away, 'requests off localhost').toEqual([]);
      expect(complaints, 'errors in the console').toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** The stations by their addresses. */
export const STATIONS = ['plan', 'listen', 'calibrate', 'shape', 'voice', 'prove', 'load', 'log'];

/** Opens the bench and waits for the demonstration instrument. */
export async function openBench(page: Page): Promise<void> {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Wherry' })).toBeVisible();
}

/** Opens a page of Wherry with the practice board running. */
export const openWherry = (page: Page, station = '') => open(page, 'wherry', station);

/** Opens a page of Cairn, likewise. */
export const openCairn = (page: Page, station = '') => open(page, 'cairn', station);

async function open(page: Page, instrument: string, station: string): Promise<void> {
  await openBench(page);
  await page.goto(`/i/${instrument}${station && `/${station}`}`);
  await expect(page.getByText(/1000 frames.s · /)).toBeVisible();
}

/** Holds a key for a while, as a hand would. */
export async function hold(page: Page, key: string, ms: number): Promise<void> {
  await page.keyboard.down(key);
  await page.waitForTimeout(ms);
  await page.keyboard.up(key);
}
