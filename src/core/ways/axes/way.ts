import { laneBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { AxesCalibration, AxisLane, TiltRange } from './calibration';
import { axesLevel } from './lane-level';

const axisOf = (c: AxesCalibration, lane: string): AxisLane | undefined =>
  c.lanes.find((l) => l.lane === lane);

/** Which way is down, from three axes. */
export const axes: Way<AxesCalibration> = {
  ...laneBank<AxesCalibration>(),
  is: 'axes',
  document: AxesCalibration,
  records: [AxisLane, TiltRange],
  strength: null,
  heardOneByOne: true,
  // A tilt of fewer axes is none.
  ofLanes: (c, lanes) => (c.lanes.every(({ lane }) => lanes.some(({ id }) => id === lane)) ? c : undefined),
  faults: (c, sensor, path, fullScale) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap(({ lane, offset }, i) => {
      const at = `${path}.lanes.${i}`;
      if (lane !== sensor.lanes[i]?.id)
        return [
          { path: `${at}.lane`, says: `must be ${sensor.lanes[i]?.id}, in the sensor's order, got ${lane}` },
        ];
      return offset > fullScale
        ? [{ path: `${at}.offset`, says: `must lie in 0 … ${fullScale}, got ${offset}` }]
        : [];
    }),
  ],
  levelOf: axesLevel,
  restOf: (c, lane) => axisOf(c, lane)?.offset,
  travelOf: (c, lane) => axisOf(c, lane)?.gain,
  decisionMs: () => 0,
  movedSince: () => null,
  planned: (lanes, top) => ({
    ...{ is: 'axes', steady: 0.25, ...PLANNED },
    lanes: lanes.slice(0, 3).map((lane) => ({
      ...{ lane, offset: top / 2, gain: Math.max(16, top / 5), noise: 1, offsetError: 0, gainError: 0 },
    })),
    roll: { rest: 0, up: 45, down: 45 },
    pitch: { rest: 0, up: 45, down: 45 },
  }),
};
