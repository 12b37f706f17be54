'use client';

import { useCallback } from 'react';
import type { Calibration } from '@/core/instrument/calibration';
import type { Sensor } from '@/core/instrument/sensor';
import { withCalibration } from '@/core/kinds/with-calibration';
import { useChangeInstrument } from '../hooks/use-change-sensor';

/** Puts a calibration into the instrument, as one step that is logged; false where this tab only looks on. */
export function useAcceptCalibration({ id }: Sensor) {
  const change = useChangeInstrument();
  return useCallback(
    (calibration: Calibration, says: string, mark: number[] | undefined): boolean =>
      change(says, (instrument) => withCalibration(instrument, id, calibration, mark), true),
    [id, change],
  );
}
