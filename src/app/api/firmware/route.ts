import { askedInstrument } from '@/server/asked-render';
import { firmwareZip } from '@/server/firmware';

/** What the board gets: `{ instrument }` → a zip of header, runtime and sketch. */
export async function POST(request: Request): Promise<Response> {
  const asked = await askedInstrument(request);
  if (!asked.ok) return asked.response;
  return new Response(await firmwareZip(asked.value), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${asked.value.id}.zip"`,
    },
  });
}
