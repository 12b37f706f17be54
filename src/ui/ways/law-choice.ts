import type { DepthCalibration } from '@/core/ways/depth/calibration';
import type { PairCalibration } from '@/core/ways/pair/calibration';
import type { Law } from '@/core/ways/strokes/law';
import type { WayChoice } from './way-words';

const LAWS: Record<Law, string> = { log: 'even ratios of time', reciprocal: 'even steps of speed' };

/** By what law a stroke's time becomes velocity. */
export const lawChoice = <C extends PairCalibration | DepthCalibration>(c: C): WayChoice<C> => ({
  ...{ is: 'pick', label: 'Velocity in', value: c.law, options: LAWS },
  with: (law: string) => ({ ...c, law: law as Law }),
});
