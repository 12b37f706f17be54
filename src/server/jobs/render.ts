import { render } from '@/core/prove/render';
import { writeSmf } from '@/core/midi/smf';
import { askedRender } from './asked';
import { linesLeftOut } from './lines-left-out';
import { MOST_MESSAGES, tooManyMessages } from './most-messages';

/** Plays a take: `{ instrument, csv, midiIn }` → `{ events, metrics, findings }`, or a MIDI file where that is accepted. */
export function renderTake(text: string, accept: string): Response {
  const asked = askedRender(text);
  if (!asked.ok) return asked.response;
  const { instrument, take, midiIn } = asked.value;
  const rendered = render(instrument, take.frames, MOST_MESSAGES, midiIn);
  if (!rendered) return tooManyMessages();
  const { events, metrics, findings } = rendered;
  if (accept.includes('audio/midi'))
    return new Response(writeSmf(events, take.frames.tUs[0], instrument.name), {
      headers: {
        'content-type': 'audio/midi',
        'content-disposition': `attachment; filename="${instrument.id}.mid"`,
      },
    });
  return Response.json({ events, metrics, findings: [...linesLeftOut(take, ''), ...findings] });
}
