import { readFile } from 'node:fs/promises';
import { gunzipSync, strFromU8, unzipSync } from 'fflate';
import type { Page } from '@playwright/test';
import { expect, openBench, openWherry, test } from './bench';

/** A picture of some pixels, as PNG. */
const pngOf = (page: Page) =>
  page.evaluate(async () => {
    const canvas = new OffscreenCanvas(3000, 1500);
    canvas.getContext('2d')!.fillRect(100, 100, 900, 700);
    const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
    return Array.from(bytes);
  });

const saved = async (page: Page, press: () => Promise<void>): Promise<Buffer> => {
  const [file] = await Promise.all([page.waitForEvent('download'), press()]);
  return readFile(await file.path());
};

test('an entry with a picture is written, found, exported, and comes with everything into another browser @long', async ({
  page,
  browser,
}) => {
  await openWherry(page, 'log');
  const field = page.getByRole('textbox', { name: /What did you do/ });
  const picker = page.locator('input[type=file][accept="image/*"]');
  await picker.setInputFiles({ name: 'note.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText(/note.png is no picture that this browser can open/)).toBeVisible();
  await picker.setInputFiles({
    name: 'hinge.png',
    mimeType: 'image/png',
    buffer: Buffer.from(await pngOf(page)),
  });
  await expect(page.getByRole('img', { name: 'Of the build' })).toBeVisible();
  await field.fill('The hinge was glued anew.');
  await page.getByRole('textbox', { name: /^Paid/ }).fill('4,5');
  await field.press('Enter');
  const line = page.getByRole('listitem').filter({ hasText: 'The hinge was glued anew.' });
  await expect(line).toContainText('(4.50)');
  await page.getByRole('searchbox').fill('GLUED hinge');
  await expect(page.getByRole('listitem').filter({ hasText: 'you' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Save the log' }).click();
  const zip = unzipSync(await saved(page, () => page.getByRole('menuitem', { name: 'Markdown' }).click()));
  expect(strFromU8(zip['log.md'])).toMatch(/^# Wherry: log\n\n## .* 2026|## \w+, \d/);
  expect(strFromU8(zip['log.md'])).toContain('The hinge was glued anew. (4.5)');
  const [picture] = Object.keys(zip).filter((name) => name.startsWith('pictures/'));
  // Resized: its longer side has 1600 of 3000 pixels, and it weighs little.
  expect(zip[picture].length).toBeLessThan(60_000);
  await page.reload();
  await expect(page.getByRole('img', { name: 'Of the build' })).toBeVisible();
  // Everything, out of this browser and into another.
  await openBench(page);
  const all = await saved(page, () =>
    page.getByRole('button', { name: 'Save everything in one file' }).click(),
  );
  expect(strFromU8(gunzipSync(all)).split('\n')[0]).toContain('"is":"head"');
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await expect(other.getByRole('heading', { name: 'Wherry' })).toBeVisible();
  const bring = other.locator('input[type=file][accept*=".gz"]');
  await bring.setInputFiles({
    name: 'all.jsonl.gz',
    mimeType: 'application/gzip',
    buffer: all.subarray(0, all.length / 2),
  });
  await expect(other.getByText(/ends before its end/)).toBeVisible({ timeout: 30_000 });
  await bring.setInputFiles({ name: 'all.jsonl.gz', mimeType: 'application/gzip', buffer: all });
  await expect(
    other.getByText(/Came beside what is here.*Wherry|Here already, the same:.*Wherry/),
  ).toBeVisible({ timeout: 30_000 });
  await other.context().close();
});

/** A board on a serial port: text with its own name, settings that it takes, a rest that can drift, strokes when it is played. */
async function standIn(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const board = { digest: '', next: '', rest: 2042, playing: false, settings: 0 };
    const text = new TextEncoder();
    let frame = 0;
    let told = '';
    class Port extends EventTarget {
      readable: ReadableStream<Uint8Array> | null = null;
      writable: WritableStream<Uint8Array> | null = null;
      private timer: ReturnType<typeof setInterval> | undefined;
      private says: string[] = [];
      async open(): Promise<void> {
        const line = () => {
          const t = frame++;
          const stroke = board.playing
            ? 1300 * Math.max(0, Math.sin((2 * Math.PI * t) / 1000)) * (t % 2000 < 1000 ? 1 : -0.97)
            : 0;
          return `t_us:${t * 1000},bellows:${Math.round(board.rest + stroke + ((t * 7) % 5) - 2)}\n`;
        };
        this.readable = new ReadableStream({
          start: (c) => {
            this.timer = setInterval(() => {
              if (board.digest !== told) this.says.push(`# board: ${(told = board.digest)},1000\n`);
              c.enqueue(
                text.encode(this.says.splice(0).join('') + Array.from({ length: 10 }, line).join('')),
              );
            }, 10);
          },
          cancel: () => clearInterval(this.timer),
        });
        let message: number[] = [];
        this.writable = new WritableStream({
          write: (chunk) => {
            for (const byte of chunk as Uint8Array) {
              if (byte === 0xf0) message = [];
              message.push(byte);
              if (byte !== 0xf7 || message[4] !== 1) continue;
              message = [];
              board.settings++;
              board.digest = board.next;
              this.says.push('# settings: 0\n');
            }
          },
        });
      }
      async close(): Promise<void> {
        clearInterval(this.timer);
        this.readable = this.writable = null;
      }
    }
    const port = new Port();
    Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(port) } });
    Object.assign(window, { board });
  });
}
type Board = { digest: string; next: string; rest: number; playing: boolean; settings: number };
const set = (page: Page, change: Partial<Board>) =>
  page.evaluate((own) => void Object.assign((window as unknown as { board: object }).board, own), change);

test('flashed, changed over the line, marked among the versions, drifted, checked, put right, and printed', async ({
  page,
  browser,
}) => {
  await standIn(page);
  await openWherry(page, 'load');
  const board = page.locator('p[aria-live]').filter({ hasText: /board/i }).first();
  await expect(board).toContainText('No board has answered yet');
  const digest = page.getByRole('complementary', { name: 'Reading' }).getByText(/^[0-9a-f]{8}$/);
  const first = (await digest.textContent())!;
  await page.getByRole('button', { name: /^Practice board/ }).click();
  await page.getByRole('menuitem', { name: /500000/ }).click();
  await expect(board).toContainText('no sketch of Cheironom has answered yet');
  await set(page, { digest: first });
  await expect(board).toContainText(
    `The board answers: it is this instrument, with these settings (${first})`,
  );
  // Another threshold, accepted: the board has the old one until it is sent.
  await page.keyboard.press('3');
  await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Accepted. Ctrl+Z takes it back.')).toBeVisible();
  await page.keyboard.press('7');
  await expect(board).toContainText(`it plays ${first}, not`);
  const second = (await digest.textContent())!;
  await set(page, { next: second });
  await page.keyboard.press('l');
  await expect(
    page.getByText('The board plays these settings now, and keeps them without power.'),
  ).toBeVisible();
  await expect(board).toContainText(
    `The board answers: it is this instrument, with these settings (${second})`,
  );
  // That accept is a version, and the board has it.
  await page.keyboard.press('8');
  await page.getByRole('button', { name: 'Versions' }).click();
  const version = page.getByRole('button', { name: /^1 Bellows calibrated/ });
  await expect(version).toContainText('on the board');
  await version.click();
  await expect(page.getByText(/^Bellows: on \d+ → \d+$/).first()).toBeVisible();
  // It drifts, is checked, and put right.
  await set(page, { rest: 2072 });
  await page.getByRole('button', { name: 'Care and drift' }).click();
  await page.getByRole('button', { name: /^Check-up/ }).click();
  await expect(page.getByRole('heading', { name: /^Play everything twice/ })).toBeVisible({
    timeout: 15_000,
  });
  await set(page, { playing: true });
  await page.waitForTimeout(4500);
  await page.keyboard.press('Space');
  const row = page.getByRole('row', { name: /^Bellows/ });
  await expect(row).toContainText('measure anew');
  await expect(row).toContainText('rest +30 counts');
  await set(page, { playing: false });
  await page.keyboard.press('Enter');
  await expect(page.getByText('Accepted. Ctrl+Z takes it back.')).toBeVisible();
  await page.getByRole('button', { name: 'Entries' }).click();
  await expect(page.getByText(/^Bellows: rest 20\d\d(\.\d+)? → 207\d/)).toBeVisible();
  await page.keyboard.press('7');
  const record = await saved(page, async () => {
    await page.getByRole('button', { name: 'Calibration record' }).click();
    await page.getByRole('menuitem', { name: 'Save as HTML' }).click();
  });
  expect(record.toString()).toMatch(/<td>2072/);
  expect(record.toString()).toContain('version 2');
  const paper = await browser.newPage();
  await paper.setContent(record.toString());
  const pdf = await paper.pdf({ preferCSSPageSize: true });
  // One page: PDF says how many in its page tree.
  expect(/\/Type\s*\/Pages[^>]*\/Count 1\b/.test(pdf.toString('latin1'))).toBe(true);
});

test('a version is taken back, and a branch is tried and left, with all kept', async ({ page }) => {
  await openWherry(page, 'calibrate');
  for (const more of [6, 9]) {
    await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible();
    for (let i = 0; i < more; i++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Accepted. Ctrl+Z takes it back.')).toBeVisible();
    await page.waitForTimeout(300);
  }
  await page.keyboard.press('7');
  const digest = page.getByRole('complementary', { name: 'Reading' }).getByText(/^[0-9a-f]{8}$/);
  const second = await digest.textContent();
  await page.keyboard.press('8');
  await page.getByRole('button', { name: 'Versions' }).click();
  await page.getByRole('textbox', { name: /branch/ }).fill('louder');
  await page.keyboard.press('Enter');
  await expect(page.getByText('You work on louder.')).toBeVisible();
  await page.getByRole('button', { name: /^1 Bellows calibrated/ }).click();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('Version 1 plays again. Ctrl+Z takes it back.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^4 back to version 1/ })).toContainText('louder');
  await page.getByRole('button', { name: 'Go to main' }).click();
  await expect(page.getByText('You work on main.')).toBeVisible();
  await page.keyboard.press('7');
  await expect(digest).toHaveText(second!);
});

test('first sound: from the bench to a calibrated sensor that sounds, by three keys, in about a minute @long', async ({
  page,
}) => {
  await openBench(page);
  await expect(page.getByRole('button', { name: /^First sound/ })).toBeVisible();
  const begun = Date.now();
  await page.keyboard.press('f');
  await expect(page.getByRole('heading', { name: 'Let it rest.' })).toBeVisible();
  await expect(page.getByRole('img', { name: /^On at/ })).toBeVisible({ timeout: 90_000 });
  await page.keyboard.press('Enter');
  await expect(page.getByText('Breath: calibrated.')).toBeVisible();
  await page.keyboard.press('s');
  await expect(page.getByText('sound: low')).toBeVisible();
  await page.keyboard.down('x');
  await expect(page.getByText(/^note \d+ on, \d+$/)).toBeVisible();
  await page.keyboard.up('x');
  // 45 s on a quiet machine; a loaded one is given half as much again.
  expect(Date.now() - begun).toBeLessThan(90_000);
});
