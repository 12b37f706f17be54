/** What the built application weighs and how it runs, measured in headless Chromium. */
import { spawn } from 'node:child_process';
import { appendFileSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { chromium, type Page, type Response } from '@playwright/test';
import { quantile } from '@/core/signal/quantile';
import { writeInstrument } from '@/core/exchange/document/instrument-json';
import { ninetySixLanes } from './bench-instrument';
import { answers } from './lib.mjs';

const PORT = 4321;
const HOME = `http://127.0.0.1:${PORT}`;
const ROUTES = [
  '',
  ...['', '/plan', '/listen', '/calibrate', '/shape', '/voice', '/load'].map((r) => `i/wherry${r}`),
];
const LISTENED_MS = 15_000;
const LANES = `${HOME}/i/ninety-six`;
/** Touches played by hand while latency is measured, each with its pause. */
const STROKES = 40;
const STROKE_MS = 240;

export interface ScreenFigures {
  /** First-load script of each route, compressed, KB of 1000 bytes. */
  loads: { route: string; kilobytes: number }[];
  /** Longest task of the main thread in 15 s of listening to 96 lanes, ms; 0 where none took over 50. */
  longestMs: number;
  /** Frames that came, and were lost, meanwhile. */
  frames: number;
  lost: number;
  /** From the frame that plays a message to the browser's own call, ms. */
  toMidi: Latency;
  toSound: Latency;
  /** An hour of 16 columns at 1 kHz: until it is drawn, s, and the main thread's longest task over 50 ms while it is opened, scrolled and measured, ms. */
  hour: { seconds: number; longestMs: number };
  /** A CSV of 60 MB: until it is drawn, s, shares told on the way, and the longest task meanwhile, ms. */
  csv: { seconds: number; shares: number; longestMs: number };
}

interface Latency {
  heard: number;
  p50: number;
  p95: number;
}

/** @param executablePath Chromium's */
export async function screenFigures(executablePath: string): Promise<ScreenFigures> {
  const server = spawn(process.execPath, ['scripts/serve.mjs', String(PORT)], {
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
    await page.goto(HOME);
    await page.getByLabel('Instrument file').setInputFiles({
      name: 'ninety-six.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeInstrument(ninetySixLanes())),
    });
    await page.getByText('Ninety-six').waitFor();
    const listened = await listen(page);
    const context = page.context();
    await page.close();
    const long = await longRecordings(await context.newPage());
    const late = await latencies(await context.newPage());
    await chrome.close();
    return { loads, ...listened, ...long, ...late };
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

/** The main thread's longest task while Listen draws 96 lanes at 1 kHz and some are played, and what was lost. */
async function listen(page: Page): Promise<Pick<ScreenFigures, 'longestMs' | 'frames' | 'lost'>> {
  await page.goto(`${LANES}/listen`);
  await page.getByText('1000 frames/s').first().waitFor();
  const worst = await longestTask(page);
  await page.keyboard.press('j');
  await play(page, LISTENED_MS / 2 / STROKE_MS);
  await page.keyboard.press('j');
  await page.waitForTimeout(LISTENED_MS / 2);
  const longestMs = await worst();
  const words = await page
    .getByText(/frames\/s · \d+ lost/)
    .first()
    .innerText();
  return { longestMs, frames: LISTENED_MS, lost: Number(/(\d+) lost/.exec(words)![1]) };
}

/** Watches the main thread. @returns its longest task over 50 ms since then, ms; 0 where there was none */
async function longestTask(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const kept = { longestMs: 0 };
    const watch = new PerformanceObserver((list) => {
      for (const e of list.getEntries()) kept.longestMs = Math.max(kept.longestMs, e.duration);
    });
    watch.observe({ type: 'longtask', buffered: false });
    Object.assign(window, { kept });
  });
  return () => page.evaluate(() => (window as unknown as { kept: { longestMs: number } }).kept.longestMs);
}

const HOUR_PIECES = 3600;
const WIDE = 16;

/** An hour that lies in storage is opened, scrolled and measured; a file of 60 MB is read. */
async function longRecordings(page: Page): Promise<Pick<ScreenFigures, 'hour' | 'csv'>> {
  await page.goto(`${HOME}/i/wherry/listen`);
  await page.getByText('1000 frames/s').first().waitFor();
  await page.evaluate(keepAnHour, { pieces: HOUR_PIECES, width: WIDE });
  await page.reload();
  const open = page.getByRole('button', { name: /The hour/ });
  await open.waitFor();
  const drawn = page.getByLabel('First cursor');
  let worst = await longestTask(page);
  let from = performance.now();
  await open.click();
  await drawn.waitFor({ timeout: 120_000 });
  const hourSeconds = (performance.now() - from) / 1000;
  const box = (await page.getByRole('main').boundingBox())!;
  await page.mouse.move(box.x + 400, box.y + 250);
  for (let i = 0; i < 40; i++) {
    await page.mouse.wheel(0, i < 20 ? -300 : 300);
    if (i % 4 === 0) await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(60);
  }
  await page.mouse.down();
  for (let i = 0; i < 20; i++) await page.mouse.move(box.x + 300 + 10 * i, box.y + 250);
  await page.mouse.up();
  const hour = { seconds: hourSeconds, longestMs: await worst() };
  await page.keyboard.press('h');
  const row = (i: number) =>
    `${i * 1000},${Array.from({ length: WIDE }, (_, c) => 1000 + ((i * (c + 1)) % 97)).join(',')}\n`;
  const lines = Math.floor(60e6 / row(500_000).length);
  const path = 'node_modules/.cache/bench.csv';
  writeFileSync(path, `t_us,${Array.from({ length: WIDE }, (_, c) => `in${c}`).join(',')}\n`);
  for (let i = 0; i < lines; i += 10_000)
    appendFileSync(path, Array.from({ length: Math.min(10_000, lines - i) }, (_, k) => row(i + k)).join(''));
  await page.getByLabel('Recording to listen to').setInputFiles(path);
  worst = await longestTask(page);
  await page.getByRole('button', { name: /Read it so/ }).waitFor();
  from = performance.now();
  await page.keyboard.press('Enter');
  const shares = new Set<string>();
  for (;;) {
    const head = await page.getByRole('heading', { level: 1 }).innerText();
    if (!head.startsWith('Reading')) break;
    shares.add(head);
    await page.waitForTimeout(20);
  }
  await drawn.waitFor();
  const csv = { seconds: (performance.now() - from) / 1000, shares: shares.size, longestMs: await worst() };
  await page.close();
  return { hour, csv };
}

/** Runs in the page: puts an hour of a recording into its storage, past the application. */
async function keepAnHour({ pieces, width }: { pieces: number; width: number }): Promise<void> {
  const db = await new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open('cheironom');
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error!);
  });
  const put = (store: string, values: object[]) =>
    new Promise<void>((resolve, reject) => {
      const change = db.transaction(store, 'readwrite');
      for (const value of values) change.objectStore(store).put(value);
      change.oncomplete = () => resolve();
      change.onerror = () => reject(change.error!);
    });
  const channels = Array.from({ length: width }, (_, c) => `in${c}`);
  const words = { name: 'The hour', notes: '', tags: [], marks: [], at: new Date().toISOString() };
  const label = {
    id: 'hour',
    instrument: 'wherry',
    ...words,
    channels,
    contacts: [],
    bits: 12,
    seconds: pieces,
    whole: true,
  };
  await put('recordings', [label]);
  for (let from = 0; from < pieces; from += 100)
    await put(
      'pieces',
      Array.from({ length: 100 }, (_, i) => ({
        ...{ take: 'hour', n: from + i },
        tUs: Float64Array.from({ length: 1000 }, (_, k) => ((from + i) * 1000 + k) * 1000),
        counts: Uint16Array.from(
          { length: 1000 * width },
          (_, k) => 2000 + ((k * 7919 + i) % 23) + (i % 9 === 0 ? k % 900 : 0),
        ),
      })),
    );
  db.close();
}

