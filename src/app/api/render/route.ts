import { render } from '@/core/engine/render';
import type { Finding } from '@/core/calibrate/findings';
import { leftOutWords } from '@/core/exchange/take-csv';
import { writeSmf } from '@/core/midi/smf';
import { askedRender } from '@/server/asked-render';
import { answered, deadline } from '@/server/body';

/** Plays a take: `{ instrument, csv }` → `{ events, metrics, findings }`, or a MIDI file with `Accept: audio/midi`. */
export async function POST(request: Request): Promise<Response> {
  const asked = await askedRender(request);
  if (!asked.ok) return asked.response;
  const { instrument, take } = asked.value;
  return answered(async () => {
    const { events, metrics, findings } = render(instrument, take.frames, deadline());
    if (request.headers.get('accept')?.includes('audio/midi'))
      return new Response(writeSmf(events, take.frames.tUs[0], instrument.name), {
        headers: {
          'content-type': 'audio/midi',
          'content-disposition': `attachment; filename="${instrument.id}.mid"`,
        },
      });
    const says = leftOutWords(take);
    const left: Finding[] = says
      ? [
          {
            code: 'lines-left-out',
            severity: 'doubt',
            sensor: '',
            says,
            causes: ['the file was edited or cut'],
            cures: [],
          },
        ]
      : [];
    return Response.json({ events, metrics, findings: [...left, ...findings] });
  });
}
