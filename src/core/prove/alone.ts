import { newInstrument } from '../instrument/create';
import { playingOver } from '../instrument/transports';
import { boardOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { NoteVoice } from '../instrument/voices';
import type { MidiEvent } from '../midi/event';
import type { Frames } from '../signal/take';
import { playBoards } from './play-take';

/** A wire that never waits: what a sensor and its voice do by themselves is told from what a cable does. */
const FAST_BAUD = 2_000_000;

/**
 * What one sensor plays of a take by one note voice, alone on its board and on channel 1.
 * @param voice without its id and zone @param bendRange semitones
 */
export function playedAlone(
  instrument: Instrument,
  sensor: Sensor,
  voice: Omit<NoteVoice, 'id' | 'zone' | 'is'>,
  take: Frames,
  bendRange?: number,
): MidiEvent[] {
  const alone: Instrument = {
    ...newInstrument('alone', 'Alone', '2026-01-01T00:00:00Z'),
    boards: [playingOver({ ...boardOf(instrument, sensor), midiBaud: FAST_BAUD }, ['cable'])],
    sensors: [sensor],
    tunings: instrument.tunings,
    zones: [{ is: 'single', id: 'z', channel: 1, bendRange }],
    voices: [{ is: 'note', id: 'v', zone: 'z', ...voice }],
  };
  return playBoards(alone, take)!.flatMap(({ events }) => events);
}
