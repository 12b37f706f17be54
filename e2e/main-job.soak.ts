import { expect, openBench, test } from './bench';
import { mainJobByKeys } from './main-job';

/** 1280 × 800 at 100 % and at 150 %, and the smallest screen that is meant to serve. */
const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 700 },
  { width: 853, height: 533 },
];

for (const size of SIZES) {
  test(`the main job by keys at ${size.width} × ${size.height}`, async ({ page }) => {
    await page.setViewportSize(size);
    await mainJobByKeys(page);
  });

  test(`the main job by pointer at ${size.width} × ${size.height}`, async ({ page }) => {
    await page.setViewportSize(size);
    await openBench(page);
    await page.getByRole('button', { name: /New instrument/ }).click();
    await page.getByLabel('Name').fill('Reed box');
    await page.getByRole('radio', { name: /Blown/ }).click();
    await page.getByRole('button', { name: 'Begin' }).click();
    await expect(page.getByRole('heading', { name: 'It fits its board.' })).toBeVisible();
    await page.getByRole('link', { name: /Calibrate/ }).click();
    await expect(page.getByText('1000 frames/s')).toBeVisible();
    const calibrate = async (sensor: string) => {
      await page
        .getByRole('button', { name: /^Begin/ })
        .first()
        .click();
      await expect(page.getByRole('heading', { name: 'Read it, then accept.' })).toBeVisible({
        timeout: 150_000,
      });
      await page
        .getByRole('button', { name: /^Accept/ })
        .first()
        .click();
      await expect(page.getByRole('heading', { name: `${sensor}: calibrated.` })).toBeVisible();
    };
    await calibrate('Breath');
    const list = page.getByRole('button', { name: /^Pads/ }).first();
    if (await list.isVisible()) await list.click();
    else await page.getByRole('combobox').first().selectOption({ label: 'Pads' });
    await expect(page.getByRole('heading', { name: 'Pads, live' })).toBeVisible();
    await calibrate('Pads');

    await page.getByRole('link', { name: /Voice/ }).click();
    await expect(page.getByRole('spinbutton', { name: 'Lowest note' })).toHaveValue('C4');
    // One pointer holds a pad while it blows.
    const surface = page.getByRole('region', { name: 'Play the practice board yourself' });
    await surface.getByLabel('hold what I press').check();
    const breath = surface.getByRole('button', { name: 'blow Breath' });
    for (const [pad, note] of [
      [0, 60],
      [1, 62],
      [8, 74],
    ] as const) {
      const own = surface.getByRole('button', { name: /^touch/ }).nth(pad);
      await own.click();
      await breath.click();
      await expect(page.getByLabel('Sent now').getByText(`note ${note} on`)).toBeVisible();
      await breath.click();
      await own.click();
      await expect(page.getByLabel('Sent now').getByText(`note ${note} off`)).toBeVisible();
    }

    await page.getByRole('link', { name: /Load/ }).click();
    await expect(page.getByRole('status')).toContainText('messages, identical');
    const files = page.getByRole('button', { name: /^Board files/ }).first();
    const [download] = await Promise.all([page.waitForEvent('download'), files.click()]);
    expect(download.suggestedFilename()).toMatch(/^reed-box.*\.zip$/);
  });
}
