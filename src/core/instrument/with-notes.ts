import type { Sensor } from './sensor';

/** A sensor whose lanes stand for these notes, 0 … 127; one that the list has none for keeps its own. @param notes a lane each, in order */
export const withNotes = (sensor: Sensor, notes: readonly (number | undefined)[]): Sensor => ({
  ...sensor,
  lanes: sensor.lanes.map((lane, i) => (notes[i] === undefined ? lane : { ...lane, note: notes[i] })),
});
