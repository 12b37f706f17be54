/** What the built application weighs and how it runs, measured in headless Chromium. */
import { spawn } from 'node:child_process';
import { gzipSync } from 'node:zlib';
import { chromium, type Page, type Response } from '@playwright/test';
import { answers } from './lib.mjs';

const PORT = 4321;
const HOME = `http://127.0.0.1:${PORT}`;
const ROUTES = ['', ...['', '/listen', '/calibrate', '/shape', '/voice', '/load'].map((r) => `i/wherry${r}`)];
const LISTENED_MS = 15_000;

export interface ScreenFigures {
  /** First-load script of each route, compressed, KB of 1000 bytes. */
  loads: { route: string; kilobytes: number }[];
  /** Longest task of the main thread in 15 s of listening, ms; 0 where none took over 50. */
  longestMs: number;
}

/** @param executablePath Chromium's */
export async function screenFigures(executablePath: string): Promise<ScreenFigures> {
  const server = spawn('npx', ['next', 'start', '-H', '127.0.0.1', '-p', String(PORT)], {
    stdio: 'ignore',
    detached: true,
  });
  try {
    if (!(await answers(HOME))) throw new Error(`screenFigures: ${HOME} did not answer within a minute`);
    const args = ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'];
    const chrome = await chromium.launch({ executablePath, args });
    const page = await (await chrome.newContext()).newPage();
    await page.goto(HOME);
    await page.getByText('Wherry').waitFor();
    const loads: ScreenFigures['loads'] = [];
    for (const route of ROUTES)
      loads.push({ route: `/${route}`, kilobytes: await firstLoad(page, `${HOME}/${route}`) });
    const longestMs = await longestTask(page);
    await chrome.close();
    return { loads, longestMs };
  } finally {
    process.kill(-server.pid!);
  }
}

/** Script that a page asks for before it is quiet, compressed with gzip as a server would, KB of 1000 bytes. */
async function firstLoad(page: Page, url: string): Promise<number> {
  const scripts: Promise<Buffer>[] = [];
  const listen = (r: Response) => {
    if (r.request().resourceType() === 'script') scripts.push(r.body());
  };
  page.on('response', listen);
  await page.goto(url, { waitUntil: 'networkidle' });
  page.off('response', listen);
  return (await Promise.all(scripts)).reduce((n, body) => n + gzipSync(body).length, 0) / 1000;
}

/** The main thread's longest task while Listen draws the practice board at 1 kHz, ms. */
async function longestTask(page: Page): Promise<number> {
  await page.goto(`${HOME}/i/wherry/listen`);
  await page.getByText('It lies still').waitFor();
  return page.evaluate(async (ms) => {
    let worst = 0;
    const watch = new PerformanceObserver((list) => {
      for (const e of list.getEntries()) worst = Math.max(worst, e.duration);
    });
    watch.observe({ type: 'longtask', buffered: false });
    await new Promise((r) => setTimeout(r, ms));
    watch.disconnect();
    return worst;
  }, LISTENED_MS);
}
