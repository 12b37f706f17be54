import { wayOf } from '../ways/registry';
import { withoutStrayButtons } from '../instrument/button';
import { sourcesOf, voiceFaults } from '../instrument/rules/voices';
import type { Source, Voice } from '../instrument/voices';
import type { Zone } from '../instrument/zones';
import type { Instrument } from '../instrument/document';
import type { Lane, Sensor } from '../instrument/sensor';
import { withoutSelectorsOf } from '../instrument/with-scenes';
import { withVoices } from '../instrument/with-voices';
import { withFingerLanes } from '../stages/with-finger-lanes';
import { freshSensor, inputsOf, isFree, newLane, newSensor } from '../kinds/new-sensor';
import { kindOf } from '../kinds/registry';
import { notesAfter } from '../pitch/scale';
import { movedTo, rebased, withPins } from './take-fit';
import { withWish, type Wish } from './wishes';

/** An instrument with more sensors, on its first board, wired to pins that are left. */
export const withMore = (instrument: Instrument, wish: Wish): Instrument =>
  withPins({ ...instrument, sensors: withWish(instrument.sensors, instrument.boards[0].id, wish) });

/** Another sensor like one, right after it: nothing measured, no pins. */
export function withAnother(instrument: Instrument, id: string): Instrument {
  const at = instrument.sensors.findIndex((s) => s.id === id);
  if (at < 0) return instrument;
  const like = instrument.sensors[at];
  const kind = kindOf(like);
  const stem = like.name.replace(/ \d+$/, '');
  const named = (number: string) => [stem, number].filter(Boolean).join(' ');
  const made = freshSensor(
    kind,
    like.id.replace(/-\d+$/, ''),
    named,
    like.board,
    like.lanes.length,
    instrument.sensors,
  );
  const another = like.facts ? { ...made, facts: { ...like.facts } } : made;
  const sensors = [...instrument.sensors];
  sensors.splice(at + 1, 0, another);
  return withPins({ ...instrument, sensors });
}

/** Without a sensor and the voices that listen to it; what it let follow follows always. The last sensor stays. */
export function withoutSensor(instrument: Instrument, id: string): Instrument {
  const sensors = instrument.sensors.filter((s) => s.id !== id);
  if (sensors.length === 0) return instrument;
  return withoutStrayButtons({ ...withoutSources(instrument, ({ sensor }) => sensor === id), sensors });
}

/** An instrument without the voices and selectors that listen to what is gone; what only let a voice through lets it through always. */
function withoutSources(instrument: Instrument, isGone: (source: Source) => boolean): Instrument {
  const voices = instrument.voices
    .map((v) => withoutGates(v, isGone))
    .filter((v) => !sourcesOf(v).some(([, source]) => isGone(source)));
  return withoutSelectorsOf(withVoices(instrument, voices), isGone);
}

/** A voice without the gates that only let it through, and the levels that it was joined with, where they are gone. */
function withoutGates(voice: Voice, isGone: (source: Source) => boolean): Voice {
  const gone = (source?: Source) => source !== undefined && isGone(source);
  if (voice.is !== 'note')
    return {
      ...voice,
      ...(gone(voice.while) ? { while: undefined } : {}),
      ...(voice.join?.with.some(gone) ? { join: undefined } : {}),
    };
  return {
    ...voice,
    ...(gone(voice.and) ? { and: undefined } : {}),
    ...(gone(voice.heldBy) ? { heldBy: undefined } : {}),
  };
}

/** A sensor that was removed: what listened to it, and the bits in whose counts it was measured. */
export interface Removed {
  sensor: Sensor;
  voices: readonly Voice[];
  zones: readonly Zone[];
  bits: number;
}

/**
 * With a sensor that was removed, under its id where that is free, and what listened to it where all that it names is there.
 * @returns also the id that it has now
 */
export function withSensorBack(
  instrument: Instrument,
  { sensor, voices, zones, bits }: Removed,
): { instrument: Instrument; id: string } {
  const own = isFree(sensor, instrument.sensors);
  const board = instrument.boards.find((b) => b.id === sensor.board) ?? instrument.boards[0];
  const named = (number: string) => [sensor.name, number].filter(Boolean).join(' ');
  const { lanes, facts } = sensor;
  const made = freshSensor(kindOf(sensor), sensor.id, named, board.id, lanes.length, instrument.sensors);
  // Under another id its columns are others too: what was measured of them is played again.
  const back = own ? rebased({ ...sensor, board: board.id }, bits, board.bits) : { ...made, facts };
  const sensors = [...instrument.sensors, back];
  const kept = (v: Voice) =>
    own &&
    !instrument.voices.some((other) => other.id === v.id) &&
    voiceFaults(v, '', { ...instrument, sensors, zones: [...instrument.zones, ...zones] }).length === 0;
  const wired = withPins({ ...instrument, sensors });
  return {
    instrument: withVoices(wired, [...wired.voices, ...voices.filter(kept)], zones),
    id: back.id,
  };
}

