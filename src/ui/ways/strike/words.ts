import type { StrikeCalibration } from '@/core/ways/strike/calibration';
import { alike } from '../alike';
import { lanesMeasured } from '../lanes-measured';
import type { WayWords } from '../way-words';

export const strikeWords: WayWords<StrikeCalibration> = {
  measured: (_, sensor) => lanesMeasured(sensor),
  shared: (c) => [
    {
      label: 'Window',
      value: String(c.windowMs),
      unit: 'ms',
      says: 'From the first touch to the note: the peak in it is the velocity.',
    },
    {
      label: 'Mask',
      term: 'mask',
      value: String(c.maskMs),
      unit: 'ms',
      says: `Then a second strike must exceed the last, halved every ${c.halfLifeMs} ms.`,
    },
  ],
  read: ({ apartSteps, evenSure }) =>
    alike('pad', evenSure, ` The furthest median lies ${apartSteps?.toFixed(1)} steps off.`),
  columns: ['rest', 'on', 'full'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.rest, on: own.on, full: own.full } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.noise } : null;
  },
};
