import type { LevelCalibration } from '@/core/ways/level/calibration';
import type { WayWords } from '../way-words';

export const levelWords: WayWords<LevelCalibration> = {
  measured: (c) => ({ all: `rest ${c.rest.toFixed(0)}, reach ${c.reach.up}`, short: `on ${c.on}` }),
  shared: () => [],
  columns: [],
  lane: () => null,
};
