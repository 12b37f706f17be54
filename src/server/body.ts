import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { problem } from './problem';

/** Largest request body, bytes. */
export const BODY_LIMIT = 16 * 1024 * 1024;
/** Largest gzip body once it is unpacked, bytes: two passes of 88 keys, a minute each at 1 kHz, have 50 million. */
export const UNPACKED_LIMIT = 96 * 1024 * 1024;
/** Longest time for a body to arrive, ms. */
export const BODY_TIME_MS = 20_000;

/** Either what a route asked for, or the refusal to send back. */
export type Asked<T> = { ok: true; value: T } | { ok: false; response: Response };

/** Refuses a request. */
export const no = (response: Response): Asked<never> => ({ ok: false, response });

/** The text of a JSON body, gzip or plain, within its limits of size and time. */
export async function readBody(request: Request): Promise<Asked<string>> {
  const type = request.headers.get('content-type')?.split(';')[0].trim().toLowerCase() ?? '';
  if (type !== 'application/json')
    return no(
      problem(415, 'The body must be JSON', [
        { path: 'Content-Type', says: `application/json is required, got "${type}"` },
      ]),
    );
  if (Number(request.headers.get('content-length') ?? 0) > BODY_LIMIT) return no(tooLarge());
  if (!request.body) return no(problem(400, 'A body is required', [{ path: '', says: 'the body is empty' }]));
  const packed = request.headers.get('content-encoding')?.trim().toLowerCase();
  if (packed !== undefined && packed !== 'gzip' && packed !== 'identity')
    return no(
      problem(415, 'The body must be gzip or plain', [
        { path: 'Content-Encoding', says: `gzip is required, got "${packed}"` },
      ]),
    );
  const body = await collect(request.body.getReader());
  if (!body.ok) return body;
  return packed === 'gzip' ? unpacked(body.value) : { ok: true, value: body.value.toString('utf8') };
}

async function unpacked(body: Buffer): Promise<Asked<string>> {
  try {
    const plain = await promisify(gunzip)(body, { maxOutputLength: UNPACKED_LIMIT });
    return { ok: true, value: plain.toString('utf8') };
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'ERR_BUFFER_TOO_LARGE') return no(tooLarge(UNPACKED_LIMIT));
    return no(problem(400, 'The body is not gzip', [{ path: '', says: message }]));
  }
}

const tooLarge = (limit = BODY_LIMIT) =>
  problem(413, 'The body is too large', [{ path: '', says: `${limit / 2 ** 20} MiB are the limit` }]);

async function collect(reader: ReadableStreamDefaultReader<Uint8Array>): Promise<Asked<Buffer>> {
  const pieces: Uint8Array[] = [];
  let size = 0;
  const until = Date.now() + BODY_TIME_MS;
  for (;;) {
    const piece = await Promise.race([reader.read(), afterMs(until - Date.now())]);
    if (piece === 'late') {
      void reader.cancel();
      const says = `${BODY_TIME_MS / 1000} s are the limit`;
      return no(problem(408, 'The body did not arrive in time', [{ path: '', says }]));
    }
    if (piece.done) break;
    size += piece.value.length;
    if (size > BODY_LIMIT) {
      void reader.cancel();
      return no(tooLarge());
    }
    pieces.push(piece.value);
  }
  return { ok: true, value: Buffer.concat(pieces) };
}

const afterMs = (ms: number): Promise<'late'> =>
  new Promise((resolve) => setTimeout(() => resolve('late'), Math.max(0, ms)).unref());
