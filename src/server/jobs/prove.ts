import { TooManyBytes } from '@/core/exchange/firmware/play-operations';
import { prove } from '../prove';
import { askedRender } from './asked';
import { MOST_BYTES, tooManyMessages } from './most-messages';

/** Proves the board's files on a take: `{ instrument, csv }` → `{ by, messages, identical, firstDifference }`. */
export async function proveTake(text: string): Promise<Response> {
  const asked = askedRender(text);
  if (!asked.ok) return asked.response;
  try {
    return Response.json(await prove(asked.value.instrument, asked.value.take.frames, MOST_BYTES));
  } catch (error) {
    if (error instanceof TooManyBytes) return tooManyMessages();
    throw error;
  }
}
