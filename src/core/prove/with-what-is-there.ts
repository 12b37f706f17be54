import { columnsOfSensor } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import { sourcesOf } from '../instrument/rules/voices';
import type { NoteVoice, Source, Voice } from '../instrument/voices';
import type { Frames } from '../signal/take';

/** The note of a voice whose pitch is not in a take. */
const STAND_IN_NOTE = 62;
const STAND_IN_VELOCITY = 100;

/** Whether a take has anything of a sensor. */
export function isInTake({ sensors }: Instrument, { channels, edges }: Frames, sensor: string): boolean {
  const own = sensors.find(({ id }) => id === sensor);
  if (!own?.calibration) return false;
  const contacts = own.lanes.flatMap((lane) => lane.contacts ?? []);
  return (
    columnsOfSensor(own).some((column) => channels.includes(column)) ||
    contacts.some((contact) => edges?.contacts.includes(contact))
  );
}

/**
 * An instrument whose note voices can be judged on a take that has their gate: what else they listen to and the take lacks is stood in for by
 * a note, a velocity, an open gate.
 * @returns the same voices where the take has all; `stoodIn` names the sensors that it lacks
 */
export function withWhatIsThere(
  instrument: Instrument,
  take: Frames,
): { instrument: Instrument; stoodIn: string[] } {
  const stoodIn = new Set<string>();
  const lacks = (source?: Source) => {
    if (!source || isInTake(instrument, take, source.sensor)) return false;
    stoodIn.add(source.sensor);
    return true;
  };
  const voices = instrument.voices.map((voice): Voice => {
    if (voice.is !== 'note' || !isInTake(instrument, take, voice.gate.sensor)) return voice;
    const lacksOf = (field: string) =>
      sourcesOf(voice)
        .filter(([name]) => name.startsWith(field))
        .map(([, source]) => lacks(source))
        .some(Boolean);
    const { and, heldBy, ...rest } = voice;
    return {
      ...rest,
      ...(and && !lacks(and) ? { and } : {}),
      ...(heldBy && !lacks(heldBy) ? { heldBy } : {}),
      pitch: lacksOf('pitch') ? { is: 'fixed', note: STAND_IN_NOTE } : voice.pitch,
      velocity: lacksOf('velocity') ? { is: 'fixed', value: STAND_IN_VELOCITY } : voice.velocity,
    } satisfies NoteVoice;
  });
  return { instrument: stoodIn.size === 0 ? instrument : { ...instrument, voices }, stoodIn: [...stoodIn] };
}
