import type { TurnsCalibration } from '@/core/ways/turns/calibration';
import { counted } from '@/core/units/counted';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const turnsWords: WayWords<TurnsCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const quarters = counted(4 / lanes[0].rests.length, 'quarter');
    return { all: `${quarters} a step`, short: `${quarters} a step` };
  },
  counts: 'steps',
  shared: () => [],
  choices: (c) => [
    {
      ...{ is: 'number', label: 'Steps from nothing to all', value: c.steps, low: 4, high: 16384 },
      with: (steps: number) => ({ ...c, steps }),
    },
    {
      ...{ is: 'pick', label: 'Past its ends it', value: c.ends },
      options: { stop: 'stops', wrap: 'begins anew' },
      with: (ends: string) => ({ ...c, ends: ends === 'wrap' ? ('wrap' as const) : ('stop' as const) }),
    },
  ],
  columns: ['quarters'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { quarters: 4 / own.rests.length } : null;
  },
};
