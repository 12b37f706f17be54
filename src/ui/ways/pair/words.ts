import type { PairCalibration } from '@/core/ways/pair/calibration';
import { CLOCK_US } from '@/core/ways/pair/scan';
import { alike } from '../alike';
import { lanesMeasured } from '../lanes-measured';
import { lawChoice } from '../law-choice';
import type { WayWords } from '../way-words';

const ORDERS: Record<PairCalibration['order'], string> = {
  'make-make': 'Both close, one after the other.',
  'break-make': 'The first opens, then the second closes.',
  'make-break': 'The first closes, then the second opens.',
  'break-break': 'Both open, one after the other.',
};

export const pairWords: WayWords<PairCalibration> = {
  measured: (_, sensor) => lanesMeasured(sensor),
  shared: (c) => [
    {
      label: 'Slowest',
      value: c.slowMs.toFixed(1),
      unit: 'ms',
      says: `From contact to contact: reads velocity 1. ${ORDERS[c.order]}`,
    },
    { label: 'Fastest', value: c.fastMs.toFixed(1), unit: 'ms', says: 'Reads velocity 127.' },
    {
      label: 'Debounce',
      value: String(c.debounceMs),
      unit: 'ms',
      says: 'What a contact does so soon after it changed is its bounce.',
    },
  ],
  read: ({ resolutionUs, stepsAtFast, evenSure }) => [
    ...alike('key', evenSure),
    {
      label: 'One look at the contacts',
      value: stepsAtFast < 0.1 ? 'under 0.1' : stepsAtFast.toFixed(1),
      unit: 'steps',
      says:
        resolutionUs <= CLOCK_US
          ? 'Each change was timed by itself.'
          : `Of velocity, at the fast end: they were looked at every ${(resolutionUs / 1000).toFixed(2)} ms.`,
    },
  ],
  choices: (c) => [
    lawChoice(c),
    {
      ...{ is: 'pick', label: 'Struck again', value: c.restrikes ? 'second' : 'both' },
      options: { both: 'after it was let go', second: 'from half-way too' },
      with: (value: string) => ({ ...c, restrikes: value === 'second' }),
    },
  ],
  columns: ['factor'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { factor: own.factor } : null;
  },
};
