import { random } from '../src/core/signal/random';
import { expect, openBench, STATIONS, test } from './bench';

const seed = Number(process.env.SOAK_SEED ?? 1);
/** How long it goes on, minutes. */
const MINUTES = Number(process.env.SOAK_MINUTES ?? 60);

const KEYS = [
  ...'12345678 0bgshkfjlzxcqwertyu'.split(''),
  ...[
    'Enter',
    'Escape',
    'Space',
    'Tab',
    'ArrowUp',
    'ArrowDown',
    'ArrowLeft',
    'ArrowRight',
    'Delete',
    '?',
    '+',
    '-',
  ],
  ...['Shift+ArrowRight', 'Control+z', 'Control+Shift+z'],
];
const PLACES = ['', ...STATIONS.map((id) => `/${id}`)];

test('random keys and pointer over all stations: nothing is thrown, nothing is lost, and it is silent at the end', async ({
  page,
}) => {
  test.setTimeout((MINUTES + 10) * 60_000);
  const r = random(seed);
  await openBench(page);
  page.on('dialog', (dialog) => void dialog.dismiss());
  const until = Date.now() + MINUTES * 60_000;
  for (let n = 0; Date.now() < until; n++) {
    if (n % 200 === 0) {
      const instrument = ['wherry', 'cairn', 'sallow'][r.whole(0, 2)];
      await page.goto(`/i/${instrument}${PLACES[r.whole(0, PLACES.length - 1)]}`);
    }
    const roll = r.next();
    if (roll < 0.6) await page.keyboard.press(KEYS[r.whole(0, KEYS.length - 1)], { delay: r.whole(0, 120) });
    else if (roll < 0.9) await page.mouse.click(r.whole(210, 1270), r.whole(70, 760));
    else {
      await page.mouse.move(r.whole(210, 1270), r.whole(70, 760));
      await page.mouse.down();
      await page.mouse.move(r.whole(210, 1270), r.whole(70, 760), { steps: 4 });
      await page.mouse.up();
    }
    await expect(page.getByText('This page broke')).toHaveCount(0);
    // A click may have led to the bench, or to another page of it.
    if (!page.url().includes('/i/') && r.next() < 0.2) await page.goto('/i/wherry');
  }
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1, name: 'Cheironom' })).toBeVisible();
  await page.goto('/i/wherry');
  await expect(page.getByText('Next:')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.waitForTimeout(1500);
  await expect(
    page
      .getByText(/^note \d+ off/)
      .or(page.getByText('nothing sent yet'))
      .first(),
  ).toBeVisible();
});
