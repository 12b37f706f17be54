import type { LaneLevel } from '../level/lane-level';
import type { TravelCalibration, TravelLane } from './calibration';

export const travelLane = (c: TravelCalibration, lane: string): TravelLane | undefined =>
  c.lanes.find((l) => l.lane === lane);

/**
 * A lane as a level: from the end that reads nothing to the other. The end zone has room for the deadband, and a gate opens half-way, as
 * receivers take 64 and more for on (MIDI 1.0 Detailed Specification, "Hold pedal").
 */
export function travelLevel(c: TravelCalibration, lane: string): LaneLevel | undefined {
  const own = travelLane(c, lane);
  if (!own) return undefined;
  const { low, high, noise, deadband } = own;
  const reach = high - low;
  const half = reach >> 1;
  const up = {
    reach,
    dead: Math.min(2 * deadband, reach >> 2),
    on: Math.max(2, Math.min(reach - 1, half + deadband)),
    off: Math.max(1, half - deadband - 1),
  };
  const rest = c.polarity === 'falling' ? high : low;
  return { lane, rest, noise, polarity: c.polarity, up, down: null, slack: deadband, fixed: true };
}
