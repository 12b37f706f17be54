'use client';

import { isShaped } from '../bench/next-step';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import type { StationId } from './stations';

/** Which stations have been worked, for the instrument as a whole; all of it derived. */
export function useProgress(): Record<StationId, boolean> {
  const { boards, sensors, voices } = useInstrument();
  const takes = useWorkspace((s) => s.takes);
  const any = sensors.some((s) => s.calibration);
  const calibrated = any && sensors.every((s) => s.calibration);
  return {
    plan: boards.every((b) => b.pins),
    listen: takes.some((t) => t.role === 'rest'),
    calibrate: calibrated,
    shape: any && sensors.every(isShaped),
    voice: voices.length > 0,
    prove: false,
    load: false,
    log: false,
  };
}
