import { problem } from './problem';

/** Largest request body, bytes. */
export const BODY_LIMIT = 16 * 1024 * 1024;
/** Largest gzip body once it is unpacked, bytes: two passes of 88 keys, a minute each at 1 kHz, have 50 million. */
export const UNPACKED_LIMIT = 96 * 1024 * 1024;
/** Longest time for a body to arrive, ms. */
export const BODY_TIME_MS = 20_000;
/** Room that is made for a body whose length is not told, bytes; twice as much when it is full. */
const FIRST_ROOM = 64 * 1024;

/** Either what a route asked for, or the refusal to send back. */
export type Asked<T> = { ok: true; value: T } | { ok: false; response: Response };

/** Refuses a request. */
export const no = (response: Response): Asked<never> => ({ ok: false, response });

/** A JSON body as it came. */
export interface Body {
  body: Uint8Array;
  /** Whether it is gzip. */
  packed: boolean;
}

/** A JSON body, gzip or plain, within its limits of size and time. */
export async function readBody(request: Request): Promise<Asked<Body>> {
  const type = request.headers.get('content-type')?.split(';')[0].trim().toLowerCase() ?? '';
  if (type !== 'application/json')
    return no(
      problem(415, 'The body must be JSON', [
        { path: 'Content-Type', says: `application/json is required, got "${type}"` },
      ]),
    );
  const told = Number(request.headers.get('content-length') ?? 0);
  if (told > BODY_LIMIT) return no(tooLarge());
  if (!request.body) return no(problem(400, 'A body is required', [{ path: '', says: 'the body is empty' }]));
  const encoding = request.headers.get('content-encoding')?.trim().toLowerCase();
  if (encoding !== undefined && encoding !== 'gzip' && encoding !== 'identity')
    return no(
      problem(415, 'The body must be gzip or plain', [
        { path: 'Content-Encoding', says: `gzip is required, got "${encoding}"` },
      ]),
    );
  const body = await collect(request.body.getReader(), told || FIRST_ROOM);
  return body.ok ? { ok: true, value: { body: body.value, packed: encoding === 'gzip' } } : body;
}

export const tooLarge = (limit = BODY_LIMIT) =>
  problem(413, 'The body is too large', [{ path: '', says: `${limit / 2 ** 20} MiB are the limit` }]);

/** Reads to the end, into one buffer that grows, by one timer: a body may come byte by byte. */
async function collect(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  room: number,
): Promise<Asked<Uint8Array>> {
  let bytes = new Uint8Array(room);
  let size = 0;
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    void reader.cancel();
  }, BODY_TIME_MS);
  timer.unref();
  try {
    for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
      const end = size + piece.value.length;
      if (end > BODY_LIMIT) {
        void reader.cancel();
        return no(tooLarge());
      }
      if (end > bytes.length) {
        const more = new Uint8Array(Math.min(BODY_LIMIT, Math.max(end, 2 * bytes.length)));
        more.set(bytes.subarray(0, size));
        bytes = more;
      }
      bytes.set(piece.value, size);
      size = end;
    }
  } finally {
    clearTimeout(timer);
  }
  if (!late) return { ok: true, value: bytes.subarray(0, size) };
  const says = `${BODY_TIME_MS / 1000} s are the limit`;
  return no(problem(408, 'The body did not arrive in time', [{ path: '', says }]));
}
