import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { findKind } from '../kinds/registry';
import { highestCount } from '../signal/frames';
import type { Frames } from '../signal/take';
import type { AskedContact } from './contact-findings';
import type { AskedLane } from './listened-recording';
import type { Recording } from './listen';

/** What a lane of a kind is listened to as. */
export function askedLane(sensor: string, kind: string, lane: string, column: string): AskedLane {
  const { family, letGo } = findKind(kind) ?? {};
  return { ...{ sensor, lane, column, family }, returns: letGo === 'returns', stays: letGo === 'stays' };
}

/** The lanes of counts of a sensor that a recording has. */
const lanesIn = (sensor: Sensor, channels: readonly string[]): AskedLane[] =>
  sensor.lanes.flatMap((lane) =>
    lane.column !== undefined && channels.includes(lane.column)
      ? [askedLane(sensor.id, sensor.kind, lane.id, lane.column)]
      : [],
  );

const contactsIn = (sensor: Sensor): AskedContact[] =>
  sensor.lanes.flatMap((lane) =>
    (lane.contacts ?? []).map((contact) => ({ sensor: sensor.id, lane: lane.id, contact })),
  );

/** A recording of an instrument, or of some of its sensors: the columns and contacts that it has, in the instrument's order. */
export const recordingOf = ({ sensors, boards }: Instrument, frames: Frames, take: string): Recording => ({
  ...{ take, frames },
  bits: Math.max(...boards.map((b) => b.bits)),
  scanHz: boards[0].scanHz,
  lanes: sensors.flatMap((s) => lanesIn(s, frames.channels)),
  contacts: frames.edges ? sensors.flatMap(contactsIn) : [],
});

/** A recording of which nothing is known but its columns: each is a lane of its own. */
export const recordingOfColumns = (frames: Frames, bits: number, take: string): Recording => ({
  ...{ take, frames, bits },
  lanes: frames.channels.map((column) => askedLane(column, '', column, column)),
  contacts: (frames.edges?.contacts ?? []).map((contact) => ({ sensor: contact, lane: contact, contact })),
});

/** Bits of the smallest converter that gives all counts of a recording: 10, 12, 14 or 16. */
export const bitsOf = (frames: Frames): number =>
  [10, 12, 14].find((bits) => highestCount(frames) < 2 ** bits) ?? 16;
