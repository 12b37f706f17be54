import type { PlaceCalibration } from '@/core/ways/place/calibration';
import { counted } from '@/core/units/counted';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const placeWords: WayWords<PlaceCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const marks = counted(lanes[0].map.length, 'mark');
    return { all: `${marks}, touched from ${lanes[0].on}`, short: marks };
  },
  shared: () => [],
  columns: ['untouched', 'on', 'off'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { untouched: own.rest, on: own.on, off: own.off } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { untouched: own.noise } : null;
  },
};
