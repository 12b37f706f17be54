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
  return withVoices(instrument, [...voices, ...first], [MAIN]);
}

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
