import { outByteUs } from '../instrument/transports';
import type { Instrument } from '../instrument/document';
import { playsAlone, soundingSource } from '../instrument/rules/voices';
import type { NoteVoice } from '../instrument/voices';
import type { MidiEvent } from '../midi/event';
import { beginsNote, heardNotes, type HeardNote } from '../midi/heard-notes';
import type { Frames } from '../signal/take';
import type { BoardPlayed } from './play-take';

/** A note that an instrument plays, and what stands behind it. */
export interface Sounded extends HeardNote {
  /** When its last byte has left the last wire, µs. */
  arrivesUs: number;
  /** Its voice, and the lane of that voice's gate where it stands for one; null for what came in from outside. */
  voice: NoteVoice | null;
  lane: string | null;
}

/** Whatever leaves the last boards, in order of time. @param played of all boards */
export function heardEvents(played: readonly BoardPlayed[]): MidiEvent[] {
  const heard = played.filter((p) => p.heard);
  const all = heard.flatMap(({ events }) => events);
  return heard.length > 1 ? all.sort((a, b) => a.tUs - b.tUs) : all;
}

/** When messages have left a wire, µs: one after the other, ten bits a byte. @param events in order of time */
export function arrivalsOn(events: readonly MidiEvent[], byteUs: number): Float64Array<ArrayBuffer> {
  let freeUs = -Infinity;
  return Float64Array.from(events, ({ tUs, bytes }) => {
    freeUs = Math.max(freeUs, tUs) + bytes.length * byteUs;
    return freeUs;
  });
}

/** The notes that a take plays. What the silence at its end has ended counts as not ended. */
export function soundedOf(
  instrument: Instrument,
  played: readonly BoardPlayed[],
  { tUs }: Frames,
): Sounded[] {
  const endUs = tUs[tUs.length - 1];
  const origins = originsOf(instrument, played);
  return played
    .filter((p) => p.heard)
    .flatMap(({ board, events, held }) => {
      const playing = events.slice(0, events.length - held);
      const arrivals = arrivalsOn(playing, outByteUs(board));
      const begins = playing.flatMap(({ bytes }, i) => (beginsNote(bytes) ? [arrivals[i]] : []));
      return heardNotes(playing, endUs).map((own, i): Sounded => ({
        ...own,
        ...(origins.take(own) ?? { voice: null, lane: null }),
        arrivesUs: begins[i],
      }));
    })
    .sort((a, b) => a.onUs - b.onUs);
}

type Origin = Pick<Sounded, 'voice' | 'lane'>;

/** Who began notes, found by channel, number and time: the oldest first, as wires carry them. */
class Origins {
  private readonly queues = new Map<number, (Origin & { tUs: number })[]>();

  add({ channel, note, tUs }: { channel: number; note: number; tUs: number }, origin: Origin): void {
    const key = 128 * channel + note;
    const queue = this.queues.get(key);
    if (queue) queue.push({ ...origin, tUs });
    else this.queues.set(key, [{ ...origin, tUs }]);
  }

  take({ channel, note, onUs }: HeardNote): Origin | null {
    const queue = this.queues.get(128 * channel + note);
    if (!queue || queue.length === 0 || queue[0].tUs > onUs) return null;
    const { voice, lane } = queue.shift()!;
    return { voice, lane };
  }
}

function originsOf(instrument: Instrument, played: readonly BoardPlayed[]): Origins {
  const origins = new Origins();
  const all = played.flatMap(({ begun, made }) =>
    begun.map((note) => ({ note, origin: originOf(instrument, made.played, note.lane) })),
  );
  for (const { note, origin } of all.sort((a, b) => a.note.tUs - b.note.tUs)) origins.add(note, origin);
  return origins;
}

function originOf({ sensors }: Instrument, made: BoardPlayed['made']['played'], lane: number): Origin {
  const own = made.find((m) => lane >= m.lane && lane < m.lane + m.places.length);
  if (!own) return { voice: null, lane: null };
  const { voice, places } = own;
  const ofGate = !playsAlone(voice) && soundingSource(voice) === voice.gate;
  const sensor = sensors.find(({ id }) => id === voice.gate.sensor);
  return { voice, lane: ofGate ? (sensor?.lanes[places[lane - own.lane]]?.id ?? null) : null };
}
