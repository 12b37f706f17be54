import { levelOf } from '../ways/registry';
import { fullAttack } from '../ways/level/full-attack';
import type { Sensor } from '../instrument/sensor';
import type { AttackVelocity, ControllerVoice, NoteVoice } from '../instrument/voices';

/** Window that a first note has, ms. */
const FIRST_WINDOW_MS = 10;

/** A first controller of a level port: undamped, at a rate that a cable carries. */
export const levelController = (
  sensor: Sensor,
  port: string,
  controller: number,
  zone: string,
): ControllerVoice => ({
  id: `${sensor.id}-level`,
  is: 'controller',
  source: { sensor: sensor.id, port },
  side: 'both',
  zone,
  controller,
  bits: 7,
  deadband: 0,
  perSecond: 200,
});

/** First controllers of levels side by side: one a lane, from a number on. */
export const laneControllers = (
  sensor: Sensor,
  port: string,
  first: number,
  zone: string,
): ControllerVoice[] =>
  sensor.lanes.length === 1
    ? [levelController(sensor, port, first, zone)]
    : sensor.lanes.map(({ id }, i) => {
        const voice = levelController(sensor, port, first + i, zone);
        return { ...voice, id: `${sensor.id}-${id}`.slice(0, 40), source: { ...voice.source, lane: id } };
      });

/** A first velocity of a level's gate: from its attack. */
export const attackOf = (sensor: Sensor): AttackVelocity => ({
  is: 'attack',
  windowMs: FIRST_WINDOW_MS,
  full: fullAttack(levelOf(sensor), FIRST_WINDOW_MS),
  from: 1,
  to: 127,
});

/** A first note of a level's gate, as loud as its attack. */
export const attackNote = (sensor: Sensor, port: string, zone: string): NoteVoice => ({
  id: `${sensor.id}-note`,
  is: 'note',
  gate: { sensor: sensor.id, port },
  side: 'both',
  zone,
  pitch: { is: 'fixed', note: 62 },
  velocity: attackOf(sensor),
});

/** Whether each lane of a sensor stands for a note. */
export const hasNotes = ({ lanes }: Sensor): boolean => lanes.every(({ note }) => note !== undefined);

/** A first voice of a bank: each lane's own note. */
export const laneNotes = (
  sensor: Sensor,
  port: string,
  zone: string,
  velocity: NoteVoice['velocity'],
): NoteVoice => ({
  id: `${sensor.id}-notes`,
  is: 'note',
  gate: { sensor: sensor.id, port },
  side: 'both',
  zone,
  pitch: { is: 'lane' },
  velocity,
});

/** A first controller of a gate: sustain. */
export const holdController = (sensor: Sensor, port: string, zone: string): ControllerVoice => ({
  id: `${sensor.id}-hold`,
  is: 'controller',
  source: { sensor: sensor.id, port },
  side: 'both',
  zone,
  controller: 64,
});

/** D2, under the notes that lanes begin with. */
const LOW_NOTE = 38;

/** A first note of a gate without strength: one low note. */
export const droneNote = (sensor: Sensor, port: string, zone: string): NoteVoice => ({
  ...laneNotes(sensor, port, zone, { is: 'fixed', value: 100 }),
  pitch: { is: 'fixed', note: LOW_NOTE },
});

/** First voices of what is touched somewhere: a note while it is, and where it is as a controller. */
export const touchedVoices = (sensor: Sensor, zone: string): [NoteVoice, ControllerVoice] => [
  droneNote(sensor, 'touch', zone),
  levelController(sensor, 'place', 16, zone),
];
