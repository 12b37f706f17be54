import { LaneGuide } from '../../guide/lane-guide';
import { TouchDetector } from '../../guide/touch-detector';
import { calibrateTouch } from './calibrate';
import { SimulatedTouch } from './simulate';
import type { Kind } from '../kind';
import { laneNotes } from '../level-voices';

/** Capacitive pads, one lane each, read as counts by a touch peripheral or by timing a charge. */
export const touchPads: Kind = {
  id: 'touch-pads',
  name: 'touch pads',
  family: 'touch',
  verb: 'touch',
  gesture: 'touch',
  gestures: 'touches',
  care: 'Pads that skin touches belong on a battery or an isolated low voltage, never on a mains supply without isolation.',
  lanes: { least: 1, most: 128, are: 'counts' },
  readBy: 'touch peripheral',
  ports: {
    touch: { carries: 'gate', says: 'while a pad is touched' },
    pad: { carries: 'pitch', says: 'which pad is touched' },
  },
  facts: {},
  calibration: 'touch',
  steps: [
    { role: 'rest', gestures: null, seconds: 5 },
    { role: 'medium', gestures: 2, seconds: null },
  ],
  guide: (steps, lanes, rateHz) => {
    const detectors: TouchDetector[] = [];
    for (let i = 0; i < lanes; i++) detectors.push(new TouchDetector(() => detectors));
    return new LaneGuide(steps, lanes, rateHz, detectors);
  },
  calibrate: calibrateTouch,
  simulate: (sensor, board, seed) => new SimulatedTouch(sensor, board, seed),
  firstVoices: (sensor, zone) =>
    sensor.lanes.every((l) => l.note !== undefined)
      ? [laneNotes(sensor, 'touch', zone, { is: 'fixed', value: 100 })]
      : [],
};
