import type { ContactsCalibration } from '../ways/contacts/calibration';
import type { StrikeCalibration } from '../ways/strike/calibration';
import type { TouchCalibration } from '../ways/touch/calibration';
import type { Lane, Sensor } from '../instrument/sensor';
import type { NoteVoice } from '../instrument/voices';
import { identityInstrument } from './identity-response';

const measured = { takes: [], method: '' };
const sensor = (id: string, kind: string, lanes: Lane[]): Sensor => ({
  id,
  name: id,
  kind,
  board: 'board',
  lanes,
  responses: [],
});
const columns = (stem: string, notes: readonly number[]): Lane[] =>
  notes.map((note, i) => ({ id: `${stem}${i}`, column: `${stem}${i}`, note }));

/** For tests: pads of these notes, untouched at 300, touched at 400: on 60 counts from untouched, off 40. */
export function touchPads(notes: readonly number[], change: Partial<TouchCalibration> = {}): Sensor {
  const lanes = columns('p', notes);
  const lane = (l: Lane) => ({ lane: l.id, untouched: 300, noise: 1, touched: 400, on: 60, off: 40 });
  const calibration: TouchCalibration = {
    is: 'touch',
    polarity: 'rising',
    followPerSecond: 4,
    longestTouchS: 10,
    lanes: lanes.map(lane),
    ...measured,
    ...change,
  };
  return { ...sensor('pads', 'touch-pads', lanes), calibration };
}

/** For tests: stones of these notes, at rest at 2048: a strike begins 50 counts from it and is full at 1050. */
export function strikePads(notes: readonly number[], change: Partial<StrikeCalibration> = {}): Sensor {
  const lanes = columns('x', notes);
  const lane = (l: Lane) => ({ lane: l.id, rest: 2048, noise: 1, on: 50, full: 1050 });
  const calibration: StrikeCalibration = {
    is: 'strike',
    windowMs: 3,
    maskMs: 20,
    halfLifeMs: 10,
    lengthMs: 100,
    lanes: lanes.map(lane),
    ...measured,
    ...change,
  };
  return { ...sensor('stones', 'strike-pads', lanes), calibration };
}

/** For tests: one switch on contact knee. */
export function kneeSwitch(change: Partial<ContactsCalibration> = {}): Sensor {
  const calibration: ContactsCalibration = {
    is: 'contacts',
    rest: 'open',
    debounceMs: 10,
    ...measured,
    ...change,
  };
  return { ...sensor('knee', 'switch', [{ id: 'knee', contacts: ['knee'], note: 36 }]), calibration };
}

/** For tests: notes of a bank's lanes, at a fixed velocity unless changed. */
export const bankNotes = (own: Sensor, port: string, change: Partial<NoteVoice> = {}): NoteVoice => ({
  id: `${own.id}-notes`,
  is: 'note',
  gate: { sensor: own.id, port },
  side: 'both',
  zone: 'main',
  pitch: { is: 'lane' },
  velocity: { is: 'fixed', value: 100 },
  ...change,
});

/** For tests: an instrument of these sensors and voices, on a wire with room. */
export function instrumentOf(sensors: Sensor[], voices: Parameters<typeof identityInstrument>[0]) {
  const instrument = identityInstrument(voices);
  return { ...instrument, sensors };
}
