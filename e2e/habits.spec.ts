import { expect, hold, openWherry, test } from './bench';

test('everything can be undone, and comes back after a reload', async ({ page }) => {
  await openWherry(page, 'shape');
  const soft = page.getByRole('spinbutton', { name: 'soft' });
  await expect(soft).toBeEnabled();
  await soft.fill('20');
  await soft.blur();
  await expect(page.getByRole('img', { name: /soft should read 20/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(soft).toHaveValue('32');
  await page.keyboard.press('Control+Shift+z');
  await expect(soft).toHaveValue('20');
  // Saving waits a moment for more changes; leaving the page must not.
  await page.reload();
  await expect(page.getByRole('spinbutton', { name: 'soft' })).toHaveValue('20');
});

test('a diamond and a threshold are dragged on their pictures @long', async ({ page }) => {
  await openWherry(page, 'shape');
  const curve = page.getByRole('img', { name: /medium should read 70/ });
  await expect(page.getByText('Levels you use')).toBeVisible();
  // The medium diamond: try the column of the picture where it should lie, from the bottom up, until it is held.
  const box = (await curve.boundingBox())!;
  const label = () => page.getByRole('img', { name: /^Response/ }).getAttribute('aria-label');
  const before70 = await label();
  for (let up = 0.35; up < 0.75 && (await label()) === before70; up += 0.05) {
    const [x, y] = [box.x + box.width * 0.36, box.y + box.height * (1 - up)];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x, y - 60, { steps: 6 });
    await page.mouse.up();
  }
  expect(await label()).not.toBe(before70);

  await page.keyboard.press('3');
  const trade = page.getByRole('img', { name: /^On at/ });
  const before = await trade.getAttribute('aria-label');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(trade).not.toHaveAttribute('aria-label', before!);
  await expect(page.getByRole('button', { name: 'Accept' })).toBeVisible();
});

test('a held note is ended by Silence, and does not come back while the breath is held', async ({ page }) => {
  await openWherry(page, 'voice');
  const sent = page.getByLabel('Sent now');
  // A leaf chooses the note, the bellows gate it.
  await page.keyboard.down('q');
  await page.keyboard.down('c');
  await expect(sent.getByText(/note 62 on/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sent.getByText('note 62 off')).toBeVisible();
  await page.waitForTimeout(500);
  await expect(sent.getByRole('listitem').first()).toHaveText('note 62 off');
  await page.keyboard.up('c');
  await page.keyboard.up('q');
});

test('light and dark, glance, the list of keys, and the run sheet are one key away @long', async ({
  page,
}) => {
  await openWherry(page);
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const light = await ground();
  await page.keyboard.press('d');
  await expect.poll(ground).not.toBe(light);
  await page.keyboard.press('g');
  const glance = page.getByRole('dialog', { name: 'Bellows at a glance' });
  await expect(glance).toBeVisible();
  await hold(page, 'x', 300);
  await page.keyboard.press('g');
  await expect(glance).toHaveCount(0);
  await page.keyboard.press('?');
  await expect(page.getByText('ends every note everywhere')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'It lies still.' })).toBeVisible();
});

test('MIDI goes out to the port that is chosen', async ({ page }) => {
  await page.addInitScript(() => {
    const sent: number[][] = [];
    const port = { id: 'p', name: 'Test port', send: (bytes: number[]) => sent.push(bytes) };
    Object.assign(window, { sent });
    Object.assign(navigator, {
      requestMIDIAccess: async () => ({ inputs: new Map(), outputs: new Map([['p', port]]) }),
    });
  });
  await openWherry(page, 'voice');
  await page.getByText('MIDI out: none').click();
  await page.getByRole('menuitem', { name: 'Test port' }).click();
  await expect(page.getByText('MIDI out: Test port')).toBeVisible();
  await page.keyboard.down('q');
  await hold(page, 'x', 400);
  await page.keyboard.up('q');
  const statuses = () =>
    page.evaluate(() => (window as unknown as { sent: number[][] }).sent.map((b) => b[0]));
  await expect.poll(statuses).toContain(0x80);
  expect(await statuses()).toEqual(expect.arrayContaining([0xb0, 0x90]));
});

test('a key that opens the file chooser opens it at every press @long', async ({ page }) => {
  await openWherry(page, 'listen');
  await expect(page.getByRole('button', { name: /^Listen to a file/ })).toBeVisible();
  // The chooser has the focus when the key is let go: the page never hears of it.
  await page.evaluate(() =>
    window.addEventListener('keyup', (e) => e.isTrusted && e.stopImmediatePropagation(), true),
  );
  let choosers = 0;
  page.on('filechooser', () => choosers++);
  // The browser is asked to hand choosers over, which takes a moment that a key does not.
  await page.waitForTimeout(500);
  for (let i = 1; i <= 3; i++) {
    await page.keyboard.press('l');
    await expect.poll(() => choosers).toBe(i);
  }
});
