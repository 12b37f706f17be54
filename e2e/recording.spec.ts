import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';

const head = (page: Page) => page.getByRole('heading', { level: 1 });
const board = (page: Page, name: RegExp) => page.getByRole('button', { name }).first();

/** Records a second or two of playing, marks the end of it, and opens the recording. */
async function record(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByText('Wherry').first().waitFor();
  await page.goto('/i/wherry/listen');
  await expect(head(page)).toHaveText('It lies still.');
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: /^End, / })).toBeVisible();
  await page.keyboard.down('x');
  await page.waitForTimeout(800);
  await page.keyboard.up('x');
  await page.keyboard.press('Enter');
  await page.waitForTimeout(400);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: /Recording 1/ }).click();
  await expect(head(page)).toHaveText('Recording 1');
}

test('what is played is recorded with keys alone, named, cut, kept, used as a take, given out and removed @long', async ({
  page,
}) => {
  await record(page);
  await expect(page.getByText(/16 columns · 1000 frames a second, 0 lost/)).toBeVisible();
  await page.getByLabel('Tags, parted by commas').fill('cold room, new reed, cold room');
  await page.getByLabel('Tags, parted by commas').press('Enter');
  // Its name is kept after them: the heading shows it once both are.
  await page.getByLabel('Name').fill('Slow push');
  await page.getByLabel('Name').press('Enter');
  await expect(head(page)).toHaveText('Slow push');
  // A reload comes back to it; Back leaves it, and stays in the station.
  await page.reload();
  await expect(head(page)).toHaveText('Slow push');
  await page.goBack();
  await page.getByRole('button', { name: /Slow push.*cold room, new reed$/ }).click();
  // The first quarter goes.
  await page.getByLabel('First cursor').fill('250');
  await page.getByLabel('Second cursor').fill('1000');
  const whole = Number(/([\d.]+) s ·/.exec(await page.getByText(/ s · 16 columns/).innerText())![1]);
  await page.getByRole('button', { name: 'Trim to the cursors' }).click();
  await expect(head(page)).toHaveText('Slow push, part');
  const left = Number(/([\d.]+) s ·/.exec(await page.getByText(/ s · 16 columns/).innerText())![1]);
  // Both are shown to a tenth of a second.
  expect(Math.abs(left - 0.75 * whole)).toBeLessThan(0.1);
  const given = page.waitForEvent('download');
  await page.getByRole('button', { name: 'CSV' }).click();
  const csv = readFileSync(await (await given).path(), 'utf8').split('\n');
  expect(csv[0]).toBe('# name: Slow push, part');
  expect(csv.slice(0, 5).some((line) => line.startsWith('# marks: '))).toBe(true);
  expect(csv.filter((line) => /^\d/.test(line)).length).toBeGreaterThan(900 * left);
  await page.getByRole('button', { name: 'Use it so' }).click();
  await expect(page.getByText('It is the soft take of Bellows now.')).toBeVisible();
  // What was trimmed is kept; removed, it comes back to where it was by undo, from another station.
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(head(page)).toHaveText(/It lies still|It moves/);
  await expect(page.getByRole('region', { name: 'Recordings' }).getByRole('listitem')).toHaveCount(1);
  await page.keyboard.press('5');
  await expect(page).toHaveURL(/voice/);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undone: Slow push, part removed (Listen, Bellows)')).toBeVisible();
  await expect(head(page)).toHaveText('Slow push, part');
});

test('a recording stands in for the board: it goes on and stands, steps, leaps, and gives the board back', async ({
  page,
}) => {
  await record(page);
  await page.getByRole('button', { name: 'Play it again' }).click();
  await expect(board(page, /^Recording 1/)).toBeVisible();
  const strip = page.getByRole('region', { name: 'Recording played again' });
  const at = async () => Number((await strip.locator('code').innerText()).split(' ')[0]);
  // Played to its end, it stands there.
  await expect(strip.getByRole('button', { name: /Go on/ })).toBeVisible({ timeout: 15_000 });
  const end = await at();
  await strip.getByLabel('Time of the recording').fill('500000');
  await expect.poll(at).toBeCloseTo(0.5, 1);
  expect(end).toBeGreaterThan(1);
  for (let i = 0; i < 20; i++) await page.keyboard.press('.');
  await expect.poll(at).toBeCloseTo(0.52, 2);
  await page.keyboard.press(',');
  await expect(strip.getByRole('button', { name: /Stand/ })).toBeVisible();
  await strip.getByRole('button', { name: 'Back to the practice board' }).click();
  await expect(board(page, /^Practice board/)).toBeVisible();
  await expect(strip).toBeHidden();
});

test('the last seconds are held still and measured; all lanes are seen at once @long', async ({ page }) => {
  await record(page);
  await page.keyboard.press('h');
  await page.keyboard.press('h');
  await expect(head(page)).toHaveText('The last seconds');
  await page.getByLabel('First cursor').fill('0');
  await page.getByLabel('Second cursor').fill('1000');
  await expect(page.getByText(/^\d+\.\d+ (ms|s)$/).first()).toBeVisible();
  await page.keyboard.press('h');
  await page.keyboard.press('j');
  await expect(page.getByRole('img', { name: '16 lanes, the last eight seconds of each' })).toBeVisible();
  await page.keyboard.press('j');
  await expect(head(page)).toHaveText(/It lies still|It moves/);
});