/** Touches a pad by key, and lets it go, so often. */
async function play(page: Page, strokes: number): Promise<void> {
  for (let i = 0; i < strokes; i++) {
    await page.keyboard.down('w');
    await page.waitForTimeout(STROKE_MS / 2);
    await page.keyboard.up('w');
    await page.waitForTimeout(STROKE_MS / 2);
  }
}

/**
 * Plays by hand into a stand-in for a MIDI port and into the built-in sound, and asks when each was called against the
 * time of the frame that played: the live worker's messages carry both.
 */
async function latencies(page: Page): Promise<Pick<ScreenFigures, 'toMidi' | 'toSound'>> {
  await page.addInitScript(standIns);
  await page.goto(`${LANES}/voice`);
  await page.getByText('1000 frames/s').waitFor();
  await page.getByText('MIDI out: none').click();
  await page.getByRole('menuitem', { name: 'Bench port' }).click();
  await page.keyboard.press('s');
  await play(page, STROKES);
  const { midi, sound } = await page.evaluate(
    () => (window as unknown as { late: Record<'midi' | 'sound', number[]> }).late,
  );
  const latency = (ms: number[]): Latency => ({
    heard: ms.length,
    p50: ms.length === 0 ? NaN : quantile(ms, 0.5),
    p95: ms.length === 0 ? NaN : quantile(ms, 0.95),
  });
  return { toMidi: latency(midi), toSound: latency(sound) };
}

/** Runs in the page: a MIDI port, and an oscillator, that note how late they are called. */
function standIns(): void {
  const late: Record<'midi' | 'sound', number[]> = { midi: [], sound: [] };
  let playedMs: number[] = [];
  const now = () => performance.timeOrigin + performance.now();
  const Plain = Worker;
  class Watched extends Plain {
    constructor(url: string | URL, options?: WorkerOptions) {
      super(url, options);
      this.addEventListener('message', ({ data }) => {
        if (data.is === 'events')
          playedMs = data.events.map((e: { tUs: number }) => data.zeroMs + e.tUs / 1000);
      });
    }
  }
  const port = { id: 'p', name: 'Bench port', send: () => late.midi.push(now() - (playedMs.shift() ?? NaN)) };
  Object.assign(window, { late, Worker: Watched });
  Object.assign(navigator, { requestMIDIAccess: async () => ({ outputs: new Map([['p', port]]) }) });
  const start = OscillatorNode.prototype.start;
  OscillatorNode.prototype.start = function (this: OscillatorNode, when?: number) {
    late.sound.push(now() - playedMs[0]);
    start.call(this, when);
  };
}
