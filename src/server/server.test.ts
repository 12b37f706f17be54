import { levelsOf } from '@/core/ways/level/level-of';
import { randomUUID } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { encodeProgram, decodePlayed, type Played } from '@/core/exchange/firmware/harness';
import { compile } from '@/core/compile/compile';
import { bellowsOf } from '@/core/testing/bellows';
import { fillSketch } from '@/core/exchange/firmware/sketch';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { accessFault } from './access';
import { answer } from './answer';
import { readBody } from './body';
import { compileHost } from './compiler';
import { textOf } from './jobs/text-of';
import { problem, under } from './problem';
import { firstDifferent, prove } from './prove';
import type { Job, Order } from './jobs/protocol';
import { Workshop } from './workshop';

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllEnvs();
});

const wherry = () => {
  const read = checkInstrument(JSON.parse(readFileSync('demo/wherry.json', 'utf8')));
  if (!read.ok) throw new Error(read.faults[0].says);
  return bellowsOf(read.value);
};
const soft = () => {
  const read = readTakeCsv(readFileSync('demo/wherry-bellows-soft.csv', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value.frames;
};

const host = { host: '127.0.0.1:4180' };
const json = { ...host, 'content-type': 'application/json' };
const streamed = (body: ReadableStream<Uint8Array>) =>
  new Request('http://x/', { method: 'POST', headers: json, body, duplex: 'half' } as RequestInit);

describe('who may ask', () => {
  const fault = (headers: Record<string, string>, api = true) =>
    accessFault(new Headers(headers), api)?.path ?? null;
  it('is this machine, by its own names: a page elsewhere that has a name resolve to it is refused, pages too', () => {
    for (const name of ['127.0.0.1', 'localhost:4180', '[::1]:4180', 'LocalHost'])
      expect(fault({ host: name }), name).toBeNull();
    for (const name of ['evil.example', '127.0.0.1.evil.example:4180', '', '192.168.1.4'])
      for (const api of [true, false]) expect(fault({ host: name }, api), name).toBe('Host');
    vi.stubEnv('CHEIRONOM_HOSTS', 'bench.local, 10.0.0.7');
    expect([fault({ host: 'bench.local:80' }), fault({ host: '10.0.0.7' })]).toEqual([null, null]);
  });
  it('is the application’s own page, or a script: no other origin, and no other site', () => {
    expect(fault({ ...host, origin: 'http://127.0.0.1:4180', 'sec-fetch-site': 'same-origin' })).toBeNull();
    for (const origin of ['https://evil.example', 'http://127.0.0.1:9999', 'null'])
      expect(fault({ ...host, origin }), origin).toBe('Origin');
    for (const site of ['cross-site', 'same-site'])
      expect(fault({ ...host, 'sec-fetch-site': site }), site).toBe('Sec-Fetch-Site');
    // A page may be reached by a link from anywhere.
    expect(fault({ ...host, 'sec-fetch-site': 'cross-site' }, false)).toBeNull();
  });
});

describe('bodies and their limits', () => {
  it('that are not said to be JSON are refused with a 415: a form of another site could send them', async () => {
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', '']) {
      const request = new Request('http://x/', {
        method: 'POST',
        headers: { ...host, 'content-type': type },
        body: '{}',
      });
      expect((await answer('render', request)).status).toBe(415);
    }
  });
  it('that never end are given up with a 408', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'Date'] });
    const slow = new ReadableStream<Uint8Array>({
      start: (c) => c.enqueue(new TextEncoder().encode('{"word":')),
    });
    const asking = readBody(streamed(slow));
    await vi.advanceTimersByTimeAsync(25_000);
    const asked = await asking;
    expect(asked.ok ? 200 : asked.response.status).toBe(408);
  });
  it('that arrive in pieces are put together', async () => {
    const pieces = ['{"wo', 'rd":"h', 'é"}'].map((p) => new TextEncoder().encode(p));
    const stream = new ReadableStream<Uint8Array>({
      start(c) {
        for (const p of pieces) c.enqueue(p);
        c.close();
      },
    });
    const body = await readBody(streamed(stream));
    if (!body.ok) throw new Error('a body is required');
    expect(await textOf(body.value.body, false)).toEqual({ ok: true, value: '{"word":"hé"}' });
    expect(await textOf(gzipSync('[1]'), true)).toEqual({ ok: true, value: '[1]' });
  });
  it('problems name their fields under the body’s own', async () => {
    const faults = under('instrument', [
      { path: 'board.bits', says: 'x' },
      { path: '', says: 'y' },
    ]);
    const body = await problem(422, 'No', faults).json();
    expect(body.errors.map((e: { field: string }) => e.field)).toEqual([
      'instrument.board.bits',
      'instrument',
    ]);
    expect(body).toMatchObject({
      type: 'about:blank',
      title: 'No',
      status: 422,
      detail: 'instrument.board.bits: x; instrument: y',
    });
  });
});