/** A sensor so many places further along. */
export function withMoved(instrument: Instrument, id: string, by: number): Instrument {
  const at = instrument.sensors.findIndex((s) => s.id === id);
  const to = Math.min(instrument.sensors.length - 1, Math.max(0, at + by));
  if (at < 0 || to === at) return instrument;
  const sensors = [...instrument.sensors];
  const [own] = sensors.splice(at, 1);
  sensors.splice(to, 0, own);
  return { ...instrument, sensors };
}

/** A sensor on a board, before another sensor, or after all where none is named; what no longer fits is kept aside. */
export function withPlaced(
  instrument: Instrument,
  id: string,
  board: string,
  before: string | null,
): Instrument {
  const own = instrument.sensors.find((s) => s.id === id);
  const on = instrument.boards.find((b) => b.id === board);
  if (!own || !on || before === id) return instrument;
  const others = instrument.sensors.filter((s) => s.id !== id);
  const at = before === null ? others.length : others.findIndex((s) => s.id === before);
  const placed = own.board === board ? own : bare(movedTo(own, on, instrument));
  return withoutStrayButtons(
    withPins({ ...instrument, sensors: [...others.slice(0, at), placed, ...others.slice(at)] }),
  );
}

/** A sensor without the pins that it had on another board. */
const bare = (sensor: Sensor): Sensor => ({
  ...sensor,
  lanes: sensor.lanes.map(({ pin: _pin, otherPin: _other, ...lane }) => lane),
});

/** A sensor with so many lanes: the first ones stay as they are, and what was measured of them. */
export function withLanes(instrument: Instrument, id: string, lanes: number): Instrument {
  const change = (sensor: Sensor): Sensor => {
    const { least, most } = kindOf(sensor).lanes;
    const wanted = Math.min(most, Math.max(least, lanes));
    const kept = sensor.lanes.slice(0, wanted);
    const made = newSensor(kindOf(sensor), id, sensor.name, sensor.board, wanted).lanes;
    const others = instrument.sensors.filter((s) => s.id !== id);
    const all = noted(kept, freed(made, kept, sensor, others));
    return {
      ...sensor,
      lanes: all,
      calibration: sensor.calibration && wayOf(sensor.calibration).ofLanes(sensor.calibration, all),
    };
  };
  const sensors = instrument.sensors.map((s) => (s.id === id ? change(s) : s));
  const left = new Set(sensors.find((s) => s.id === id)?.lanes.map((lane) => lane.id));
  const kept = withoutSources(
    instrument,
    ({ sensor, lane }) => sensor === id && lane !== undefined && !left.has(lane),
  );
  return withoutStrayButtons(withPins(withFingerLanes(kept, { ...kept, sensors }, id)));
}

/** Lanes as they are made, those after the kept ones under other names where another sensor has theirs. */
function freed(
  made: readonly Lane[],
  kept: readonly Lane[],
  sensor: Sensor,
  others: readonly Sensor[],
): Lane[] {
  const taken = new Set([...others.flatMap(inputsOf), ...inputsOf({ lanes: [...kept] })]);
  return made.map((lane, i) => {
    let own = lane;
    for (let n = i + 1; i >= kept.length && inputsOf({ lanes: [own] }).some((input) => taken.has(input)); n++)
      own = { ...lane, ...newLane(kindOf(sensor), sensor.id, String(n)) };
    for (const input of inputsOf({ lanes: [own] })) taken.add(input);
    return own;
  });
}

/** Lanes that were there, and the rest as they are made: where those stand for notes, these go on in their scale. */
function noted(kept: readonly Lane[], made: readonly Lane[]): Lane[] {
  const more = made.slice(kept.length);
  const own = kept.flatMap(({ note }) => note ?? []);
  if (own.length === kept.length) {
    const notes = notesAfter(own, more.length);
    return [...kept, ...more.map((lane, i) => ({ ...lane, note: notes[i] }))];
  }
  // Too few to stand for notes until now.
  if (own.length === 0 && more.length > 0 && made[0].note !== undefined && kept.length === 1)
    return made.map((lane, i) => ({ ...(kept[i] ?? lane), note: lane.note }));
  return [...kept, ...more.map(({ note: _, ...lane }) => lane)];
}
