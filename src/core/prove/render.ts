import type { Finding } from '../findings/finding';
import { columnsOfSensor } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { MidiEvent } from '../midi/event';
import { secondsOf, type Frames } from '../signal/take';
import { midiInputsOf } from '../instrument/midi-inputs';
import { playBoards, type BoardPlayed, type MidiIn } from './play-take';

/** What a take came to, as messages. */
export interface RenderMetrics {
  seconds: number;
  notes: number;
  messages: number;
  bytes: number;
  /** Bytes in the busiest second; a MIDI cable carries 3125. */
  busiestBytesPerSecond: number;
  /** The same of each board's wire, those that enter another board too. */
  wires: { board: string; busiestBytesPerSecond: number }[];
}

export interface Rendered {
  events: MidiEvent[];
  metrics: RenderMetrics;
  findings: Finding[];
}

/**
 * Plays a take on every board of an instrument, each from power-up to its end, where a silence ends what still sounds: what leaves the last
 * of those in series is heard.
 * @param frames one frame or more; columns in any order, those of no sensor are passed over
 * @param most messages @param midiIn what comes in on the instrument's inputs, in order of time
 * @returns null where it plays more than that
 */
export function render(instrument: Instrument, frames: Frames): Rendered;
export function render(
  instrument: Instrument,
  frames: Frames,
  most: number,
  midiIn?: readonly MidiIn[],
): Rendered | null;
export function render(
  instrument: Instrument,
  frames: Frames,
  most = Infinity,
  midiIn: readonly MidiIn[] = [],
): Rendered | null {
  const played = playBoards(instrument, frames, most, midiIn);
  if (!played) return null;
  const heard = played.filter((p) => p.heard);
  const all = heard.flatMap((p) => p.events);
  const events = heard.length > 1 ? all.sort((a, b) => a.tUs - b.tUs) : all;
  if (events.length > most) return null;
  const held = played.reduce((n, p) => n + p.held, 0);
  return {
    events,
    metrics: {
      ...metricsOf(events, secondsOf(frames)),
      wires: played.map(({ board, events: own }) => ({
        board: board.id,
        busiestBytesPerSecond: metricsOf(own, 0).busiestBytesPerSecond,
      })),
    },
    findings: [...findingsOf(instrument, frames, held), ...garbageFindings(instrument, played)],
  };
}

/** Bytes that came in and were no message. */
const garbageFindings = (instrument: Instrument, played: readonly BoardPlayed[]): Finding[] =>
  played.flatMap(({ board, garbage }) =>
    midiInputsOf(instrument, board).flatMap((port, i): Finding[] => {
      if (garbage[i] === 0) return [];
      const from = 'name' in port ? port.name : `the board ${port.from}`;
      const bytes = garbage[i] === 1 ? 'A byte' : `${garbage[i]} bytes`;
      return [
        {
          ...{ code: 'garbage-in', severity: 'doubt', sensor: '', cures: [] },
          says: `${bytes} from ${from} ${garbage[i] === 1 ? 'was' : 'were'} no MIDI message and passed nowhere.`,
          causes: ['a loose plug', 'another baud rate', 'messages that were cut short'],
        },
      ];
    }),
  );

function metricsOf(events: readonly MidiEvent[], seconds: number): Omit<RenderMetrics, 'wires'> {
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
    const lacking = columnsOfSensor(s).filter((c) => !frames.channels.includes(c));
    if (lacking.length > 0) {
      const cause = 'it is another board’s take';
      return [note(s.id, 'no-column', noColumnWords(s, lacking), cause)];
    }
    if (s.calibration) return [];
    const says = `${s.name} is not calibrated, so it stays silent.`;
    return [note(s.id, 'not-calibrated', says, 'its takes were not accepted yet')];
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

function noColumnWords(sensor: Sensor, lacking: readonly string[]): string {
  const some =
    lacking.length > 3
      ? `${lacking.slice(0, 3).join(', ')} and ${lacking.length - 3} more`
      : lacking.join(', ');
  const silent = lacking.length === sensor.lanes.length ? sensor.name : `these lanes of ${sensor.name}`;
  return lacking.length === 1
    ? `The take has no column ${some}, so ${sensor.lanes.length === 1 ? sensor.name : `this lane of ${sensor.name}`} stays silent.`
    : `The take has no columns ${some}, so ${silent} stay silent.`;
}
