import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { textFaults } from '@/core/exchange/document/plain-json';
import { no, tooLarge, UNPACKED_LIMIT, type Asked } from '../body';
import { problem } from '../problem';

/** The text of a body, looked at before anything parses it: a megabyte of brackets takes a parser gigabytes. */
export async function textOf(body: Uint8Array, packed: boolean): Promise<Asked<string>> {
  const plain = packed ? await unpacked(body) : { ok: true as const, value: Buffer.from(body) };
  if (!plain.ok) return plain;
  const text = plain.value.toString('utf8');
  const faults = textFaults(text);
  return faults.length > 0
    ? no(problem(422, 'The request holds what cannot be read', faults))
    : { ok: true, value: text };
}

async function unpacked(body: Uint8Array): Promise<Asked<Buffer>> {
  try {
    return { ok: true, value: await promisify(gunzip)(body, { maxOutputLength: UNPACKED_LIMIT }) };
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    if (code === 'ERR_BUFFER_TOO_LARGE') return no(tooLarge(UNPACKED_LIMIT));
    return no(problem(400, 'The body is not gzip', [{ path: '', says: message }]));
  }
}
