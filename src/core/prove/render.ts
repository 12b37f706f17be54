import type { Finding } from '../findings/finding';
import type { Instrument } from '../instrument/document';
import { splitMessages } from '../midi/messages';
import { secondsOf, type Frames } from '../signal/take';
import { compile } from '../engine/compile';
import { run } from '../engine/run';
import type { MidiEvent } from '../midi/event';
import { start } from '../engine/state';
import { silence } from '../engine/gate';

/** What a take came to, as messages. */
export interface RenderMetrics {
  seconds: number;
  notes: number;
  messages: number;
  bytes: number;
  /** Bytes in the busiest second; a MIDI cable carries 3125. */
  busiestBytesPerSecond: number;
}

export interface Rendered {
  events: MidiEvent[];
  metrics: RenderMetrics;
  findings: Finding[];
}

/** Frames between two looks at how many messages there are. */
const CHUNK = 2000;

/**
 * Plays a take on an instrument from power-up to its end, where a Silence ends what still sounds.
 * @param frames one frame or more; columns in any order, those of no sensor are passed over
 * @param most messages
 * @returns null where it plays more than that
 */
export function render(instrument: Instrument, frames: Frames): Rendered;
export function render(instrument: Instrument, frames: Frames, most: number): Rendered | null;
export function render(instrument: Instrument, frames: Frames, most = Infinity): Rendered | null {
  const program = compile(instrument, frames.channels);
  const state = start(program);
  const width = frames.channels.length;
  const events: MidiEvent[] = [];
  for (let from = 0; from < frames.tUs.length; from += CHUNK) {
    if (events.length > most) return null;
    const tUs = frames.tUs.subarray(from, from + CHUNK);
    const counts = frames.counts.subarray(from * width, (from + CHUNK) * width);
    for (const event of run(program, { channels: frames.channels, tUs, counts }, state)) events.push(event);
  }
  const out = new Uint8Array(program.maxBytes);
  const held = splitMessages(out.subarray(0, silence(state, out)));
  const endUs = frames.tUs[frames.tUs.length - 1];
  events.push(...held.map((bytes) => ({ tUs: endUs, bytes })));
  return {
    events,
    metrics: metricsOf(events, secondsOf(frames)),
    findings: findingsOf(instrument, frames, held.length),
  };
}

function metricsOf(events: readonly MidiEvent[], seconds: number): RenderMetrics {
  let bytes = 0;
  let notes = 0;
  let busiest = 0;
  let first = 0;
  let inSecond = 0;
  for (const event of events) {
    bytes += event.bytes.length;
    inSecond += event.bytes.length;
    while (events[first].tUs <= event.tUs - 1e6) inSecond -= events[first++].bytes.length;
    busiest = Math.max(busiest, inSecond);
    if ((event.bytes[0] & 0xf0) === 0x90 && event.bytes[2] > 0) notes++;
  }
  return { seconds, notes, messages: events.length, bytes, busiestBytesPerSecond: busiest };
}

function findingsOf(instrument: Instrument, frames: Frames, held: number): Finding[] {
  const note = (sensor: string, code: string, says: string, cause: string): Finding => ({
    code,
    severity: 'doubt',
    sensor,
    says,
    causes: [cause],
    cures: [],
  });
  const silent = instrument.sensors.flatMap((s) => {
    if (!frames.channels.includes(s.channel))
      return [
        note(
          s.id,
          'no-column',
          `The take has no column ${s.channel}, so ${s.name} stays silent.`,
          'it is another board’s take',
        ),
      ];
    if (!s.calibration)
      return [
        note(
          s.id,
          'not-calibrated',
          `${s.name} is not calibrated, so it stays silent.`,
          'its takes were not accepted yet',
        ),
      ];
    return [];
  });
  const end =
    held === 0
      ? []
      : [
          note(
            '',
            'held-at-end',
            `${held} notes still sounded at the end of the take and were ended there.`,
            'the take stops while playing',
          ),
        ];
  return [...silent, ...end];
}
