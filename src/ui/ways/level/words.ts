import type { LevelCalibration } from '@/core/ways/level/calibration';
import { countAt } from '@/core/ways/level/lane-level';
import { counted } from '@/core/units/counted';
import type { WayWords } from '../way-words';

const CREEP: Record<string, string> = { followed: 'is followed as it creeps', left: 'stays' };

export const levelWords: WayWords<LevelCalibration> = {
  measured: ({ polarity, lanes }) => {
    if (lanes.length > 1) return { all: counted(lanes.length, 'lane'), short: counted(lanes.length, 'lane') };
    const level = { polarity, ...lanes[0] };
    const { on, reach } = level.up;
    const all = `rest ${level.rest.toFixed(0)}, reach ${countAt(level, reach)}`;
    return { all, short: `on ${countAt(level, on)}` };
  },
  shared: () => [],
  choices: (c) =>
    c.creep
      ? [
          {
            ...{ is: 'pick', label: 'After presses its rest', value: c.creep, options: CREEP },
            with: (creep: string) => ({ ...c, creep: creep as LevelCalibration['creep'] }),
          },
        ]
      : [],
  columns: ['rest', 'on', 'off', 'reach'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.rest, on: own.up.on, off: own.up.off, reach: own.up.reach } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.noise } : null;
  },
};
