import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileTwoDerived } from '../derived-levels';
import { measuredContacts } from '../lane-records';
import type { Compiled, Inputs } from '../way';
import type { ToneCalibration } from './calibration';
import { PITCH_PORT, SOUNDS_PORT, timesOf, toneLevel } from './lane-level';

/** A tone a lane, which derives two columns; its pitch and whether it sounds are levels of those. */
export const compileTones = (
  parts: Parts,
  sensor: Sensor,
  c: ToneCalibration,
  inputs: Inputs,
): Compiled | null =>
  compileTwoDerived(
    parts,
    measuredContacts(sensor, c.lanes, inputs.contacts),
    [PITCH_PORT, SOUNDS_PORT],
    ({ record }, port) => toneLevel(c, record.lane, port)!,
    ({ record, contacts: [contact] }, into) =>
      parts.image.tones.push({
        ...timesOf(record),
        ...{ contact, into, presence: record.presence, smoothing: record.smoothing },
      }),
  );
