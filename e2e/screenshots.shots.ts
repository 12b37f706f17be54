import { expect, openBench, openCairn, openWherry, test } from './bench';

test.use({ reducedMotion: 'reduce' } as object);

const shot = (name: string) => ({ path: `docs/screenshots/${name}.png` });

test('bench, run sheet and stations', async ({ page }) => {
  await openBench(page);
  await page.screenshot(shot('bench'));
  await openWherry(page);
  await page.waitForTimeout(5000);
  await page.screenshot(shot('run-sheet'));
  await page.keyboard.press('1');
  await expect(page.getByText('It fits its board.')).toBeVisible();
  await page.waitForTimeout(1500);
  await page.screenshot(shot('plan'));
  await page.getByText('Leaves', { exact: true }).first().click();
  const face = page.getByRole('region', { name: 'Face' });
  await face.evaluate((element) => element.scrollIntoView());
  await page.waitForTimeout(300);
  await page.screenshot(shot('face'));
  await page.getByText('Bellows', { exact: true }).first().click();
  await page.keyboard.press('2');
  await page.waitForTimeout(8000);
  await page.screenshot(shot('listen'));
  await page.keyboard.press('3');
  await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible();
  await page.waitForTimeout(500);
  await page.screenshot(shot('calibrate'));
  await page.keyboard.press('4');
  await expect(page.getByText('Levels you use')).toBeVisible();
  await page.waitForTimeout(500);
  await page.screenshot(shot('shape'));
  await page.keyboard.press('5');
  await expect(page.getByRole('heading', { name: 'Sent by Bellows' })).toBeVisible();
  await page.keyboard.down('w');
  await page.keyboard.down('x');
  await page.waitForTimeout(700);
  await page.screenshot(shot('voice'));
  await page.keyboard.up('x');
  await page.keyboard.press('3');
  await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible();
  for (let i = 0; i < 60; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await page.keyboard.press('6');
  await expect(page.getByRole('heading', { name: /gestures (is|are) missed/ })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: /^Try: Lower “on”/ }).click();
  await expect(page.getByText(/missed \d+ → 0/)).toBeVisible();
  await expect(page.getByText('Accepted. Ctrl+Z takes it back.')).toBeHidden({ timeout: 20_000 });
  await page.screenshot(shot('prove'));
  await page.keyboard.press('Enter');
  await page.keyboard.press('7');
  await expect(page.getByText('messages, identical')).toBeVisible();
  await page.screenshot(shot('load'));
  await page.keyboard.press('8');
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('button', { name: /^1 / }).click();
  await expect(page.getByText('Since then, until now')).toBeVisible();
  await page.screenshot(shot('log'));
  // A machine that stood still shows in the pictures as frames that were lost: make them again.
  await expect(page.getByText('frames/s · 0 lost')).toBeVisible();
});

test('a guided take, and the dark scheme', async ({ page }) => {
  await openWherry(page, 'calibrate');
  await page.keyboard.press('Space');
  await expect(page.getByText('soft, 7 of 20')).toBeVisible();
  await page.screenshot(shot('prompter'));
  await page.keyboard.press('Space');
  await page.keyboard.press('d');
  await page.waitForTimeout(500);
  await page.goto('/i/sallow/voice');
  await page.getByText('Drone strip', { exact: true }).first().click();
  await page.getByLabel('Pitch', { exact: true }).first().selectOption({ label: 'along Drone strip' });
  const schools = page.getByRole('region', { name: 'Schools of pitch' });
  await expect(schools.getByRole('img', { name: /free plays/ })).toBeVisible();
  await schools.evaluate((element) => element.scrollIntoView());
  await page.waitForTimeout(500);
  await page.screenshot(shot('voice-schools-dark'));
});

test('all lanes at once, and a recording', async ({ page }) => {
  await openWherry(page, 'listen');
  await page.waitForTimeout(3000);
  await page.keyboard.press('Space');
  await page.waitForTimeout(600);
  for (const [key, ms] of [
    ['q', 500],
    ['x', 700],
    ['r', 400],
    ['a', 500],
    ['c', 900],
  ] as const) {
    await page.keyboard.down(key);
    await page.waitForTimeout(ms);
    await page.keyboard.up(key);
    await page.waitForTimeout(250);
  }
  await page.keyboard.press('Enter');
  await page.waitForTimeout(700);
  await page.keyboard.press('j');
  await page.waitForTimeout(500);
  await page.screenshot(shot('listen-all'));
  await page.keyboard.press('j');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: /Recording 1/ }).click();
  await expect(page.getByRole('region', { name: 'What is wrong' })).toContainText(/finding|Nothing/);
  await page.screenshot(shot('recording'));
});

test('many lanes: stones', async ({ page }) => {
  await openCairn(page, 'voice');
  const scenes = page.getByRole('region', { name: 'Scenes' });
  await scenes.getByRole('button', { name: 'Two scenes' }).click();
  await scenes.getByRole('checkbox', { name: 'Stones: notes in Scene 2' }).uncheck();
  await scenes.getByRole('checkbox', { name: 'Press strip: D2 in Scene 1' }).uncheck();
  await scenes.getByRole('button', { name: 'Select a scene by …' }).click();
  await scenes.getByLabel('Gate').selectOption({ label: 'when a pad is struck: Stones A4' });
  await scenes.evaluate((element) => element.scrollIntoView({ block: 'end' }));
  await page.waitForTimeout(500);
  await page.screenshot(shot('scenes'));
  await openCairn(page, 'calibrate');
  await expect(page.getByText('Stones: calibrated.')).toBeVisible();
  await expect(page.getByText('9 of 9').or(page.getByRole('progressbar'))).toBeVisible();
  await expect(page.getByRole('progressbar')).toBeHidden();
  await page.waitForTimeout(500);
  await page.screenshot(shot('calibrate-strike'));
  await page.keyboard.press('Space');
  await page.waitForTimeout(12_000);
  await page.screenshot(shot('prompter-lanes'));
  await page.goto('/i/sallow/calibrate');
  await expect(page.getByText('Keys: calibrated.', { exact: true })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText('Magnet keys: calibrated.')).toBeVisible();
  await expect(page.getByText('A stroke as it went, and the depths chosen')).toBeVisible();
  await page.waitForTimeout(500);
  await page.screenshot(shot('calibrate-keys'));
});
