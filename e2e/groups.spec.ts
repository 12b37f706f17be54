import type { Page } from '@playwright/test';
import { expect, openBench, test } from './bench';

/** Presses Tab, or Shift+Tab, until what is focused has a name. @returns how many keys that took */
async function tabTo(page: Page, name: RegExp, back = false): Promise<number> {
  for (let keys = 1; keys < 150; keys++) {
    await page.keyboard.press(back ? 'Shift+Tab' : 'Tab');
    const focused = await page.evaluate(() => {
      const own = document.activeElement;
      const labels = (own as HTMLInputElement | null)?.labels;
      return own?.getAttribute('aria-label') ?? labels?.[0]?.textContent ?? own?.textContent ?? '';
    });
    if (name.test(focused)) return keys;
  }
  throw new Error(`tabTo: ${name} was not met`);
}

test('J03: four groups, each holding its own last place while its toggle is off, from nothing and by keyboard alone, in under three minutes of a slow hand @long', async ({
  page,
}) => {
  let keys = 0;
  const press = async (key: string, n = 1) => {
    for (let i = 0; i < n; i++) await page.keyboard.press(key, { delay: 40 });
    keys += n;
  };
  const type = async (text: string) => {
    await page.keyboard.type(text, { delay: 40 });
    keys += text.length;
  };
  const to = async (name: RegExp, back = false) => void (keys += await tabTo(page, name, back));
  const add = async (kind: string) => {
    await press('k');
    await type(kind);
    await press('Enter');
    await expect(page.getByRole('dialog')).toBeHidden();
  };
  await openBench(page);
  await press('n');
  await type('Slate');
  await press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('It fits its board.');
  await add('touch surface');
  await add('switch');
  for (const name of ['Switch 2', 'Switch 3', 'Switch 4']) {
    await press('Shift+K');
    await expect(page.getByRole('navigation', { name: 'Sensors' })).toContainText(name);
  }
  await press('ArrowUp', 4);
  await press('5');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Nothing is sent by Touch surface yet.');

  const rows = page.getByRole('listitem').filter({ has: page.getByLabel('Controller number') });
  let count = 0;
  const added = () => expect(rows).toHaveCount(++count);

  /** The last voice added: a level of the surface as a controller, which follows while the first toggle is on; then one more a toggle. */
  const groups = async (level: number, controller: string) => {
    await to(/^Add a controller$/);
    await press('Enter');
    await added();
    await to(/^Controller number$/, true);
    await type(controller);
    await press('Enter');
    await expect(rows.last().getByLabel('Controller number')).toHaveValue(controller);
    await to(/^Which level$/);
    await press('ArrowDown', level);
    await to(/^Follows while$/);
    // Always, while the breath is blown, while the surface is touched, while the first toggle is closed.
    await press('ArrowDown', 3);
    await expect(rows.last().getByLabel('Follows while')).toHaveValue(/switch/);
    for (let toggle = 2; toggle <= 4; toggle++) {
      await to(/^Another like this voice$/);
      await press('Enter');
      await added();
    }
  };
  await groups(0, '16');
  await groups(1, '17');
  await to(/^Add a controller$/);
  await press('Enter');
  await added();
  await to(/^Which level$/, true);
  await press('ArrowDown', 2);
  // Past a threshold all, below it a set value.
  await to(/^At rest$/, true);
  await type('20');
  await press('Enter');
  await to(/^more$/);
  await press('Enter');
  await expect(rows.last().getByLabel('How it follows')).toBeVisible();
  await to(/^How it follows$/, true);
  await press('ArrowDown');

  const said = (label: string) =>
    rows.evaluateAll(
      (all, name) =>
        all.map((row) => {
          const own = row.querySelector<HTMLInputElement | HTMLSelectElement>(`[aria-label="${name}"]`);
          return own instanceof HTMLSelectElement ? own.selectedOptions[0].text : (own?.value ?? '');
        }),
      label,
    );
  expect(await said('Controller number')).toEqual([...Array(4).fill('16'), ...Array(4).fill('17'), '11']);
  expect(await said('Channel')).toEqual(['1', '2', '3', '4', '1', '2', '3', '4', '1']);
  const toggles = ['Switch', 'Switch 2', 'Switch 3', 'Switch 4'].map((name) =>
    expect.stringMatching(`: ${name}$`),
  );
  expect((await said('Follows while')).slice(0, 8)).toEqual([...toggles, ...toggles]);
  expect((await said('Which level'))[8]).toMatch(/how hard/);
  test.info().annotations.push({ type: 'keys', description: String(keys) });
  // A slow hand: four keys a second.
  expect(keys / 4).toBeLessThan(180);
});
