import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, openBench, openWherry, STATIONS, test } from './bench';

/** Nothing that axe's rules find wrong in light, nor in dark as far as colours go: the schemes differ in nothing else. */
async function expectAccessible(page: Page, view: string): Promise<void> {
  for (const scheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await page.waitForTimeout(300);
    const axe = new AxeBuilder({ page });
    const { violations } = await (
      scheme === 'dark' ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe
    ).analyze();
    const found = violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`);
    expect(found, `${view}, ${scheme}`).toEqual([]);
  }
}

test('every view passes axe, in light and in dark', async ({ page }) => {
  await openBench(page);
  await expectAccessible(page, 'bench');
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name')).toBeFocused();
  await expectAccessible(page, 'new instrument');
  await page.keyboard.type('Reed box');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'It fits its board.' })).toBeVisible();
  await page.keyboard.press('k');
  await expect(page.getByRole('option').first()).toBeVisible();
  await expectAccessible(page, 'kinds of sensors');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Press Space, then let it rest.' })).toBeVisible();
  await expectAccessible(page, 'calibrate, before the first take');
  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { name: 'Breath is not calibrated yet.' })).toBeVisible();
  await expectAccessible(page, 'shape, not calibrated');
});

test('every view of a measured instrument passes axe, in light and in dark @long', async ({ page }) => {
  // Axe looks at a page for seconds, twice a view.
  test.setTimeout(460_000);
  await openWherry(page);
  await expectAccessible(page, 'run sheet');
  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { name: 'It fits its board.' })).toBeVisible();
  await expectAccessible(page, 'plan');
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'It lies still.' })).toBeVisible();
  await expectAccessible(page, 'listen');
  await page.keyboard.press('3');
  await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible();
  await expectAccessible(page, 'calibrate');
  await page.keyboard.press('4');
  await expect(page.getByText('Levels you use')).toBeVisible();
  await expectAccessible(page, 'shape');
  await page.keyboard.press('5');
  await expect(page.getByRole('heading', { name: 'Sent by Bellows' })).toBeVisible();
  await expectAccessible(page, 'voice');
  await page.keyboard.press('6');
  await expect(page.getByRole('heading', { name: 'All 39 gestures are answered.' })).toBeVisible();
  await expectAccessible(page, 'prove');
  await page.getByRole('button', { name: 'Trials' }).click();
  await expect(page.getByRole('button', { name: /^A ladder of dynamics/ })).toBeVisible();
  await expectAccessible(page, 'trials');
  await page.keyboard.press('7');
  await expect(page.getByRole('status')).toContainText('identical');
  await expectAccessible(page, 'load');
  await page.keyboard.press('8');
  await expect(page.getByRole('textbox', { name: /What did you do/ })).toBeVisible();
  await expectAccessible(page, 'log');
  await page.getByRole('button', { name: 'Care and drift' }).click();
  await expect(page.getByRole('heading', { name: 'Before a concert' })).toBeVisible();
  await expectAccessible(page, 'care and drift');
  await page.keyboard.press('7');
  await expect(page.getByRole('status')).toContainText('identical');
  await page.keyboard.press('g');
  await expect(page.getByRole('dialog', { name: 'Bellows at a glance' })).toBeVisible();
  await expectAccessible(page, 'glance');
  await page.keyboard.press('g');
  await page.keyboard.press('?');
  await expect(page.getByText('ends every note everywhere')).toBeVisible();
  await expectAccessible(page, 'keys');
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Bellows: calibrated.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Let it rest.' })).toBeVisible();
  await expectAccessible(page, 'prompter');
});

test('recordings, all lanes at once and a file’s columns pass axe, in light and in dark @long', async ({
  page,
}) => {
  await openWherry(page, 'listen');
  await expect(page.getByRole('heading', { name: 'It lies still.' })).toBeVisible();
  await page.keyboard.press('j');
  await expect(page.getByRole('heading', { name: 'All lanes at once' })).toBeVisible();
  await expectAccessible(page, 'all lanes at once');
  await page.keyboard.press('f');
  await expect(page.getByRole('list', { name: 'Inputs' })).toBeVisible();
  await expectAccessible(page, 'self-test');
  await page.keyboard.press('f');
  await expect(page.getByRole('list', { name: 'Inputs' })).toBeHidden();
  await page.keyboard.press('h');
  await expect(page.getByRole('heading', { name: 'The last seconds' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Readings' })).toBeVisible();
  await expectAccessible(page, 'the last seconds, held');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Play it again' }).click();
  await expect(page.getByRole('region', { name: 'Recording played again' })).toBeVisible();
  await expectAccessible(page, 'a recording played again');
  const rows = Array.from({ length: 50 }, (_, i) => `${i},1.5,${i % 7}`).join('\n');
  await page.getByLabel('Recording to listen to').setInputFiles({
    name: 'log.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`t_ms,volts,pad\n${rows}\n`),
  });
  await expect(page.getByRole('button', { name: /Read it so/ })).toBeVisible();
  await expectAccessible(page, 'the columns of a file');
});

test('at 200 % of 1280 pixels nothing runs out of the page, axe finds nothing, and Silence stays @long', async ({
  page,
}) => {
  await openWherry(page);
  // What 1280 × 800 leave at 200 % (WCAG 2.2, 1.4.4 and 1.4.10).
  await page.setViewportSize({ width: 640, height: 400 });
  for (const id of STATIONS) {
    await page.goto(`/i/wherry/${id}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth), id).toBe(640);
    await expect(page.getByRole('button', { name: /^Silence/ })).toBeInViewport({ ratio: 1 });
  }
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
});

test('with forced colours the station, the sensor and the view that are looked at are framed @long', async ({
  page,
}) => {
  await openWherry(page, 'log');
  await page.emulateMedia({ forcedColors: 'active' });
  for (const here of [
    page.getByRole('link', { name: '8Log' }),
    page.getByRole('button', { name: /^Bellows/ }),
    page.getByRole('button', { name: 'Entries' }),
  ])
    await expect(here).toHaveCSS('outline-style', 'solid');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
});
