import type { TravelCalibration } from '@/core/ways/travel/calibration';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

const TAKEOVER: Record<string, string> = {
  jump: 'it jumps to where it is',
  'pick-up': 'waits to be picked up',
  scale: 'is scaled to both ends',
};

export const travelWords: WayWords<TravelCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const [{ low, high, deadband }] = lanes;
    return { all: `${low} to ${high}, still within ${deadband}`, short: `${low} to ${high}` };
  },
  shared: () => [],
  choices: (c, scenes) =>
    scenes > 1
      ? [
          {
            ...{ is: 'pick', label: 'In another scene', value: c.takeover, options: TAKEOVER },
            with: (takeover: string) => ({ ...c, takeover: takeover as TravelCalibration['takeover'] }),
          },
        ]
      : [],
  columns: ['low', 'high', 'deadband'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { low: own.low, high: own.high, deadband: own.deadband } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { low: own.noise, high: own.noise } : null;
  },
};