describe('the workshop', () => {
  const shops: Workshop[] = [];
  const shopOf = (limits: ConstructorParameters<typeof Workshop>[0]) => {
    const shop = new Workshop({ processes: 1, timeMs: 20_000, ...limits });
    shops.push(shop);
    return shop;
  };
  afterEach(async () => {
    await Promise.all(shops.splice(0).map((shop) => shop.close()));
  });
  const order = (job: Job, text: string): Order => ({
    job,
    body: new TextEncoder().encode(text),
    packed: false,
    accept: '',
  });
  const empty = order('firmware', '{}');
  // Ten thousand voices are far past the limit, and cost a second to say so.
  const heavy = order(
    'firmware',
    JSON.stringify({ instrument: { ...wherry(), voices: new Array(9999).fill({}) } }),
  );
  const titleOf = async (response: Promise<Response>) => (await (await response).json()).title;
  it('kills a process that takes too long, in the middle of its computation, and goes on with a new one', async () => {
    const shop = shopOf({ timeMs: 400 });
    await shop.do(empty);
    const body = await gzipOf(heavy.body, 30);
    const began = performance.now();
    expect(await titleOf(shop.do({ ...heavy, body, packed: true }))).toBe('The answer took too long');
    // Long before it is done; a machine that is busy kills late.
    expect(performance.now() - began).toBeLessThan(4000);
    expect((await shopOf({}).do(empty)).status).toBe(422);
    expect((await shop.do(empty)).status).toBe(422);
  });
  it('kills a process that takes too much memory, on its heap or beside it, and the server goes on', async () => {
    const big = order('listen', JSON.stringify({ board: { bits: 12 }, csv: '0,1\n'.repeat(3_000_000) }));
    expect(await titleOf(shopOf({ heapMb: 40 }).do(big))).toBe('The answer took too much memory');
    expect(await titleOf(shopOf({ memoryMb: 60 }).do(big))).toBe('The answer took too much memory');
    expect((await shopOf({}).do(empty)).status).toBe(422);
  });
  it('refuses before it parses what a parser could not end on', async () => {
    const shop = shopOf({});
    const began = performance.now();
    for (const text of [
      `[${'{},'.repeat(9_000_000)}{}]`,
      '['.repeat(90_000_000),
      `{"x":[${'1,'.repeat(40_000_000)}1]}`,
    ]) {
      const body = await gzipOf(new TextEncoder().encode(text), 1);
      expect(body.length).toBeLessThan(200_000);
      expect((await shop.do({ ...empty, body, packed: true })).status).toBe(422);
    }
    // A parser would go on for minutes.
    expect(performance.now() - began).toBeLessThan(30_000);
  });
  it('lets few of a client wait, serves clients by turns, says when to try again, and forgets who has gone', async () => {
    const shop = shopOf({ waiting: 2 });
    const gone = new AbortController();
    const done: string[] = [];
    const ask = (client: string, asked: Order, signal?: AbortSignal) =>
      shop.do(asked, client, signal).then((r) => (done.push(client), r.status));
    const asked = [ask('much', heavy), ask('much', heavy), ask('much', heavy, gone.signal)];
    const refused = await shop.do(empty, 'much');
    expect([refused.status, refused.headers.get('retry-after')]).toEqual([503, '5']);
    asked.push(ask('little', empty));
    gone.abort();
    expect(await Promise.all(asked)).toEqual([422, 422, 503, 422]);
    expect(done).toEqual(['much', 'much', 'little', 'much']);
  });
  it('lets nobody wait for ever', async () => {
    const shop = shopOf({ queueMs: 50 });
    const first = shop.do(heavy);
    expect((await shop.do(empty)).status).toBe(503);
    expect((await first).status).toBe(422);
  });
});

/** A gzip body of bytes, so many times over within one JSON list. */
async function gzipOf(bytes: Uint8Array, times: number): Promise<Buffer> {
  const text = new TextDecoder().decode(bytes);
  return gzipSync(times === 1 ? text : text.replace(/\}$/, `,"more":"${'x'.repeat(times * 1_000_000)}"}`));
}

