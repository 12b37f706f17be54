import type { TouchCalibration } from '@/core/ways/touch/calibration';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const touchWords: WayWords<TouchCalibration> = {
  measured: (_, sensor) => lanesMeasured(sensor),
  shared: (c) => [
    {
      label: 'Follows drift',
      term: 'drift',
      value: c.followPerSecond.toFixed(1),
      unit: 'counts/s',
      says: 'While nothing touches it; frozen while touched.',
    },
    {
      label: 'Longest touch',
      value: String(c.longestTouchS),
      unit: 's',
      says: 'A longer one is taken for a change of the pad.',
    },
  ],
  columns: ['untouched', 'touched', 'on', 'off'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { untouched: own.untouched, touched: own.touched, on: own.on, off: own.off } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { untouched: own.noise } : null;
  },
};
