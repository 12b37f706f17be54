import type { Parts } from '../engine/image/parts';
import type { LISTENER } from '../engine/voice-records';
import { sceneMask, type SceneMask } from '../engine/scene';
import type { Of } from '../engine/struct';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { NoteVoice, Source, Voice } from '../instrument/voices';
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
  /** Where the pool of each MPE zone stands, by the zone's id. */
  pools: Map<string, number>;
  /** Channels that notes play on, 1 … 16, by the id of their zone. */
  zones: Map<string, Set<number>>;
  /** Note voices with where their lanes stand: the first in the image's list, and the lanes' places in the sensor that sounds. */
  played: { voice: NoteVoice; lane: number; places: readonly number[] }[];
  /** Columns that filters make, by the column that each is made of and the filter. */
  filtered: Map<string, number>;
  /** Where the degrees of a tuning stand, by what they are made of. */
  degrees: Map<string, number>;
}

/** What voices are compiled with, before any is. */
export const beginMaking = (instrument: Instrument, parts: Parts): Making => ({
  ...{ instrument, parts, sensors: new Map(), heard: new Map(), pools: new Map(), zones: new Map() },
  ...{ played: [], filtered: new Map(), degrees: new Map() },
});

/** The sensor of a source; rules of the document make sure that it is there. */
export const sensorNamed = ({ instrument }: Pick<Making, 'instrument'>, { sensor }: Source): Sensor =>
  instrument.sensors.find((s) => s.id === sensor)!;

/** The scenes that a voice lives in. */
export const scenesOf = ({ instrument }: Making, { scenes: own = [] }: Voice): SceneMask =>
  sceneMask(own.map((id) => instrument.scenes.findIndex((scene) => scene.id === id)));

/** The parts that a note voice belongs to, a bit a selector that mutes it. */
export const partsOf = ({ instrument }: Making, { id }: Voice): number =>
  (instrument.selectors ?? [])
    .flatMap(({ mutes }) => (mutes ? [mutes] : []))
    .reduce((mask, mutes, part) => (mutes.includes(id) ? mask | (1 << part) : mask), 0);