describe('the compiler', () => {
  const scratch = () => path.join(tmpdir(), `cheironom-${randomUUID()}`);
  it('is done without where there is none, where it fails, and where its files cannot be written', async () => {
    const why = async (cache = scratch()) => {
      const proof = await prove(wherry(), soft(), Infinity, [], cache);
      expect(proof).toMatchObject({ by: 'header', identical: true });
      return proof.because;
    };
    expect(await why('/dev/null/here')).toMatch(/could not be used: ENOTDIR/);
    vi.stubEnv('PATH', '/nowhere');
    expect(await why()).toBe('this computer has no C compiler');
    const folder = scratch();
    mkdirSync(folder);
    writeFileSync(path.join(folder, 'cc'), '#!/bin/sh\necho "cc: internal error" >&2\nexit 1\n', {
      mode: 0o755,
    });
    vi.stubEnv('PATH', folder);
    expect(await why()).toBe('the C compiler could not be used: cc: internal error');
    expect(readdirSync(folder)).toEqual(['cc']);
  });
  it('is asked once: what it made is kept for the next proof, whatever instrument that is of', async () => {
    const cache = scratch();
    const made = await prove(wherry(), soft(), Infinity, [], cache);
    expect(made).toMatchObject({ by: 'c-runtime', identical: true });
    vi.stubEnv('PATH', '/nowhere');
    const other = { ...wherry(), voices: wherry().voices.slice(0, 1) };
    expect(await prove(other, soft(), Infinity, [], cache)).toMatchObject({
      by: 'c-runtime',
      identical: true,
    });
  });
  it('finds the frame at which a board with other thresholds would differ', async () => {
    const instrument = wherry();
    const other = wherry();
    levelsOf(other.sensors[0])!.lanes[0].up.on += 5;
    const played = async (by: Instrument) => {
      const host = await compileHost(['-std=c99']);
      if (!host.ok) throw new Error(host.faults[0].says);
      return host.value.play(encodeProgram(compile(by), soft()));
    };
    const [ours, theirs] = [await played(instrument), await played(other)];
    expect(firstDifferent(ours, ours)).toBeNull();
    const first = firstDifferent(ours, theirs)!;
    const at = ({ sent }: Played) => sent.filter((s) => s.operation <= first);
    expect(at(ours)).not.toEqual(at(theirs));
    const before = (p: Played) => at(p).filter((s) => s.operation < first);
    expect(before(ours)).toEqual(before(theirs));
    const cut = { ...ours, sent: ours.sent.slice(0, -1) };
    expect(firstDifferent(ours, cut)).toBe(ours.sent.at(-1)!.operation);
    const drifted = { ...ours, state: ours.state.map((byte, i) => (i === 0 ? byte ^ 1 : byte)) };
    expect(firstDifferent(ours, drifted)).toBe(ours.sent.at(-1)!.operation);
  });
  it('has an answer that is cut short refused', () => {
    expect(() => decodePlayed(Uint8Array.of(0, 0, 0, 0, 9, 0, 1))).toThrow(/cut short/);
  });
});

describe('the sketch', () => {
  it('names the pins in the sensors’ order, and lets no name of the maker’s into the code', () => {
    const instrument = wherry();
    instrument.name = 'Wherry */ #error';
    const [bellows] = instrument.sensors;
    const lip = { ...bellows, id: 'lip', lanes: [{ id: 'lip', column: 'lip' }] };
    const knee = {
      ...bellows,
      id: 'knee',
      kind: 'switch',
      lanes: [{ id: 'knee', contacts: ['knee'], pin: '7' }],
    };
    const pads = { ...bellows, id: 'pads', kind: 'touch-pads', lanes: [{ id: 'p', column: 'p', pin: '22' }] };
    instrument.sensors = [bellows, lip, knee, pads];
    const template = '@NAME@|@PINS@|@ANALOGUE_PINS@|@CONTACT_PINS@|@TOUCH@';
    const filled = (pins: typeof told) =>
      fillSketch(template, instrument, { ...instrument.boards[0], pins }, true).replace(/\s+/g, ' ');
    const told = instrument.boards[0].pins;
    // Where the board has told its pins, a lane without one is wired to none.
    expect(filled(undefined)).toBe(
      'Wherry error| A0, /* Bellows: bellows */ A1, /* Bellows: lip */ 22, /* Bellows: p */|2| 7, /* Bellows: knee */|0, 0, 1',
    );
    expect(filled(told)).toBe(
      'Wherry error| A0, /* Bellows: bellows */ NO_PIN, /* Bellows: lip */ 22, /* Bellows: p */|1| 7, /* Bellows: knee */|0, 0, 1',
    );
  });
});
