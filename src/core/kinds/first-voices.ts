import { hears } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { NoteVoice, Voice } from '../instrument/voices';
import { withVoices } from '../instrument/with-voices';
import { hasNotes } from './level-voices';
import { portThat } from './ports';
import { kindOf } from './registry';

/** Zone of an instrument that has none yet. */
const MAIN = { is: 'single', id: 'main', channel: 1 } as const;

/**
 * An instrument in which something hears this sensor: where nothing does, the voices that its kind begins with. Where breath or a
 * bellows gates a note that is always the same, lanes that stand for notes choose it instead, the last touched.
 */
export function withFirstVoices(instrument: Instrument, sensor: Sensor): Instrument {
  const { voices, zones } = instrument;
  if (voices.some((v) => hears(v, sensor.id))) return instrument;
  const blown = voices.find((v) => isBlown(v, instrument));
  const chosen = blown && chosenBy(blown as NoteVoice, sensor);
  if (chosen)
    return withVoices(
      instrument,
      voices.map((v) => (v === blown ? chosen : v)),
    );
  const first = kindOf(sensor)
    .firstVoices(sensor, zones[0]?.id ?? MAIN.id)
    .filter(({ id }) => !voices.some((v) => v.id === id));
  const all = first.reduce((list, voice) => [...list, freed(voice, list)], voices);
  return withVoices(instrument, all, zones.length > 0 ? [] : [MAIN]);
}

/** General purpose controllers, and those that MIDI leaves undefined (MIDI 1.0 Detailed Specification, table III). */
const FREE_CONTROLLERS = [16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 31];

/** A voice that overwrites none of the others: another controller, where what it would send is taken. */
function freed(voice: Voice, others: readonly Voice[]): Voice {
  if (voice.is === 'note') return freedNote(voice, others);
  const taken = others.filter((v) => v.is !== 'note' && v.zone === voice.zone);
  const sends = (controller: number) =>
    taken.some((v) => v.is === 'controller' && v.controller === controller);
  const clashes =
    voice.is === 'controller'
      ? voice.controller !== SUSTAIN && sends(voice.controller)
      : taken.some((v) => v.is === voice.is);
  const controller = FREE_CONTROLLERS.find((c) => !sends(c));
  return clashes && controller !== undefined ? { ...voice, is: 'controller', controller } : voice;
}

/** A note that is always the same, a fourth above those that others play already. */
function freedNote(voice: NoteVoice, others: readonly Voice[]): NoteVoice {
  if (voice.pitch.is !== 'fixed') return voice;
  const plays = (note: number) =>
    others.some(
      (v) => v.is === 'note' && v.zone === voice.zone && v.pitch.is === 'fixed' && v.pitch.note === note,
    );
  let { note } = voice.pitch;
  while (plays(note) && note + FOURTH <= 127) note += FOURTH;
  return { ...voice, pitch: { is: 'fixed', note } };
}
const FOURTH = 5;

/** Several pedals may hold. */
const SUSTAIN = 64;

/** Whether a voice is a note, always the same, for as long as breath or a bellows goes. */
const isBlown = (voice: Voice, { sensors }: Instrument): boolean =>
  voice.is === 'note' &&
  voice.pitch.is === 'fixed' &&
  sensors.some((s) => s.id === voice.gate.sensor && kindOf(s).family === 'breath');

/** A note as a sensor's lanes choose it; null where its lanes stand for none. */
function chosenBy(voice: NoteVoice, sensor: Sensor): NoteVoice | null {
  const port = portThat(sensor, 'pitch');
  if (port === null || !hasNotes(sensor)) return null;
  return { ...voice, pitch: { is: 'chosen', source: { sensor: sensor.id, port }, by: 'last' } };
}
