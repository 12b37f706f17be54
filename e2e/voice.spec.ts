import type { Page } from '@playwright/test';
import { expect, hold, openBench, openCairn, openWherry, test } from './bench';

/** Chooses a sensor in the list at the left. */
const choose = (page: Page, name: string) => page.getByText(name, { exact: true }).first().click();
const noteRow = (page: Page, n: number) => page.getByRole('listitem').filter({ hasText: /^note/ }).nth(n);

test('a strip pulls in to its notes, its schools compared on the maker’s own take, with thirds in key on a channel of their own', async ({
  page,
}) => {
  await openBench(page);
  await page.goto('/i/sallow/voice');
  await expect(page.getByText(/1000 frames.s · /)).toBeVisible();
  await choose(page, 'Drone strip');
  await noteRow(page, 0).getByLabel('Pitch', { exact: true }).selectOption({ label: 'along Drone strip' });
  const schools = page.getByRole('region', { name: 'Schools of pitch' });
  // A slide passes many notes that nobody meant where it is fretted, and none where it is pulled in.
  await expect(
    schools.getByRole('img', { name: /fretted plays: \d\d notes, [1-9]\d* not meant/ }),
  ).toBeVisible();
  await expect(schools.getByRole('img', { name: /pull-in plays: \d notes, 0 not meant/ })).toBeVisible();
  // It stops at the bend range, and is told; with it set wide enough it is not.
  await page.keyboard.press('j');
  await expect(schools.getByRole('button', { name: /Pull-in/ })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText(/A slide over 24 semitones stops at the bend range, ±2/)).toBeVisible();
  const range = noteRow(page, 0).getByLabel('Bend range, semitones');
  await range.fill('24');
  await range.press('Enter');
  await expect(page.getByText(/stops at the bend range/)).toHaveCount(0);

  // Thirds in C major, by a voice of their own.
  await page.getByRole('button', { name: 'Add a scale' }).click();
  await page.getByRole('button', { name: 'Add a note' }).click();
  const second = noteRow(page, 1);
  await second.getByLabel('Pitch', { exact: true }).selectOption({ label: 'along Drone strip' });
  await second.getByLabel('What is added to the note').selectOption({ label: 'a third above, in key' });
  await second.getByLabel('Tuning').selectOption({ label: 'C major' });
  await second.getByLabel('Channel', { exact: true }).fill('2');
  await second.getByLabel('Channel', { exact: true }).press('Enter');
  await page.keyboard.press('Escape');
  const sent = page.getByLabel('Sent now');
  await page.keyboard.down('x');
  await expect(sent.getByText(/note \d+ on/)).toHaveCount(2);
  const [one, other] = (await sent.getByText(/note \d+ on/).allTextContents()).map((t) =>
    Number(/note (\d+)/.exec(t)![1]),
  );
  expect([3, 4]).toContain(Math.abs(one - other));
  await page.keyboard.up('x');
  await expect(sent.getByText(/note \d+ off/)).toHaveCount(2);
});

