import { gzipSync } from 'node:zlib';
import { expect, openBench, test } from './bench';

/** Compressed script that the first load of any screen may fetch, bytes: the design's limit. */
const MOST = 400_000;

test('no screen’s first load fetches more than 400 KB of compressed script', async ({ page }) => {
  await openBench(page);
  const scripts = new Map<string, number>();
  const reading: Promise<unknown>[] = [];
  page.on('response', (answer) => {
    if (answer.request().resourceType() !== 'script') return;
    reading.push(answer.body().then((body) => scripts.set(answer.url(), gzipSync(body).length)));
  });
  for (const place of ['', '/plan', '/listen', '/calibrate', '/shape', '/voice', '/load']) {
    scripts.clear();
    await page.goto(`/i/wherry${place}`);
    await page.waitForLoadState('networkidle');
    await Promise.all(reading.splice(0));
    const size = [...scripts.values()].reduce((sum, bytes) => sum + bytes, 0);
    expect.soft(size, `/i/wherry${place}`).toBeLessThan(MOST);
    expect(size, 'scripts that came from the cache count too').toBeGreaterThan(250_000);
  }
});
