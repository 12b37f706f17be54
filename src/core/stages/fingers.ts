import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { Fingers } from '../instrument/voices';

/** Fingers that one fingering can have: two words of the board. */
export const MOST_FINGERS = 32;

/** One finger: a lane of a gate. */
export interface Finger {
  sensor: Sensor;
  /** Place of the lane in its sensor. */
  lane: number;
  /** Semitones that it adds while it is open. */
  adds: number;
}

/** The fingers of a fingering, in the order of an entry's signs. */
export const fingersOf = ({ sensors }: Instrument, fingers: readonly Fingers[]): Finger[] =>
  fingers.flatMap(({ source, adds = [] }) => {
    const sensor = sensors.find((s) => s.id === source.sensor);
    return (sensor?.lanes ?? []).map((_, lane) => ({ sensor: sensor!, lane, adds: adds[lane] ?? 0 }));
  });

export const fingerCount = (instrument: Instrument, fingers: readonly Fingers[]): number =>
  fingersOf(instrument, fingers).length;
