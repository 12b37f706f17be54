import { compile } from '../compile/compile';
import { run } from '../engine/run';
import { boardOf, columnsOfSensor, contactsOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { STATUS } from '../midi/messages';
import { framesOf } from '../signal/frames';
import { secondsOf, type Frames, type Take } from '../signal/take';

/** What a sensor's voices alone send in a take. */
function sentIn(instrument: Instrument, sensor: Sensor, take: Frames) {
  const board = boardOf(instrument, sensor);
  const own = framesOf(take, columnsOfSensor(sensor), contactsOf(instrument, board));
  return run(compile(instrument, board, own.channels), own);
}

/** Messages a minute that a sensor's voices send in its rest take, after the first of each controller. */
export function flickerPerMinute(instrument: Instrument, sensor: Sensor, rest: Take): number {
  const told = new Set<string>();
  const again = sentIn(instrument, sensor, rest).filter(({ bytes: [status, number] }) => {
    const kind = status & 0xf0;
    // What is said once says how things stand; a note at rest is never that.
    const key =
      kind === STATUS.controlChange || kind === STATUS.polyPressure ? `${status} ${number}` : `${status}`;
    const isNew = !told.has(key);
    told.add(key);
    return !isNew || kind === STATUS.noteOn;
  });
  return secondsOf(rest) === 0 ? 0 : (again.length * 60) / secondsOf(rest);
}

const SECOND_US = 1e6;

/** Most messages that a sensor's voices send within a second of a take. */
export function busiestSecond(instrument: Instrument, sensor: Sensor, take: Frames): number {
  const events = sentIn(instrument, sensor, take);
  let most = 0;
  let first = 0;
  for (let last = 0; last < events.length; last++) {
    while (events[last].tUs - events[first].tUs >= SECOND_US) first++;
    most = Math.max(most, last - first + 1);
  }
  return most;
}
