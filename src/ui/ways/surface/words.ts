import type { SurfaceCalibration } from '@/core/ways/surface/calibration';
import type { WayWords } from '../way-words';

export const surfaceWords: WayWords<SurfaceCalibration> = {
  measured: ({ press }) => ({
    all: `touched from ${press.on}, hardest ${press.reach}`,
    short: `touched from ${press.on}`,
  }),
  shared: ({ press, settle }) => [
    {
      ...{ label: 'Touched from', value: String(press.on), unit: 'counts from rest' },
      says: `Let go below ${press.off}. The comfortable hardest is ${press.reach}.`,
    },
    {
      ...{ label: 'Believed after', value: String(settle), unit: settle === 1 ? 'frame' : 'frames' },
      says: 'Until then a finger that lands may read somewhere else.',
    },
  ],
  columns: ['lowest', 'highest'],
  lane: (c, lane) => {
    const map = c.lanes.find((l) => l.lane === lane)?.map;
    return map ? { lowest: map[0].count, highest: map[map.length - 1].count } : null;
  },
};
