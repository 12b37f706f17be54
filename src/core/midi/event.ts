/** One MIDI message and the frame time that it left at, µs. */
export interface MidiEvent {
  tUs: number;
  bytes: number[];
}
