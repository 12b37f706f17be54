import type { Parts } from '../engine/image/parts';
import type { LISTENER } from '../engine/voice-records';
import { sceneMask, type SceneMask } from '../engine/scene';
import type { Of } from '../engine/struct';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { Source, Voice } from '../instrument/voices';
import type { Compiled, ListenerRange } from '../ways/way';

export type Listener = Of<typeof LISTENER>;

/** What voices are compiled with. */
export interface Making {
  instrument: Instrument;
  parts: Parts;
  /** By the id of the sensor; those that are not calibrated, or not on the board, are not in it. */
  sensors: Map<string, Compiled>;
  /** Who hears each bank's gates. */
  heard: Map<ListenerRange, Listener[]>;
}

/** The sensor of a source; rules of the document make sure that it is there. */
export const sensorNamed = ({ instrument }: Pick<Making, 'instrument'>, { sensor }: Source): Sensor =>
  instrument.sensors.find((s) => s.id === sensor)!;

/** The scenes that a voice lives in. */
export const scenesOf = ({ instrument }: Making, { scenes: own = [] }: Voice): SceneMask =>
  sceneMask(own.map((id) => instrument.scenes.findIndex((scene) => scene.id === id)));
