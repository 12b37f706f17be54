import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { expect, hold, openBench } from './bench';

/** From nothing to a blown instrument whose nine pads play a scale, and its board files, with the keyboard alone. */
export async function mainJobByKeys(page: Page): Promise<void> {
  await openBench(page);

  await page.keyboard.press('n');
  await expect(page.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Reed box');
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('radio', { name: /Blown/ })).toBeChecked();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'It fits its board.' })).toBeVisible();
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Press Space, then let it rest.' })).toBeVisible();
  await expect(page.getByText('1000 frames/s')).toBeVisible();

  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Let it rest.' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Blow as softly as you ever would.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Press Space to go on with soft.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Read it, then accept.' })).toBeVisible({
    timeout: 120_000,
  });
  await expect(page.getByText('20 played')).toBeVisible();
  await expect(page.getByText('of 20', { exact: true })).toBeVisible();
  const on = Number(
    await page
      .getByRole('img', { name: /^On at/ })
      .getAttribute('aria-label')
      .then((l) => /On at (\d+)/.exec(l!)![1]),
  );
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('img', { name: new RegExp(`^On at ${on + 1}`) })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Breath: calibrated.' })).toBeVisible();

  await page.keyboard.press('4');
  await expect(page.getByRole('heading', { name: 'Three dynamics, evenly apart' })).toBeVisible();
  await expect(page.getByText('Levels you use')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Where should each land?' })).toBeVisible();

  // What breath gates waits for the pads that choose.
  await page.keyboard.press('7');
  await expect(page.getByText('its note waits for Pads')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Pads, live' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Read it, then accept.' })).toBeVisible({
    timeout: 120_000,
  });
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Pads: calibrated.' })).toBeVisible();

  await page.keyboard.press('5');
  await page.keyboard.press('s');
  await expect(page.getByText('sound: low')).toBeVisible();
  await expect(page.getByRole('spinbutton', { name: 'Lowest note' })).toHaveValue('C4');
  for (const [pad, note] of [
    ['q', 60],
    ['w', 62],
    ['o', 74],
  ] as const) {
    await page.keyboard.down(pad);
    await hold(page, 'x', 700);
    await expect(page.getByLabel('Sent now').getByText(`note ${note} off`)).toBeVisible();
    await page.keyboard.up(pad);
  }

  await page.keyboard.press('7');
  await expect(page.getByRole('status')).toContainText('messages, identical');
  await expect(page.getByRole('status')).toContainText('C runtime, compiled on this computer');
  const [download] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  const files = unzipSync(new Uint8Array(readFileSync((await download.path())!)));
  expect(Object.keys(files)).toContain('reed-box/instrument.h');

  await page.reload();
  await expect(page.getByText('1000 frames/s')).toBeVisible();
  // A reload comes back to the sensor that was open.
  await expect(page.getByRole('button', { name: /^Pads/ })).toHaveAttribute('aria-current', 'true');
  await page.keyboard.press('0');
  await expect(page.getByRole('heading', { name: 'Next: calibrate lip' })).toBeVisible();
  await expect(page.getByText(`on ${on + 1}`).first()).toBeVisible();
}
