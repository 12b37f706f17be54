import type { Calibration } from '../instrument/calibration';
import type { Sensor } from '../instrument/sensor';
import { retunedDepths } from './depth/retuned';
import { retunedLevels } from './level/retuned';
import { retunedPlaces } from './place/retuned';
import { wayOf } from './registry';
import type { SeenOf } from './seen';
import { retunedStrikes } from './strike/retuned';
import { retunedTouches } from './touch/retuned';

type Retune<C> = (c: C, seen: SeenOf) => C;

/** The ways whose rest and reach can be taken anew by themselves; apart from the ways, since one screen alone asks for it. */
const WAYS: { [is in Calibration['is']]?: Retune<Extract<Calibration, { is: is }>> } = {
  level: retunedLevels,
  place: retunedPlaces,
  touch: retunedTouches,
  strike: retunedStrikes,
  depth: retunedDepths,
};

/** A sensor with rest and reach as they were seen, and all else as it was; null where nothing of it can be taken so. @param seen of a lane, by its id */
export function retuned(sensor: Sensor, seen: SeenOf): Sensor | null {
  const { calibration: c } = sensor;
  const retune = c && (WAYS as Record<string, Retune<Calibration> | undefined>)[wayOf(c).is];
  return retune ? { ...sensor, calibration: retune(c, seen) } : null;
}
