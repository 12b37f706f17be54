import { readFileSync, writeFileSync } from 'node:fs';
import { expect, openBench, openWherry, test } from './bench';

const wherry = () => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));
const file = (name: string, content: string) => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(content),
});

test('a faulty instrument is refused by the path of its fault, and a newer one by its version', async ({
  page,
}) => {
  await openBench(page);
  const input = page.getByLabel('Instrument file');
  const bad = wherry();
  bad.voices[0].controller = 140;
  await input.setInputFiles(file('bad.json', JSON.stringify(bad)));
  await expect(page.getByText(/voices\.0\.controller: .*Nothing was imported/)).toBeVisible();
  await input.setInputFiles(file('new.json', JSON.stringify({ ...wherry(), version: 9 })));
  await expect(page.getByText(/newer Cheironom.*update first/)).toBeVisible();
  await input.setInputFiles(file('good.json', JSON.stringify({ ...wherry(), name: 'Wherry again' })));
  await expect(page.getByText('Wherry again')).toBeVisible();
});

test('a take with bad lines says what was left out and what was kept', async ({ page }) => {
  await openWherry(page, 'calibrate');
  const input = page.getByLabel('Take files');
  await input.setInputFiles(
    file('soft.csv', readFileSync('demo/wherry-bellows-soft.csv', 'utf8').replace('\n5000,', '\nfive,')),
  );
  await expect(page.getByText(/kept as the soft take.*1 line was left out/)).toBeVisible();
  await input.setInputFiles(file('empty.csv', ''));
  await expect(page.getByText(/no line of numbers.*Nothing was kept/)).toBeVisible();
});

test('a take of 50 MB is read beside the page, and can be stopped; an instrument of 9 MB is no instrument @long', async ({
  page,
}, info) => {
  const csv = info.outputPath('loud-long.csv');
  const line = (i: number) => `${i * 1000},${2000 + ((i * 7) % 900)}`;
  writeFileSync(csv, `t_us,bellows\n${Array.from({ length: 3_400_000 }, (_, i) => line(i)).join('\n')}\n`);
  await openWherry(page, 'calibrate');
  const longest = page.evaluate(() => {
    const tasks: number[] = [];
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      type: 'longtask',
    });
    return new Promise<number>((r) => setTimeout(() => r(Math.max(0, ...tasks)), 4000));
  });
  await page.getByLabel('Take files').setInputFiles(csv);
  await expect(page.getByRole('progressbar', { name: 'Reading loud-long.csv' })).toBeVisible();
  expect(await longest).toBeLessThan(1000);
  await page.getByRole('button', { name: 'Stop reading loud-long.csv' }).click();
  await expect(page.getByText('loud-long.csv: stopped; nothing of it was kept.')).toBeVisible();

  const large = info.outputPath('large.json');
  writeFileSync(large, `{"format":"cheironom-instrument","name":"${'x'.repeat(9 * 2 ** 20)}"}`);
  await page.goto('/');
  await page.getByLabel('Instrument file').setInputFiles(large);
  await expect(
    page.getByText(/This is over 8 MB, more than any instrument has. Nothing was imported/),
  ).toBeVisible();
});

test('a second tab on the same instrument looks on, and says so @long', async ({ page, context }) => {
  await openWherry(page, 'voice');
  const second = await context.newPage();
  await second.goto('/i/wherry/voice');
  await expect(second.getByRole('alert').filter({ hasText: 'open in another tab' })).toContainText(
    'Close that tab and reload',
  );
  await expect(second.getByLabel('Controller number')).toBeDisabled();
  await expect(second.getByRole('button', { name: 'Add a note' })).toBeDisabled();
  await second.goto('/i/wherry/calibrate');
  await expect(second.getByRole('button', { name: 'Measure again' })).toBeDisabled();
  await second.goto('/i/wherry/load');
  await expect(second.getByRole('button', { name: 'Instrument, JSON' })).toBeEnabled();
  await second.close();
});

test('a tab closed in the middle of a take loses at most a second of it, and what was kept can be used @long', async ({
  page,
  context,
}) => {
  await openWherry(page, 'calibrate');
  await expect(page.getByRole('heading', { name: 'Bellows: calibrated.' })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByText('rest, 5 of 8')).toBeVisible();
  const seen = Date.now();
  await page.close();
  const again = await context.newPage();
  await again.goto('/');
  const kept = await again.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const open = indexedDB.open('cheironom');
        open.onsuccess = () => {
          const all = open.result.transaction(['takes', 'pieces']).objectStore('pieces').getAll();
          all.onsuccess = () => {
            const cut = all.result.filter((p) => /-rest-\w+-0$/.test(p.take));
            resolve(Math.max(...cut.flatMap((p) => [...p.tUs])) / 1e6);
          };
        };
      }),
  );
  expect(Date.now() - seen).toBeLessThan(20_000);
  expect(kept).toBeGreaterThan(4);
  await openWherry(again, 'calibrate');
  await again.getByRole('button', { name: 'Use the rest take that was cut off' }).click();
  await expect(again.getByRole('heading', { name: 'Read it, then accept.' })).toBeVisible();
  await again.getByRole('button', { name: 'Use the earlier rest take' }).click();
  await expect(again.getByRole('heading', { name: 'Bellows: calibrated.' })).toBeVisible();
});

test('sound and MIDI that the browser refuses get a sentence each @long', async ({ page }) => {
  await page.addInitScript(() => {
    Object.assign(navigator, {
      requestMIDIAccess: () => Promise.reject(new DOMException('no', 'InvalidStateError')),
    });
    const refuse = () => {
      throw new DOMException('no', 'NotAllowedError');
    };
    Object.assign(window, { AudioContext: refuse, webkitAudioContext: refuse });
  });
  await openWherry(page, 'voice');
  await page.getByText('MIDI out: none').click();
  await expect(page.getByText(/refused MIDI \(InvalidStateError\)/)).toBeVisible();
  await page.keyboard.press('s');
  await expect(page.getByText(/refused sound/)).toBeVisible();
  await expect(page.getByText('sound: off')).toBeVisible();
});

test('storage that is refused altogether is said on the bench', async ({ page }) => {
  await page.addInitScript(() => {
    Object.defineProperty(window, 'indexedDB', {
      value: {
        open: () => {
          throw new DOMException('no', 'SecurityError');
        },
        deleteDatabase: () => {},
      },
    });
  });
  await page.goto('/');
  await expect(page.getByRole('alert').filter({ hasText: 'refuses to store' })).toBeVisible();
});
