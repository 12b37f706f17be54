import type { Onset } from '../../calibrate/onset';
import { hzOf } from '../../pitch/frequency';
import type { Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import { pulsesIn } from '../speed/onsets';
import type { ToneCalibration } from './calibration';

/** It is silent once so many of its lowest periods have passed without one. */
const PERIODS = 2.5;

/** The stretches in which a tone sounds. */
export const toneOnsets = (sensor: Sensor, c: ToneCalibration, take: Frames): Onset[] =>
  sensor.lanes.flatMap((lane) => {
    const record = c.lanes.find((own) => own.lane === lane.id);
    if (!record) return [];
    const gapUs = (PERIODS * 1e6) / hzOf(record.lowest);
    return pulsesIn(take, lane, { gapUs, bounceUs: 0, least: record.presence + 1 });
  });
