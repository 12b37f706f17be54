import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

/** Adds a sensor by its kind's name, with the keyboard alone. */
async function add(page: Page, kind: string, lanes = 1): Promise<void> {
  await page.keyboard.press('k');
  await page.keyboard.type(kind);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeHidden();
  if (lanes === 1) return;
  const field = page.getByRole('spinbutton', { name: 'Lanes' });
  await field.focus();
  await page.keyboard.type(String(lanes));
  await page.keyboard.press('Enter');
}

test('19 analogue and 7 digital inputs from nothing, by keyboard: no one small board, and what to do', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByText('Wherry').first().waitFor();
  await page.keyboard.press('n');
  await page.keyboard.type('Slate');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It fits its board.');
  // What is typed while the dialog is still fetched must not be lost.
  await page.route('**/_next/static/chunks/*', async (route) => {
    await page.waitForTimeout(500);
    await route.continue();
  });
  await add(page, 'pressure sheet', 12);
  await page.unrouteAll({ behavior: 'wait' });
  await add(page, 'pots', 6);
  await add(page, 'switch', 7);
  await expect(page.getByText('wants 19 analogue inputs').first()).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It does not fit its board.');
  await page.getByRole('button', { name: /^32-bit 600 MHz board, large/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('with 1 multiplexer').first()).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('navigation', { name: 'Sensors' })).not.toContainText('Switch');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('navigation', { name: 'Sensors' })).toContainText('Switch');
});

test('a ribbon’s span is typed and its cents a count follow; a wire is led to another pin; steps keep their ticks @long', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByText('Wherry').first().waitFor();
  await page.goto('/i/wherry/plan');
  await page
    .getByRole('button', { name: /Wrist ribbon/ })
    .first()
    .click();
  const cents = page.getByText('pitch of a count').locator('..');
  await expect(cents).toContainText('0.29');
  await page.getByRole('spinbutton', { name: 'span' }).fill('3');
  await page.keyboard.press('Enter');
  await expect(cents).toContainText('0.88');
  await cents.click();
  await expect(page.getByText('1200 · octaves / 2^bits').first()).toBeVisible();

  await page.getByRole('button', { name: 'Pin A0: Bellows · out' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /Pin 5 reads no levels/ })).toBeVisible();
  await page.getByRole('button', { name: 'Lead Bellows · out to pin A1' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Pin A1: Bellows · out' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pin A0: Thumb pad · out' })).toBeVisible();

  await page.getByLabel(/Lay out board and parts/).check();
  await page.getByRole('textbox', { name: 'Note' }).fill('on the oak board');
  await page.keyboard.press('Enter');
  await expect(page.getByText('saved just now')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(/Lay out board and parts/)).toBeChecked();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('on the oak board');

  const [parts] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Parts, CSV' }).click(),
  ]);
  expect(readFileSync(await parts.path(), 'utf8')).toMatch(/^part,count,cost of one,cost,for\n/);
});
