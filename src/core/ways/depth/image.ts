import { NO_TABLE } from '../../engine/codes';
import type { Parts } from '../../engine/image/parts';
import { scaleOf } from '../../engine/scale';
import { speedOfMs } from '../../engine/stroke';
import type { Sensor } from '../../instrument/sensor';
import { ONE, tableOfCurve } from '../../shape/table';
import { measuredLanes } from '../lane-records';
import { answersBy } from '../strokes/law';
import { NO_LISTENERS, type Compiled, type Inputs } from '../way';
import type { DepthCalibration, DepthLane } from './calibration';
import { depthOf } from './key-depth';

/** A key sleeps down to this share of its damper depth: what comes nearer is looked at. */
const ASLEEP = 0.5;

/** A bank of the keys whose columns there are; none where there are none. */
export function compileDepths(
  parts: Parts,
  sensor: Sensor,
  c: DepthCalibration,
  { columns }: Inputs,
): Compiled | null {
  const { image } = parts;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return null;
  const q15 = (share: number) => Math.round(share * ONE);
  const bank = {
    strike: q15(c.strike),
    damper: q15(c.damper),
    rearm: q15(c.rearm),
    scale: scaleOf(speedOfMs(c.fastMs) - speedOfMs(c.slowMs)),
    lane: image.depths.length,
    lanes: lanes.length,
    ...NO_LISTENERS,
  };
  image.depth_banks.push(bank);
  for (const { record, column } of lanes)
    image.depths.push({
      rest: Math.round(record.rest),
      scale: scaleOf(travelOf(record)),
      table: tableOf(parts, record),
      asleep: asleepAt(record, ASLEEP * c.damper),
      slowest: speedOfMs(c.slowMs * record.factor),
      answers: NO_TABLE,
      column,
      below: record.bottom < record.rest ? 1 : 0,
    });
  return {
    index: image.depth_banks.length - 1,
    lanes: lanes.map((l) => l.place),
    bank,
    answerBy: (i, curve) => {
      const answers = answersBy(c, curve);
      if (answers) image.depths[bank.lane + i].answers = parts.table(tableOfCurve(answers, image.table_bits));
    },
  };
}

/** From rest to bottom, whole counts. */
const travelOf = ({ rest, bottom }: DepthLane): number =>
  Math.max(1, Math.abs(Math.round(bottom) - Math.round(rest)));

function tableOf(parts: Parts, lane: DepthLane): number {
  if (!lane.table || lane.table.length === 0) return NO_TABLE;
  const at = depthOf(lane);
  return parts.table(
    tableOfCurve((share) => at(lane.rest + share * (lane.bottom - lane.rest)), parts.image.table_bits),
  );
}

/** Counts from rest at which a key has come to a depth, found by halving. */
function asleepAt(lane: DepthLane, depth: number): number {
  const at = depthOf(lane);
  const way = Math.sign(lane.bottom - lane.rest);
  let [low, high] = [1, travelOf(lane)];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at(lane.rest + way * middle) >= depth) high = middle;
    else low = middle + 1;
  }
  return low;
}
