import { round } from '../../units/round';
import type { SeenOf } from '../seen';
import type { DepthCalibration, DepthLane } from './calibration';

/** A key was pressed to its bottom where its counts went this share of their way or further. (Common practice, no source.) */
const TO_BOTTOM = 0.85;

/** Keys with rest and bottom as they were seen; their tables go with them. */
export const retunedDepths = (c: DepthCalibration, seenOf: SeenOf): DepthCalibration => ({
  ...c,
  lanes: c.lanes.map((own): DepthLane => {
    const seen = seenOf(own.lane);
    if (!seen) return own;
    const rest = seen.rest ?? own.rest;
    const way = own.bottom - own.rest;
    const furthest = way > 0 ? seen.high - rest : rest - seen.low;
    const pressed = furthest >= TO_BOTTOM * Math.abs(way);
    const bottom = pressed ? rest + Math.sign(way) * furthest : own.bottom + rest - own.rest;
    const moved = (count: number) => round(rest + ((count - own.rest) * (bottom - rest)) / way, 2);
    return {
      ...{ ...own, rest, bottom },
      ...(own.table && { table: own.table.map((p) => ({ ...p, count: moved(p.count) })) }),
    };
  }),
});
