import { expect, test, type Page } from '@playwright/test';

/** A serial port that stands in for a board: ten lines of two labelled columns every ten milliseconds, until it is pulled. */
async function standIn(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const text = new TextEncoder();
    const sent: string[] = [];
    let frame = 0;
    let plugged = true;
    class Port extends EventTarget {
      readable: ReadableStream<Uint8Array> | null = null;
      writable: WritableStream<Uint8Array> | null = null;
      private timer: ReturnType<typeof setInterval> | undefined;
      async open({ baudRate }: { baudRate: number }): Promise<void> {
        if (!plugged) throw new DOMException('gone', 'NetworkError');
        const line = () =>
          `t_us:${frame * 1000},thumb:${200 + (frame % 3)},bellows:${2040 + (frame++ % 4)}\n`;
        this.readable = new ReadableStream({
          start: (c) => {
            this.timer = setInterval(() => {
              if (!plugged) {
                clearInterval(this.timer);
                return c.error(new DOMException('gone', 'NetworkError'));
              }
              const lines = Array.from({ length: 10 }, line).join('');
              c.enqueue(
                baudRate === 9600 ? Uint8Array.from({ length: 200 }, (_, i) => 128 + i) : text.encode(lines),
              );
            }, 10);
          },
          cancel: () => clearInterval(this.timer),
        });
        this.writable = new WritableStream({
          write: (chunk) => void sent.push(new TextDecoder().decode(chunk)),
        });
      }
      async close(): Promise<void> {
        clearInterval(this.timer);
        this.readable = this.writable = null;
      }
    }
    const port = new Port();
    const refuse = () => Promise.reject(new DOMException('none', 'NotFoundError'));
    let refused = true;
    const serial = {
      requestPort: () => {
        const answer = refused ? refuse() : Promise.resolve(port);
        refused = false;
        return answer;
      },
    };
    Object.defineProperty(navigator, 'serial', { value: serial });
    Object.assign(window, { board: { sent, plug: (is: boolean) => (plugged = is) } });
  });
}
type Bench = { board: { sent: string[]; plug(is: boolean): void } };

test('a board on a cable: refused, wrong baud, right, pulled out and back, and the practice board again', async ({
  page,
}) => {
  await standIn(page);
  await page.goto('/');
  await page.getByText('Wherry').first().waitFor();
  await page.goto('/i/wherry/listen');
  const choose = async (baud: RegExp) => {
    await page
      .getByRole('button', { name: /board|unplugged/i })
      .first()
      .click();
    await page.getByRole('menuitem', { name: baud }).click();
  };
  await choose(/500000/);
  await expect(page.getByText('No port was chosen: nothing has changed.')).toBeVisible();
  await choose(/ 9600/);
  await expect(page.getByText('another baud rate: this is no text')).toBeVisible();
  await choose(/500000/);
  await expect(page.getByText('1000 frames/s · 0 lost')).toBeVisible();
  await expect(page.getByRole('complementary', { name: 'Reading' })).toContainText(/204[0-3]/);
  expect(await page.evaluate(() => (window as unknown as Bench).board.sent.at(-1))).toContain('}Ch\x04F');
  await page.evaluate(() => (window as unknown as Bench).board.plug(false));
  await expect(page.getByRole('button', { name: /Unplugged/ })).toBeVisible();
  await page.evaluate(() => (window as unknown as Bench).board.plug(true));
  await expect(page.getByRole('button', { name: /Board on the cable/ })).toBeVisible();
  await choose(/Practice/);
  await expect(page.getByRole('button', { name: /^Practice board/ })).toBeVisible();
  expect(await page.evaluate(() => (window as unknown as Bench).board.sent.at(-1))).toContain('}Ch\x04M');
});

test('three hidden faults are told, shown and mended; every input ticks itself off, with keys alone @long', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByText('Cairn').first().waitFor();
  await page.goto('/i/cairn/listen');
  const wrong = page.getByRole('region', { name: 'What is wrong' });
  await expect(wrong).toContainText('Nothing is wrong', { timeout: 40_000 });
  await page.getByRole('button', { name: /Hide three faults/ }).click();
  await expect(wrong).toContainText(/finding/, { timeout: 40_000 });
  await page.getByRole('button', { name: 'Show the three' }).click();
  await expect(
    page.getByRole('region', { name: 'Practise finding faults' }).getByRole('listitem'),
  ).toHaveCount(3);
  await page.getByRole('button', { name: 'Mend them' }).click();
  await page.keyboard.press('f');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Move any input, alone. 14 left');
  const inputs = page.getByRole('list', { name: 'Inputs' });
  for (const [key, name] of [
    ['q', 'Stones 1'],
    ['e', 'Stones 3'],
    ['x', 'Press strip'],
  ]) {
    // A strike that falls before the test has learnt what rest is ticks nothing: one lets it rest, and strikes again.
    await expect(async () => {
      await page.keyboard.down(key);
      await page.waitForTimeout(400);
      await page.keyboard.up(key);
      await expect(inputs.getByText(`✓ ${name}`, { exact: true })).toBeVisible({ timeout: 900 });
    }).toPass({ intervals: [3000], timeout: 40_000 });
    await page.waitForTimeout(900);
  }
  await page.keyboard.press('f');
  await expect(inputs).toBeHidden();
});

test('a stranger’s log gives its readings: names in quotes, semicolons, decimal commas, time in ms', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByText('Wherry').first().waitFor();
  await page.goto('/i/wherry/listen');
  // Keys are heard once the board is.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It lies still.');
  const rows = Array.from(
    { length: 1500 },
    (_, i) => `${(i * 2.5).toFixed(1).replace('.', ',')};${300 + (i % 3)};0`,
  );
  const chosen = page.waitForEvent('filechooser');
  // The browser is asked to hand the chooser over, which takes a moment that a key does not.
  await page.waitForTimeout(500);
  await page.keyboard.press('l');
  await (
    await chosen
  ).setFiles({
    name: 'their-log.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`"t_ms";"left pad";"right pad"\n${rows.join('\n')}\n`),
  });
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('their-log.csv');
  await expect(page.getByLabel('Column 1 is').locator('option:checked')).toHaveText('time, ms');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('their-log');
  await expect(page.getByText('400 frames a second, 0 lost')).toBeVisible();
  await expect(page.getByRole('row', { name: /left-pad/ })).toContainText('301.0');
  await expect(page.getByRole('region', { name: 'What is wrong' })).toContainText(
    'It reads 0 and nothing else.',
  );
});
