import { reachSeen, type SeenOf } from '../seen';
import type { StrikeCalibration, StrikeLane } from './calibration';

/** Pads with rest and full as they were seen. */
export const retunedStrikes = (c: StrikeCalibration, seenOf: SeenOf): StrikeCalibration => ({
  ...c,
  lanes: c.lanes.map((own): StrikeLane => {
    const seen = seenOf(own.lane);
    if (!seen) return own;
    const rest = seen.rest ?? own.rest;
    const furthest = Math.max(seen.high - rest, rest - seen.low);
    return { ...own, rest, full: reachSeen(own.full, furthest, own.on) };
  }),
});
