import { reachSeen, type SeenOf } from '../seen';
import type { TouchCalibration, TouchLane } from './calibration';

/** Pads with their levels as they were seen: thresholds keep their distances. */
export const retunedTouches = (c: TouchCalibration, seenOf: SeenOf): TouchCalibration => ({
  ...c,
  lanes: c.lanes.map((own): TouchLane => {
    const seen = seenOf(own.lane);
    if (!seen) return own;
    const untouched = seen.rest ?? own.untouched;
    const sign = c.polarity === 'falling' ? -1 : 1;
    const furthest = sign > 0 ? seen.high - untouched : untouched - seen.low;
    const reach = reachSeen(Math.abs(own.touched - own.untouched), furthest, own.on);
    return { ...own, untouched, touched: untouched + sign * reach };
  }),
});
