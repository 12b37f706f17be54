import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { expect, openBench, test } from './bench';

/** What a maker adds: the words that find the kind, and how many: lanes, or sensors where a kind has one lane each. */
type Wish = readonly [words: string, n?: number];

/** The sixteen jobs of handbook 2 by the sensors that each has; what only it asks for is proved elsewhere (docs/jobs.md). */
const JOBS: Readonly<Record<string, readonly Wish[]>> = {
  J01: [['magnet keys', 88]],
  J02: [['two-contact keys', 25], ['pot', 4], ['switch']],
  J03: [['touch surface'], ['switch']],
  J04: [['timed pads', 24]],
  J05: [['breath gauge'], ['tilt'], ['force pad']],
  J06: [['foot switch'], ['pedal']],
  J07: [['ribbon', 4], ['encoder'], ['touch pads', 4]],
  J08: [['breath membrane']],
  J09: [['breath gauge'], ['touch pads', 8], ['lip sensor', 2], ['bend lever']],
  J10: [['pressure sheet', 19], ['switch']],
  J11: [['two-contact keys', 13]],
  J12: [['switch'], ['pot', 4]],
  J13: [['mouth resonator']],
  J14: [['touch pads', 10], ['stick'], ['breath gauge']],
  J15: [['force pad', 4], ['stick'], ['tilt']],
  J16: [['chain ribbon'], ['switch']],
  'the kinds that no job has': [['contact matrix'], ['strike pads'], ['sprung wheel'], ['wheel speed']],
};

const only = process.env.JOBS?.split(',');

for (const [job, wishes] of Object.entries(JOBS).filter(([job]) => !only || only.includes(job)))
  test(`${job}: from a bare bench to board files, by keys alone, hands off while it is measured`, async ({
    page,
  }) => {
    test.setTimeout(1_800_000);
    const hand = new Hand(page);
    await openBench(page);
    const began = Date.now();
    await hand.press('n');
    await hand.type(job);
    await hand.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('It fits its board.');
    let added = 0;
    for (const wish of wishes) added += await hand.add(wish);
    const sensors = page.getByRole('navigation', { name: 'Sensors' }).getByRole('button');
    // An instrument begins with a breath sensor.
    await expect(sensors).toHaveCount(added + 1);
    for (let i = added; i > 0; i--) await hand.press('ArrowUp');
    await hand.press('Delete');
    await expect(sensors).toHaveCount(added);
    for (let i = 0; i < added; i++) {
      if (i > 0) await hand.press('ArrowDown');
      await hand.press('3');
      await expect(page.getByRole('button', { name: /^Begin/ }).first()).toBeVisible();
      await hand.press('Space');
      await expect(page.getByRole('button', { name: /^Begin/ })).toHaveCount(0);
      await expect(page.getByRole('heading', { name: /^Read it, then accept|^It is/ })).toBeVisible({
        timeout: job === 'J01' ? 900_000 : 240_000,
      });
      await hand.press('Enter');
      await expect(page.getByRole('heading', { name: /: calibrated\.$/ })).toBeVisible();
    }
    await hand.press('7');
    await expect(page.getByRole('status')).toContainText('messages, identical', { timeout: 120_000 });
    const [download] = await Promise.all([page.waitForEvent('download'), hand.press('Enter')]);
    const files = unzipSync(new Uint8Array(readFileSync((await download.path())!)));
    expect(Object.keys(files).some((name) => name.endsWith('/instrument.h'))).toBe(true);
    const seconds = Math.round((Date.now() - began) / 1000);
    console.log(`${job}: ${seconds} s, ${hand.keys} keys`);
    writeFileSync(test.info().outputPath('done.txt'), `${seconds} s, ${hand.keys} keys\n`);
  });

/** Presses keys as a hand does, and counts them. */
class Hand {
  keys = 0;
  constructor(private readonly page: Page) {}

  async press(key: string): Promise<void> {
    this.keys++;
    await this.page.keyboard.press(key, { delay: 40 });
  }

  async type(text: string): Promise<void> {
    this.keys += text.length;
    await this.page.keyboard.type(text, { delay: 40 });
  }

  /** @returns how many sensors that are */
  async add([words, n = 1]: Wish): Promise<number> {
    await this.press('k');
    await this.type(words);
    await this.press('Enter');
    await expect(this.page.getByRole('dialog')).toBeHidden();
    if (n === 1) return 1;
    const field = this.page.getByRole('spinbutton', { name: 'Lanes' });
    if ((await field.count()) === 0) {
      for (let i = 1; i < n; i++) await this.press('Shift+K');
      return n;
    }
    for (let tabs = 0; !(await field.evaluate((own) => own === document.activeElement)); tabs++) {
      if (tabs > 40) throw new Error('add: the number of lanes was not met by Tab');
      await this.press('Tab');
    }
    await this.page.keyboard.press('Control+a');
    await this.type(String(n));
    await this.press('Enter');
    await expect(field).toHaveValue(String(n));
    await this.press('Escape');
    return 1;
  }
}
