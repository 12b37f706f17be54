import { debounceGate } from '../gate-setter';
import type { PairCalibration } from './calibration';

export const pairGate = debounceGate<PairCalibration>(60);
