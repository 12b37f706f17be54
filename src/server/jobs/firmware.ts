import { firmwareZip } from '../firmware';
import { askedInstrument } from './asked';

/** What the board gets: `{ instrument }` → a zip of header, runtime and sketch. */
export async function firmware(text: string): Promise<Response> {
  const asked = askedInstrument(text);
  if (!asked.ok) return asked.response;
  return new Response(await firmwareZip(asked.value), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': `attachment; filename="${asked.value.id}.zip"`,
    },
  });
}
