import type { TravelCalibration } from '@/core/ways/travel/calibration';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const travelWords: WayWords<TravelCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const [{ low, high, deadband }] = lanes;
    return { all: `${low} to ${high}, still within ${deadband}`, short: `${low} to ${high}` };
  },
  shared: () => [],
  columns: ['low', 'high', 'deadband'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { low: own.low, high: own.high, deadband: own.deadband } : null;
  },
};