test('a fingering is made by playing: held, Enter, its note typed; then it sounds @long', async ({
  page,
}) => {
  await openWherry(page, 'voice');
  await choose(page, 'Bellows');
  await noteRow(page, 0)
    .getByLabel('Pitch', { exact: true })
    .selectOption({ label: 'by the fingering of Leaves' });
  const fingering = page.getByRole('region', { name: 'Fingering' });
  await expect(
    fingering.getByRole('listitem').filter({ has: page.getByRole('button', { name: /Finger 1/ }) }),
  ).toHaveCount(11);
  // A fork that no table of open holes has.
  for (const key of ['q', 'e']) await page.keyboard.down(key);
  await expect(fingering.locator('g[data-sign="1"]')).toHaveCount(2);
  await expect(fingering.getByText('in no fingering', { exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  const note = fingering.getByLabel('Note of 1010000000');
  await expect(note).toBeFocused();
  await note.fill('Eb6');
  await note.press('Enter');
  // Keys that play the practice board are let go where the instrument changes: the fork is held again.
  for (const key of ['q', 'e']) await page.keyboard.up(key);
  for (const key of ['q', 'e']) await page.keyboard.down(key);
  await expect(fingering.getByText('fingering 1', { exact: true })).toBeVisible();
  await page.keyboard.down('c');
  await expect(page.getByLabel('Sent now').getByText(/note 87 on/)).toBeVisible();
  for (const key of ['c', 'q', 'e']) await page.keyboard.up(key);
  // A tune says what its changes pass.
  await fingering.getByLabel('A tune, to try it on').fill('E5 A4 D4');
  await expect(fingering.getByText(/can sound another note on the way/)).toBeVisible();
});

test('two scenes of Cairn: a stone changes them, and what lives in one alone is silent in the other', async ({
  page,
}) => {
  await openCairn(page, 'voice');
  const scenes = page.getByRole('region', { name: 'Scenes' });
  await scenes.getByRole('button', { name: 'Two scenes' }).click();
  await scenes.getByRole('checkbox', { name: 'Stones: notes in Scene 2' }).uncheck();
  await scenes.getByRole('button', { name: 'Select a scene by …' }).click();
  await scenes.getByLabel('Gate').selectOption({ label: 'when a pad is struck: Stones A4' });
  const plays = (name: string) =>
    expect(scenes.getByRole('columnheader', { name }).and(page.locator('[data-plays="true"]'))).toBeVisible();
  await plays('Scene 1');
  const sent = page.getByLabel('Sent now');
  await hold(page, 'q', 100);
  await expect(sent.getByText(/note 50 on/)).toBeVisible();
  await hold(page, 'o', 100);
  await plays('Scene 2');
  await expect(sent.getByText(/note 69 off/)).toBeVisible();
  await page.waitForTimeout(500);
  await hold(page, 'w', 100);
  await hold(page, 'o', 100);
  await plays('Scene 1');
  await expect(sent.getByText(/note 52/)).toHaveCount(0);
});

test('stones of Cairn with jobs: one moves the others an octave, one lets all begin anew; what is changed stands large @long', async ({
  page,
}) => {
  await openCairn(page, 'voice');
  const scenes = page.getByRole('region', { name: 'Scenes' });
  await scenes.getByRole('button', { name: 'Give a pad a job' }).click();
  await scenes.getByRole('button', { name: 'Give a pad a job' }).click();
  await scenes.getByLabel('What it does').nth(1).selectOption({ label: 'lets all begin anew' });
  const sent = page.getByLabel('Sent now');
  await hold(page, 'q', 100);
  await expect(sent.getByText(/note 50 on/)).toBeVisible();
  // The last stone moves them up.
  await hold(page, 'o', 100);
  await page.waitForTimeout(500);
  await hold(page, 'q', 100);
  await expect(sent.getByText(/note 62 on/)).toBeVisible();
  await page.keyboard.press('g');
  await expect(page.getByRole('dialog').getByText('+1 octave')).toBeVisible();
  await page.keyboard.press('g');
  await hold(page, 'i', 100);
  await page.waitForTimeout(500);
  await hold(page, 'w', 100);
  await expect(sent.getByText(/note 52 on/)).toBeVisible();
});

test('two boards of Sallow: the plug that is pulled out is seen, and a keyboard can be let in with its volume kept out @long', async ({
  page,
}) => {
  await openBench(page);
  await page.goto('/i/sallow/plan');
  const series = page.getByRole('region', { name: 'MIDI in and out' });
  await series.scrollIntoViewIfNeeded();
  await series.getByRole('button', { name: 'Pull it out' }).click();
  await expect(series.getByRole('button', { name: 'Plug it in' })).toBeVisible();
  await expect(series.locator('[data-out="true"]')).toBeVisible();
  await series.getByRole('button', { name: 'Add a MIDI input' }).click();
  const blocked = series.getByLabel('Controllers of Keyboard that do not pass');
  await expect(blocked).toHaveValue('7');
  await blocked.fill('7, 200');
  await blocked.press('Enter');
  await expect(series.getByRole('alert')).toHaveText('Controllers are 0 … 127. 7 stays.');
  // A circle cannot be chosen.
  await expect(series.getByLabel('Output of Key board').locator('option')).toHaveText([
    'your music software',
  ]);
});
