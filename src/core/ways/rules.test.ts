import { describe, expect, it } from 'vitest';
import type { Instrument } from '../instrument/document';
import { instrumentOf, strikePads, touchPads } from '../testing/bank-instruments';
import { identityInstrument, twoSided } from '../testing/identity-response';
import type { LevelCalibration } from './level/calibration';
import { wayOf } from './registry';
import type { StrikeCalibration } from './strike/calibration';
import type { TouchCalibration } from './touch/calibration';

/** What is wrong with the calibration of the first sensor, by its path. */
const paths = ({ sensors: [sensor], boards: [board] }: Instrument) => {
  const c = sensor.calibration!;
  return wayOf(c)
    .faults(c, sensor, 'c', 2 ** board.bits - 1)
    .map((f) => f.path.replace('c.', ''));
};
const instrument = (change: Partial<LevelCalibration> = {}): Instrument => {
  const i = identityInstrument([]);
  i.sensors[0].calibration = { ...twoSided, ...change };
  return i;
};

describe('the order along each side: rest < off < on < reach', () => {
  it('holds for what a calibration gives', () => {
    expect(paths(instrument())).toEqual([]);
  });
  it.each([
    ['off at rest', { off: 1000 }, ['off']],
    ['on short of off', { on: 1005 }, ['on']],
    ['reach short of on', { reach: { up: 1015, down: 480 } }, ['reach.up', 'deadZone.up']],
    ['the far side turned about', { onDown: 995 }, ['onDown']],
    ['half a far side', { offDown: null }, ['reach.down']],
    ['a dead zone past reach', { deadZone: { up: 1600, down: 20 } }, ['deadZone.up']],
    ['a reach past the converter', { reach: { up: 5000, down: 480 } }, ['reach.up']],
    ['a rest below it', { rest: -3 }, ['rest']],
    ['rising thresholds on a falling sensor', { polarity: 'falling' as const }, ['off', 'on', 'reach.up']],
  ])('names %s', (_, change, want) => {
    expect(paths(instrument(change))).toEqual(expect.arrayContaining(want.slice(0, 1)));
  });
});

describe('banks', () => {
  const touch = (change: object) => {
    const pads = touchPads([60, 62]);
    Object.assign((pads.calibration as TouchCalibration).lanes[1], change);
    return paths(instrumentOf([pads], []));
  };
  const strike = (change: object, shared: Partial<StrikeCalibration> = {}) => {
    const stones = strikePads([60, 62], shared);
    Object.assign((stones.calibration as StrikeCalibration).lanes[1], change);
    return paths(instrumentOf([stones], []));
  };
  it('have off short of on, and on within reach of a touch, in counts of the board', () => {
    expect(touch({})).toEqual([]);
    expect(touch({ off: 60 })).toEqual(['lanes.1.off']);
    expect(touch({ on: 101 })).toEqual(['lanes.1.on']);
    expect(touch({ untouched: 5000 })).toContain('lanes.1.untouched');
  });
  it('have full beyond on, and a mask that is no shorter than the window', () => {
    expect(strike({})).toEqual([]);
    expect(strike({ full: 50 })).toEqual(['lanes.1.full']);
    expect(strike({}, { maskMs: 1 })).toEqual(['maskMs']);
  });
  it('name lanes of their sensor, each once', () => {
    expect(touch({ lane: 'nobody' })).toEqual(['lanes.1.lane']);
    expect(strike({ lane: 'x0' })).toEqual(['lanes.1.lane']);
  });
});
