import { readFile } from 'node:fs/promises';
import { writeSmf } from '../src/core/midi/smf';
import { expect, openBench, openWherry, test } from './bench';

test('soft notes that a hidden threshold drops are found, cured on the same take, and the cure is proved', async ({
  page,
}) => {
  await openWherry(page, 'calibrate');
  await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible();
  for (let i = 0; i < 130; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Accepted. Ctrl+Z takes it back.')).toBeVisible();
  await page.keyboard.press('6');
  await expect(page.getByRole('heading', { name: /^20 of 39 gestures are missed/ })).toBeVisible();
  await expect(page.getByText(/too soft: 64 to 100 counts where “on” lies at 148/)).toBeVisible();
  // To the first of them, without the mouse.
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('img', { name: /gestures that were meant, .* from [78]\.\d s/ })).toBeVisible();
  await page.getByRole('button', { name: /^Try: Lower “on”/ }).click();
  await expect(page.getByText(/missed 20 → 0/)).toBeVisible();
  const row = page.getByRole('row', { name: /^Missed/ });
  await expect(row).toContainText('20 of 39');
  await expect(row).toContainText('0 of 39');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'All 39 gestures are answered.' })).toBeVisible();
  await page.getByRole('button', { name: 'Against another state' }).click();
  await expect(page.getByRole('row', { name: /^Missed 20 0 .* better/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: /^20 of 39/ })).toBeVisible();
});

test('the report is one page, as HTML and as JSON @long', async ({ page, browser }) => {
  await openWherry(page, 'prove');
  await expect(page.getByRole('heading', { name: 'All 39 gestures are answered.' })).toBeVisible();
  const saved = async (words: string) => {
    await page.getByRole('button', { name: 'Report …' }).click();
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: words }).click(),
    ]);
    return readFile(await file.path(), 'utf8');
  };
  const report = JSON.parse(await saved('Save as JSON'));
  expect(report).toMatchObject({ format: 'cheironom-proof', instrument: { name: 'Wherry' } });
  expect(report.proof.counts.missed).toMatchObject({ n: 0, of: 39 });
  const html = await saved('Save as HTML');
  const paper = await browser.newPage();
  await paper.setContent(html);
  await expect(paper.getByRole('heading', { name: 'Wherry' })).toBeVisible();
  await expect(paper.getByText('missed gestures')).toBeVisible();
  const pdf = await paper.pdf({ format: 'A4' });
  // One page: PDF says how many in its page tree.
  expect(/\/Type\s*\/Pages[^>]*\/Count 1\b/.test(pdf.toString('latin1'))).toBe(true);
});

test('a trial runs by itself, is scored with what it may truly be, and can be looked at @long', async ({
  page,
}) => {
  await openWherry(page, 'prove');
  await page.getByRole('button', { name: 'Trials' }).click();
  await page.getByRole('button', { name: /^A ladder of dynamics/ }).click();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'As softly as you ever would.' })).toBeVisible();
  await page.waitForTimeout(6000);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^A ladder of dynamics: \d+ % of \d+; it may truly be/)).toBeVisible();
  await page.getByRole('button', { name: 'Look at it' }).last().click();
  await expect(page.getByLabel('Proved on')).toContainText('Recording 1');
  // What was meant can be tapped along it.
  await page.getByRole('button', { name: 'Tap along' }).click();
  await expect(page.getByRole('region', { name: 'Recording played again' })).toBeVisible();
  for (let i = 0; i < 3; i++) {
    await page.waitForTimeout(500);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'End, 3 taps' }).click();
  await expect(page.getByLabel('Meant is').locator('option:checked')).toHaveText('your 3 taps along it');
  await expect(page.getByText(/what was meant is told by what you tapped along it/)).toBeVisible();
});

test('a MIDI file of another tune is said to fit nothing; two schools of pitch differ in their notes @long', async ({
  page,
}) => {
  await openWherry(page, 'prove');
  await expect(page.getByRole('heading', { name: 'All 39 gestures are answered.' })).toBeVisible();
  const tune = Array.from({ length: 40 }, (_, i) => ({
    tUs: 93_000 * i,
    bytes: [0x90, 30 + ((7 * i) % 12), 90],
  }));
  const file = (buffer: Buffer) => ({ name: 'tune.mid', mimeType: 'audio/midi', buffer });
  const field = page.getByLabel('MIDI file of what was meant');
  await field.setInputFiles(file(Buffer.from(writeSmf(tune, 0, 'tune'))));
  await expect(page.getByRole('alert').filter({ hasText: 'it is another tune' })).toBeVisible();
  await field.setInputFiles(file(Buffer.from('no file')));
  await expect(page.getByText(/tune\.mid is no MIDI file that can be read/)).toBeVisible();

  await openBench(page);
  await page.goto('/i/sallow/voice');
  await page.getByText('Drone strip', { exact: true }).first().click();
  await page.getByLabel('Pitch', { exact: true }).first().selectOption({ label: 'along Drone strip' });
  await page.keyboard.press('f');
  await page.waitForTimeout(1000);
  await page.keyboard.press('h');
  await page.keyboard.press('6');
  await page.getByRole('button', { name: 'Against another state' }).click();
  await expect(page.getByText(/notes are played alike, \d+ otherwise/)).toBeVisible();
});
