import http from 'node:http';
import { PORT } from '../playwright.config';
import { expect, test } from './bench';

type Answer = { status: number; headers: http.IncomingHttpHeaders; ms: number };

/** A request as a script sends it, with whatever headers and method. @returns the answer's head, and how long it took, ms */
function send(
  path: string,
  headers: http.OutgoingHttpHeaders,
  body?: string,
  method = body === undefined ? 'GET' : 'POST',
) {
  const began = performance.now();
  return new Promise<Answer>((resolve, reject) => {
    const options = { port: PORT, host: '127.0.0.1', path, method, headers };
    const request = http.request(options, (response) => {
      response.resume();
      response.on('end', () =>
        resolve({ status: response.statusCode!, headers: response.headers, ms: performance.now() - began }),
      );
    });
    request.on('error', reject);
    request.end(body);
  });
}
const json = { 'content-type': 'application/json' };

test('strangers are refused: another name, another origin, another site, a form', async () => {
  const status = async (...asked: Parameters<typeof send>) => (await send(...asked)).status;
  expect(await status('/', {})).toBe(200);
  for (const path of ['/', '/i/wherry', '/api/schema', '/api/demo'])
    expect(await status(path, { host: 'evil.example' }), path).toBe(403);
  expect(await status('/api/schema', { 'sec-fetch-site': 'cross-site' })).toBe(403);
  expect(await status('/api/render', { ...json, origin: 'https://evil.example' }, '{}')).toBe(403);
  expect(await status('/api/render', { 'content-type': 'text/plain' }, '{}')).toBe(415);
  expect(await status('/api/render', json, '{}')).toBe(422);
  expect(await status('/', {}, undefined, 'TRACE')).toBe(405);
  const policies = async (path: string) => (await send(path, {})).headers['content-security-policy'];
  for (const path of ['/', '/api/schema', '/api/nothing', '/_next/static/nothing.js'])
    expect(await policies(path), path).toMatch(/default-src 'self'/);
  expect(await status('/_next/image?url=%2Ficon.svg&w=64&q=75', {})).toBe(404);
});

/** A body of two takes of so many frames, in which nothing is played. */
function calibration(frames: number): string {
  const lines = Array.from({ length: frames }, (_, i) => `${i * 1000},${2000 + ((i * 7) % 900)}`).join('\n');
  const takes = ['rest', 'soft'].map((role) => ({ role, csv: `t_us,b\n${lines}\n` }));
  return JSON.stringify({
    board: { bits: 12 },
    sensor: { id: 'b', kind: 'breath-gauge', channel: 'b' },
    takes,
  });
}

test('a body of 14 MB arrives whole', async () => {
  const body = calibration(480_000);
  expect(body.length).toBeGreaterThan(13e6);
  expect((await send('/api/calibrate', json, body)).status).toBe(422);
});

test('while heavy requests are computed, the schema is answered within 200 ms, and one too many is told to come again', async () => {
  const heavy = calibration(150_000);
  const asked = Array.from({ length: 12 }, () => send('/api/calibrate', json, heavy));
  await new Promise((resolve) => setTimeout(resolve, 800));
  const schema: number[] = [];
  for (let i = 0; i < 10; i++) {
    const { status, ms } = await send('/api/schema', {});
    expect(status).toBe(200);
    schema.push(ms);
  }
  schema.sort((a, b) => a - b);
  expect(schema[8], `schema in ${schema.map((ms) => ms.toFixed(0)).join(', ')} ms`).toBeLessThan(200);
  const answers = (await Promise.all(asked)).map((a) => a.status);
  expect(answers.filter((s) => s === 503).length).toBeGreaterThan(0);
  expect(answers.filter((s) => s === 422).length).toBeGreaterThanOrEqual(10);
});
