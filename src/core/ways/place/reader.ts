import type { PlaceCalibration } from './calibration';
import { placeLane } from './lane-level';
import { placeMap } from './map';

/** Reads a lane's counts as its place, 0 … 1; while it is not touched, where it was touched last. */
export function placeReader(c: PlaceCalibration, lane: string): ((count: number) => number) | undefined {
  const own = placeLane(c, lane);
  if (!own) return undefined;
  const at = placeMap(own.map);
  let held = 0;
  return (count) => {
    if (Math.abs(count - own.rest) >= own.on) held = at(count);
    return held;
  };
}
