import { expect, openWherry, test } from './bench';

test('a thumb pad is made still at under 4 ms, by its price on the maker’s own takes', async ({ page }) => {
  await openWherry(page, 'shape');
  await page.getByRole('button', { name: /Thumb pad/ }).click();
  await page.getByRole('button', { name: 'Noise and lag' }).click();
  const bare = page.getByText(/^No filter: 0\.0 ms late/);
  await expect(bare).toBeVisible({ timeout: 20_000 });
  const noise = async (words: string) => Number(/at rest ([\d.]+)/.exec(words)![1]);
  const before = await noise(await bare.innerText());
  await page.getByRole('button', { name: /^Use / }).click();
  const filtered = page.getByText(/: [\d.]+ ms late/);
  await expect(filtered).not.toContainText('No filter');
  await expect(page.getByText('The stillest within it is in use.')).toBeVisible();
  const words = await filtered.innerText();
  expect(Number(/: ([\d.]+) ms late/.exec(words)![1])).toBeLessThan(4);
  expect(await noise(words)).toBeLessThan(before / 2);
});

test('two curves are compared by ear, blind, and what was liked better is kept in the log @long', async ({
  page,
}) => {
  await openWherry(page, 'shape');
  await expect(page.getByRole('spinbutton', { name: 'soft' })).toBeEnabled();
  await page.keyboard.press('h');
  await page.getByLabel('Curve', { exact: true }).selectOption('exponential');
  await expect(page.getByText(/A: smooth · B: exponential/)).toBeVisible();
  // Held fully, the bellows reads its loud value by either; medium it reads another.
  await page.keyboard.down('x');
  await expect(page.getByText(/breath = [1-9]/).first()).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByRole('button', { name: 'A', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.up('x');
  await page.getByRole('button', { name: 'Choose blind' }).click();
  await expect(page.getByText('The curve is shown again once you end the choice.')).toBeVisible();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'End' }).click();
  await expect(page.getByText(/of 3 times, blind/)).toBeVisible();
  await page.getByRole('button', { name: 'Take A' }).click();
  await expect(page.getByLabel('Curve', { exact: true })).toHaveValue('points');
});

test('a point is added where the curve is pressed twice, moved by its number, and taken away @long', async ({
  page,
}) => {
  await openWherry(page, 'shape');
  await expect(page.getByRole('spinbutton', { name: 'soft' })).toBeEnabled();
  await page.getByRole('button', { name: 'Floor, ceiling, points' }).click();
  const handle = page.getByLabel('Handle');
  await expect(handle.getByRole('option')).toHaveCount(5);
  await page.getByRole('button', { name: 'Add a point' }).click();
  await expect(handle.getByRole('option')).toHaveCount(6);
  await handle.selectOption('1');
  const reads = page.getByRole('spinbutton', { name: 'reads' });
  await reads.fill('20');
  await reads.press('Enter');
  await expect(reads).toHaveValue('20');
  await expect(page.getByRole('spinbutton', { name: 'soft' })).toHaveValue('20');
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(handle.getByRole('option')).toHaveCount(5);
});
