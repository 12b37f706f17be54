import { plainToInstance, type ClassConstructor } from 'class-transformer';
import { validateSync } from 'class-validator';
import { plainFaults } from '@/core/exchange/plain-json';
import { flattenErrors } from '@/core/instrument/validation';
import { problem } from './problem';

/** Largest request body, bytes. */
export const BODY_LIMIT = 16 * 1024 * 1024;
/** Longest time for a body to arrive, and for its answer to be computed, ms. */
export const BODY_TIME_MS = 20_000;
export const WORK_TIME_MS = 30_000;

/** Either what a route asked for, or the refusal to send back. */
export type Asked<T> = { ok: true; value: T } | { ok: false; response: Response };

const no = (response: Response): Asked<never> => ({ ok: false, response });

/** Reads a JSON body into a validated request. Every malformed body is a 4xx problem document naming the field. */
export async function readBody<T extends object>(
  request: Request,
  type: ClassConstructor<T>,
): Promise<Asked<T>> {
  const text = await limitedText(request);
  if (typeof text !== 'string') return no(text);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return no(problem(400, 'The body is not JSON', [{ path: '', says: (error as Error).message }]));
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return no(problem(400, 'The body must be a JSON object', [{ path: '', says: 'an object is required' }]));
  const unfit = plainFaults(value);
  if (unfit.length > 0) return no(problem(422, 'The request holds what cannot be read', unfit));
  const asked = plainToInstance(type, value);
  const errors = validateSync(asked, { forbidUnknownValues: true });
  return errors.length > 0
    ? no(problem(422, 'The request does not hold what is needed', flattenErrors(errors)))
    : { ok: true, value: asked };
}

async function limitedText(request: Request): Promise<string | Response> {
  const tooLarge = () =>
    problem(413, 'The body is too large', [{ path: '', says: `${BODY_LIMIT / 2 ** 20} MiB are the limit` }]);
  if (Number(request.headers.get('content-length') ?? 0) > BODY_LIMIT) return tooLarge();
  if (!request.body) return problem(400, 'A body is required', [{ path: '', says: 'the body is empty' }]);
  const reader = request.body.getReader();
  const pieces: Uint8Array[] = [];
  let size = 0;
  const until = Date.now() + BODY_TIME_MS;
  for (;;) {
    const piece = await Promise.race([reader.read(), afterMs(until - Date.now())]);
    if (piece === 'late') {
      void reader.cancel();
      return problem(408, 'The body did not arrive in time', [
        { path: '', says: `${BODY_TIME_MS / 1000} s are the limit` },
      ]);
    }
    if (piece.done) break;
    size += piece.value.length;
    if (size > BODY_LIMIT) {
      void reader.cancel();
      return tooLarge();
    }
    pieces.push(piece.value);
  }
  return Buffer.concat(pieces).toString('utf8');
}

const afterMs = (ms: number): Promise<'late'> =>
  new Promise((resolve) => setTimeout(() => resolve('late'), Math.max(0, ms)).unref());

/** Thrown when an answer takes too long. */
export class TooLong extends Error {}

/** A check to call now and then while computing. @throws TooLong once the time for an answer has passed */
export function deadline(ms = WORK_TIME_MS): () => void {
  const until = Date.now() + ms;
  return () => {
    if (Date.now() > until) throw new TooLong();
  };
}

/** Runs a route's work; too long a computation is a 503 problem document. */
export async function answered(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (!(error instanceof TooLong)) throw error;
    return problem(503, 'The answer took too long', [
      { path: '', says: `${WORK_TIME_MS / 1000} s are the limit; send shorter takes` },
    ]);
  }
}
