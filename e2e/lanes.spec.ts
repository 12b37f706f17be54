import type { Page } from '@playwright/test';
import { expect, hold, openCairn, openWherry, test } from './bench';

/** The foot strip's last event that reads like this. */
const heard = (page: Page, words: RegExp) => page.getByLabel('Sent now').getByText(words).first();

test('Cairn: its stones are struck hands-free, none doubled and none missed, and loud ones sound louder @long', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await openCairn(page, 'calibrate');
  await expect(page.getByRole('heading', { name: 'Stones: calibrated.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(
    page.getByRole('heading', { name: 'Strike each one as softly as you ever would.' }),
  ).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Read it, then accept.' })).toBeVisible({
    timeout: 150_000,
  });
  await expect(page.getByText('0, 0', { exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Stones: calibrated.' })).toBeVisible();

  await page.keyboard.press('5');
  const stone = page.getByRole('button', { name: 'strike D3', exact: true });
  const velocities: number[] = [];
  for (const height of [0.9, 0.5, 0.05]) {
    const box = (await stone.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height * height);
    await page.mouse.down();
    await page.waitForTimeout(80);
    await page.mouse.up();
    const heardOn = await heard(page, /note 50 on, \d+/).textContent();
    velocities.push(Number(/on, (\d+)/.exec(heardOn!)![1]));
    await page.waitForTimeout(1200);
  }
  expect(velocities).toEqual([...velocities].sort((a, b) => a - b));
  expect(new Set(velocities).size).toBe(3);
});

test('Wherry: the leaf touched last says which note, the bellows when; leaves are calibrated hands-free, and proven @long', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await openWherry(page, 'voice');
  await page.keyboard.down('w');
  await page.keyboard.down('t');
  await hold(page, 'x', 700);
  await expect(heard(page, /note 71 off/)).toBeVisible();
  await page.keyboard.up('t');
  await hold(page, 'x', 700);
  await expect(heard(page, /note 64 off/)).toBeVisible();
  await page.keyboard.up('w');

  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Leaves: calibrated.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Read it, then accept.' })).toBeVisible({ timeout: 90_000 });
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Leaves: calibrated.' })).toBeVisible();
  await page.keyboard.press('7');
  await expect(page.getByRole('status')).toContainText('messages, identical');
});
