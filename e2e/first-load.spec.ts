import { gzipSync } from 'node:zlib';
import { expect, openBench, test } from './bench';

/** Compressed script that the first load of any screen may fetch, bytes: the design's limit. */
const MOST = 400_000;

test('no screen’s first load fetches more than 400 KB of compressed script @long', async ({
  page,
  request,
}) => {
  await openBench(page);
  const known = new Map<string, number>();
  const sizeOf = async (url: string) => {
    if (!known.has(url)) known.set(url, gzipSync(await (await request.get(url)).body()).length);
    return known.get(url)!;
  };
  for (const place of ['', '/plan', '/listen', '/calibrate', '/shape', '/voice', '/prove', '/load', '/log']) {
    await page.goto(`/i/wherry${place}`);
    await page.waitForLoadState('networkidle');
    const urls = await page.evaluate(() => performance.getEntriesByType('resource').map(({ name }) => name));
    const scripts = [...new Set(urls.filter((url) => url.endsWith('.js')))];
    const sizes = await Promise.all(scripts.map(sizeOf));
    const size = sizes.reduce((sum, bytes) => sum + bytes, 0);
    expect.soft(size, `/i/wherry${place}`).toBeLessThan(MOST);
    expect(size, 'what came from the cache counts too').toBeGreaterThan(250_000);
  }
});
