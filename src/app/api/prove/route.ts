import { askedRender } from '@/server/asked-render';
import { prove } from '@/server/prove';

/** Proves the board's files on a take: `{ instrument, csv }` → `{ by, messages, identical, firstDifference }`. */
export async function POST(request: Request): Promise<Response> {
  const asked = await askedRender(request);
  if (!asked.ok) return asked.response;
  return Response.json(await prove(asked.value.instrument, asked.value.take.frames));
}
