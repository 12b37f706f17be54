import type { TurnsCalibration } from '@/core/ways/turns/calibration';
import { counted } from '@/core/units/counted';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const turnsWords: WayWords<TurnsCalibration> = {
  measured: ({ lanes, steps, ends }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const quarters = counted(4 / lanes[0].rests.length, 'quarter');
    return { all: `${quarters} a step, ${steps} steps, then it ${ends}s`, short: `${quarters} a step` };
  },
  shared: ({ steps, ends }) => [
    {
      ...{ label: 'From nothing to all', value: String(steps), unit: 'steps' },
      says: ends === 'stop' ? 'Past its ends it stops.' : 'Past its ends it begins anew.',
    },
  ],
  columns: ['quarters'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { quarters: 4 / own.rests.length } : null;
  },
};
