import type { TurnsCalibration } from '@/core/ways/turns/calibration';
import { counted } from '@/core/units/counted';
import { lanesMeasured } from '../lanes-measured';
import type { WayChoice, WayWords } from '../way-words';

type Options = Record<string, string>;
const ENDS: Options = { stop: 'stops', wrap: 'begins anew' };
const COUNTS: Options = { 1: 'one, always', 2: 'up to two', 4: 'up to four', 8: 'up to eight' };
const VALUES: Options = { one: 'one value', scene: 'a value in each scene' };

const kept = (c: TurnsCalibration): WayChoice<TurnsCalibration> => ({
  ...{ is: 'pick', label: 'It keeps', value: c.values, options: VALUES },
  with: (values: string) => ({ ...c, values: values as TurnsCalibration['values'] }),
});

export const turnsWords: WayWords<TurnsCalibration> = {
  measured: ({ lanes }, sensor) => {
    if (sensor.lanes.length > 1) return lanesMeasured(sensor);
    const quarters = counted(4 / lanes[0].rests.length, 'quarter');
    return { all: `${quarters} a step`, short: `${quarters} a step` };
  },
  counts: 'steps',
  shared: () => [],
  choices: (c, scenes) => [
    {
      ...{ is: 'number', label: 'Steps from nothing to all', value: c.steps, low: 4, high: 16384 },
      with: (steps: number) => ({ ...c, steps }),
    },
    {
      ...{ is: 'pick', label: 'Past its ends it', value: c.ends },
      options: ENDS,
      with: (ends: string) => ({ ...c, ends: ends === 'wrap' ? ('wrap' as const) : ('stop' as const) }),
    },
    {
      ...{ is: 'pick', label: 'Turned quickly, a step counts', value: String(c.accelerates) },
      options: COUNTS,
      with: (most: string) => ({ ...c, accelerates: Number(most) as TurnsCalibration['accelerates'] }),
    },
    ...(scenes > 1 ? [kept(c)] : []),
  ],
  columns: ['quarters', 'ms a step'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { quarters: 4 / own.rests.length, 'ms a step': own.stepMs } : null;
  },
};
