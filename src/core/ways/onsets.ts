import type { Onset } from '../calibrate/onset';
import type { Calibration } from '../instrument/calibration';
import type { Sensor } from '../instrument/sensor';
import type { Frames } from '../signal/take';
import { contactOnsets } from './contacts/onsets';
import { depthOnsets } from './depth/onsets';
import { levelOnsets } from './level/onsets';
import { pairOnsets } from './pair/onsets';
import { placeOnsets } from './place/onsets';
import { wayOf } from './registry';
import { speedOnsets } from './speed/onsets';
import { strikeOnsets } from './strike/onsets';
import { surfaceOnsets } from './surface/onsets';
import { toneOnsets } from './tone/onsets';
import { touchOnsets } from './touch/onsets';

type Finder<C> = (sensor: Sensor, c: C, take: Frames) => Onset[];

/** The ways whose gestures open gates; apart from the ways, since only who judges takes asks for them. */
const FINDERS: { [is in Calibration['is']]?: Finder<Extract<Calibration, { is: is }>> } = {
  level: levelOnsets,
  touch: touchOnsets,
  place: placeOnsets,
  surface: surfaceOnsets,
  strike: strikeOnsets,
  depth: depthOnsets,
  contacts: contactOnsets,
  pair: pairOnsets,
  speed: speedOnsets,
  tone: toneOnsets,
};

/**
 * The gestures of a sensor as its raw trace has them, found without its thresholds: by rest, noise and travel alone. In order of time.
 * @param take lanes whose columns or contacts it lacks have none
 */
export function onsetsIn(sensor: Sensor, take: Frames): Onset[] {
  const { calibration: c } = sensor;
  const finder = c && (FINDERS as Record<string, Finder<Calibration> | undefined>)[wayOf(c).is];
  return finder ? finder(sensor, c, take).sort((a, b) => a.riseUs - b.riseUs) : [];
}
