import type { Instrument } from '../instrument/document';
import type { AlongPitch, NoteVoice } from '../instrument/voices';
import type { Zone } from '../instrument/zones';
import type { PlaceCalibration } from '../ways/place/calibration';
import { identityInstrument } from './identity-response';

/** Counts at both ends of a string of {@link strings}; its rest is 0. */
export const STRING_LOW = 200;
export const STRING_HIGH = 3900;

/**
 * For tests: so many ribbons on a board of 12 bits, straight from {@link STRING_LOW} to {@link STRING_HIGH}, each with a note along it, all
 * in one zone. A jump of a third of the length or more is no slide; two frames must agree. The wire takes what comes.
 */
export function strings(
  n: number,
  pitch: Partial<AlongPitch>,
  zone: Zone,
  voice: Partial<NoteVoice> = {},
): Instrument {
  const instrument = identityInstrument([]);
  instrument.sensors = Array.from({ length: n }, (_, i) => ({
    ...{ id: `s${i}`, name: `String ${i}`, kind: 'ribbon', board: 'board', responses: [] },
    lanes: [{ id: 'strip', column: `s${i}` }],
    calibration: ribbonCalibration(),
  }));
  instrument.zones = [zone];
  instrument.voices = instrument.sensors.map(({ id }, i): NoteVoice => ({
    ...{ is: 'note', id: `v${i}`, gate: { sensor: id, port: 'touch' }, side: 'both', zone: zone.id },
    velocity: { is: 'fixed', value: 100 },
    pitch: {
      ...{ is: 'along', source: { sensor: id, port: 'place' }, lowest: 48, octaves: 2 },
      ...{ spacing: 'even', school: 'fretted' },
      ...pitch,
    },
    ...voice,
  }));
  return instrument;
}

const ribbonCalibration = (): PlaceCalibration => ({
  is: 'place',
  spacing: 'equal',
  lanes: [
    {
      ...{ lane: 'strip', rest: 0, noise: 1, on: 60, off: 40, touchedNoise: 1, drop: 0.33, settle: 2 },
      map: [
        { count: STRING_LOW, place: 0 },
        { count: STRING_HIGH, place: 1 },
      ],
    },
  ],
  takes: [],
  method: 'test',
});

/** The count at a place of a string, 0 … 1, as a converter would give it. */
export const stringCount = (place: number): number =>
  Math.round(STRING_LOW + (STRING_HIGH - STRING_LOW) * place);
