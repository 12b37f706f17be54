import { hzOf } from '@/core/pitch/frequency';
import type { ToneCalibration } from '@/core/ways/tone/calibration';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const toneWords: WayWords<ToneCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const [{ lowest, highest }] = lanes;
    const range = `${Math.round(hzOf(lowest))} to ${Math.round(hzOf(highest))} Hz`;
    return { all: range, short: range };
  },
  counts: 'periods',
  shared: () => [],
  columns: ['lowest, Hz', 'highest, Hz', 'noise, cents'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own
      ? {
          'lowest, Hz': Math.round(10 * hzOf(own.lowest)) / 10,
          'highest, Hz': Math.round(10 * hzOf(own.highest)) / 10,
          'noise, cents': own.noise,
        }
      : null;
  },
};
