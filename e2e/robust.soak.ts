import { readFileSync } from 'node:fs';
import type { CDPSession, Page } from '@playwright/test';
import { expect, openWherry, test } from './bench';

const controller = (page: Page) => page.getByLabel('Controller number').first();

/** Types another controller; the page says what became of it, or of the one before. */
async function play(page: Page, value: number, said: RegExp): Promise<void> {
  await controller(page).fill(String(value));
  await controller(page).press('Enter');
  await expect(page.getByRole('banner').getByText(said)).toBeVisible();
}

/** Bytes that the browser gives the application. */
const allow = (cdp: CDPSession, page: Page, quotaSize?: number) =>
  cdp.send('Storage.overrideQuotaForOrigin', { origin: new URL(page.url()).origin, quotaSize });

const versionFile = (name: string) => ({
  name: `${name}.json`,
  mimeType: 'application/json',
  buffer: readFileSync(`src/core/instrument/upgrade/${name}.example.json`),
});

test('storage filled, a second tab, the clock set back, a tab killed, an older and a newer file: nothing that was said to be kept is lost', async ({
  page,
  context,
}) => {
  await openWherry(page, 'voice');
  await play(page, 11, /^saved/);

  // Storage is filled: it is said, the work goes on, and it is kept once there is room.
  const cdp = await context.newCDPSession(page);
  await allow(cdp, page, 1);
  let value = 20;
  // The browser looks at what is left only now and then.
  await expect(async () => {
    await controller(page).fill(String(value++));
    await controller(page).press('Enter');
    await expect(page.getByRole('banner').getByText(/^not saved/)).toBeVisible({ timeout: 3000 });
  }).toPass({ timeout: 120_000 });
  await expect(page.getByRole('alert').filter({ hasText: 'storage is full' })).toBeVisible();
  await play(page, 13, /^not saved/);
  await allow(cdp, page);
  await expect(page.getByRole('banner').getByText(/^saved/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('alert').filter({ hasText: 'storage is full' })).toHaveCount(0);

  // Another tab looks on, and sees what was kept.
  const second = await context.newPage();
  await second.goto('/i/wherry/voice');
  await expect(second.getByRole('alert').filter({ hasText: 'open in another tab' })).toBeVisible();
  await expect(controller(second)).toHaveValue('13');
  await expect(controller(second)).toBeDisabled();

  await page.bringToFront();

  // The clock is set back a day: what comes after is the newer still.
  await page.clock.setSystemTime(Date.now() - 86_400_000);
  await play(page, 14, /^saved/);

  // It is killed in the middle of a take; another tab goes on with what was kept.
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Bellows: calibrated.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText(/rest, 5 of 8/)).toBeVisible();
  await second.close();
  const died = page.waitForEvent('crash');
  // It has no answer: who would give it is dead.
  void cdp.send('Page.crash').catch(() => {});
  await died;
  const third = await context.newPage();
  await third.goto('/i/wherry/voice');
  await expect(controller(third)).toHaveValue('14');
  await expect(controller(third)).toBeEnabled();
  await third.keyboard.press('3');
  await expect(third.getByRole('button', { name: 'Use the rest take that was cut off' })).toBeVisible();

  // Files of versions before open; one of a version to come is refused, and changes nothing.
  const input = third.getByLabel('Instrument file');
  for (const name of ['version-1', 'version-2']) {
    await third.goto('/');
    await input.setInputFiles(versionFile(name));
    await expect(third.getByRole('heading', { level: 1, name: /^Next:/ })).toBeVisible();
  }
  await third.goto('/');
  const newer = JSON.stringify({ ...JSON.parse(readFileSync('demo/wherry.json', 'utf8')), version: 99 });
  await input.setInputFiles({ ...versionFile('version-1'), buffer: Buffer.from(newer) });
  await expect(third.getByText(/newer Cheironom.*update first/)).toBeVisible();
  await third.goto('/i/wherry/voice');
  await expect(controller(third)).toHaveValue('14');
});
