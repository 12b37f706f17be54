import type { SpeedCalibration } from '@/core/ways/speed/calibration';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const speedWords: WayWords<SpeedCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const [{ slowestMs, fastestMs }] = lanes;
    const range = `${Math.round(slowestMs)} to ${Math.round(fastestMs)} ms a pulse`;
    return { all: range, short: range };
  },
  counts: 'pulses',
  shared: () => [],
  columns: ['slowest, ms', 'fastest, ms', 'still after, ms'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own
      ? { 'slowest, ms': own.slowestMs, 'fastest, ms': own.fastestMs, 'still after, ms': own.stopMs }
      : null;
  },
};
