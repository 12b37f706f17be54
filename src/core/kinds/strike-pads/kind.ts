import { LaneGuide } from '../../guide/lane-guide';
import { StrikeDetector } from '../../guide/strike-detector';
import { calibrateStrike } from './calibrate';
import { SimulatedStrikes } from './simulate';
import type { Kind } from '../kind';
import { laneNotes } from '../level-voices';

/** Pads that are struck, one lane each: a piezo disc or a membrane, whose peak tells how hard. */
export const strikePads: Kind = {
  id: 'strike-pads',
  name: 'strike pads',
  family: 'strike',
  verb: 'strike',
  gesture: 'strike',
  gestures: 'strikes',
  care: 'Repeated strikes strain wrists: pause between takes. A hard-struck piezo disc gives many volts: clamp it before the board.',
  lanes: { least: 1, most: 128, are: 'counts' },
  readBy: 'converter',
  ports: { hit: { carries: 'gate', says: 'when a pad is struck' } },
  facts: {},
  calibration: 'strike',
  steps: [
    { role: 'rest', gestures: null, seconds: 5 },
    { role: 'soft', gestures: 2, seconds: null },
    { role: 'loud', gestures: 2, seconds: null },
  ],
  guide: (steps, lanes, rateHz) => {
    const detectors: StrikeDetector[] = [];
    for (let i = 0; i < lanes; i++) detectors.push(new StrikeDetector(() => detectors));
    return new LaneGuide(steps, lanes, rateHz, detectors);
  },
  calibrate: calibrateStrike,
  simulate: (sensor, board, seed) => new SimulatedStrikes(sensor, board, seed),
  firstVoices: (sensor, zone) =>
    sensor.lanes.every((l) => l.note !== undefined)
      ? [laneNotes(sensor, 'hit', zone, { is: 'strike', from: 1, to: 127 })]
      : [],
};
