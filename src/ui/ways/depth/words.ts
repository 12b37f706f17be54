import type { DepthCalibration } from '@/core/ways/depth/calibration';
import { lanesMeasured } from '../lanes-measured';
import { lawChoice } from '../law-choice';
import type { WayWords } from '../way-words';

const percent = (share: number): string => String(Math.round(100 * share));

export const depthWords: WayWords<DepthCalibration> = {
  measured: (_, sensor) => lanesMeasured(sensor),
  shared: (c) => [
    {
      label: 'Strike, re-arm, damper',
      value: `${percent(c.strike)}, ${percent(c.rearm)}, ${percent(c.damper)}`,
      unit: '% of the way',
      says: 'Where a note begins; above which the next one may; where it ends.',
    },
    {
      label: 'Slowest, fastest',
      value: `${c.slowMs}, ${c.fastMs}`,
      unit: 'ms',
      says: 'From re-arm to strike depth: they read velocity 1 and 127.',
    },
  ],
  read: ({ spreadByTimePercent, spreadBySlopePercent }) => [
    {
      label: 'Scatter by time, by slope',
      value: `${spreadByTimePercent}, ${spreadBySlopePercent}`,
      unit: '%',
      says: 'Of strokes that were meant alike, your hand’s own included. The board takes the time between two depths.',
    },
  ],
  choices: (c) => [lawChoice(c)],
  columns: ['rest', 'bottom', 'factor'],
  lane: (c, lane) => {
    const own = c.lanes.find((l) => l.lane === lane);
    return own ? { rest: own.rest, bottom: own.bottom, factor: own.factor } : null;
  },
};
