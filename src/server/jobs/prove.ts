import { TooManyBytes } from '@/core/exchange/firmware/play-operations';
import { prove } from '../prove';
import { askedRender } from './asked';
import { MOST_BYTES, tooManyMessages } from './most-messages';

/** Proves the board's files on a take: `{ instrument, csv, midiIn }` → `{ by, messages, identical, firstDifference }`. */
export async function proveTake(text: string): Promise<Response> {
  const asked = askedRender(text);
  if (!asked.ok) return asked.response;
  try {
    const { instrument, take, midiIn } = asked.value;
    return Response.json(await prove(instrument, take.frames, MOST_BYTES, midiIn));
  } catch (error) {
    if (error instanceof TooManyBytes) return tooManyMessages();
    throw error;
  }
}
