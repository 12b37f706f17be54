'use client';

import { useCallback } from 'react';
import type { Calibration } from '@/core/instrument/calibration';
import { hears } from '@/core/instrument/access';
import type { Sensor } from '@/core/instrument/sensor';
import type { Voice } from '@/core/instrument/voices';
import { kindOf } from '@/core/kinds/registry';
import { useChangeSensor, useChangeVoices } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';

/** Puts a calibration into the instrument, with the voices that a sensor starts with where nothing hears it yet. */
export function useAcceptCalibration(sensor: Sensor) {
  const { voices, zones } = useInstrument();
  const changeSensor = useChangeSensor();
  const changeVoices = useChangeVoices();
  return useCallback(
    (
      calibration: Calibration,
      says: string,
      mark: number[] | undefined,
      remeasure?: (voice: Voice) => Voice,
    ): boolean => {
      const changed = changeSensor(sensor.id, says, (s) => ({ ...s, calibration, mark }), true);
      if (!changed) return false;
      if (!voices.some((v) => hears(v, sensor.id))) {
        const first = kindOf(sensor).firstVoices({ ...sensor, calibration }, zones[0]?.id ?? 'main');
        changeVoices('first voices', (v) => [...v, ...first], [{ is: 'single', id: 'main', channel: 1 }]);
      } else if (remeasure) changeVoices('velocity measured', (list) => list.map(remeasure));
      return true;
    },
    [sensor, voices, zones, changeSensor, changeVoices],
  );
}
