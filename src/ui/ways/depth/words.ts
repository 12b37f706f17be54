import type { DepthCalibration } from '@/core/ways/depth/calibration';
import { withDepth } from '@/core/ways/depth/with-depth';
import { alike } from '../alike';
import { lanesMeasured } from '../lanes-measured';
import { lawChoice } from '../law-choice';
import type { WayChoice, WayWords } from '../way-words';

const percent = (share: number): string => String(Math.round(100 * share));

/** A depth that is typed; strokes are timed over another stretch then, as long as they were even. */
const depthChoice = (
  c: DepthCalibration,
  name: 'strike' | 'rearm' | 'damper',
  label: string,
  [low, high]: [low: number, high: number],
): WayChoice<DepthCalibration> => ({
  ...{ is: 'number', label, value: Math.round(100 * c[name]) },
  ...{ low: Math.ceil(low), high: Math.floor(high) },
  with: (value: number) => withDepth(c, { [name]: value / 100 }),
});

export const depthWords: WayWords<DepthCalibration> = {
  measured: (_, sensor) => lanesMeasured(sensor),
  shared: (c) => [
    {
      label: 'Strike, re-arm, damper',
      value: `${percent(c.strike)}, ${percent(c.rearm)}, ${percent(c.damper)}`,
      unit: '%',
      says: 'Of a key’s way: where a note begins; above which the next one may; where it ends.',
    },
    {
      label: 'Slowest, fastest',
      value: `${c.slowMs.toFixed(1)}, ${c.fastMs.toFixed(1)}`,
      unit: 'ms',
      says: 'From re-arm to strike depth: they read velocity 1 and 127.',
    },
  ],
  read: ({ spreadByTimePercent, spreadBySlopePercent, evenSure }) => [
    ...alike('key', evenSure),
    {
      label: 'Scatter by time, by slope',
      value: `${spreadByTimePercent}, ${spreadBySlopePercent}`,
      unit: '%',
      says: 'Of strokes that were meant alike, your hand’s own included. The board takes the time between two depths.',
    },
  ],
  choices: (c) => [
    lawChoice(c),
    depthChoice(c, 'strike', 'Strike depth, %', [100 * c.rearm + 1, 98]),
    depthChoice(c, 'rearm', 'Re-arm depth, %', [100 * c.damper, 100 * c.strike - 1]),
    depthChoice(c, 'damper', 'Damper depth, %', [2, 100 * c.rearm]),
  ],
  columns: ['rest', 'bottom', 'factor'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.rest, bottom: own.bottom, factor: own.factor } : null;
  },
  within: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.noise } : null;
  },
};
