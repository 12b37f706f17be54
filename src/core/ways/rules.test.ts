import { describe, expect, it } from 'vitest';
import type { Instrument } from '../instrument/document';
import { instrumentOf, strikePads, touchPads } from '../testing/bank-instruments';
import { identityInstrument, levelWith, twoSided } from '../testing/identity-response';
import type { LevelCalibration, LevelLane, Side } from './level/calibration';
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
const instrument = (
  up: Partial<Side> = {},
  lane: Partial<LevelLane> = {},
  shared: Partial<LevelCalibration> = {},
): Instrument => {
  const i = identityInstrument([]);
  i.sensors[0].calibration = levelWith(twoSided, { up: { ...twoSided.lanes[0].up, ...up }, ...lane }, shared);
  return i;
};

describe('the order along each side: rest < off < on < reach', () => {
  it('holds for what a calibration gives', () => {
    expect(paths(instrument())).toEqual([]);
  });
  it.each([
    ['on short of off', instrument({ on: 5 }), ['lanes.0.up.on']],
    ['reach short of on', instrument({ reach: 15 }), ['lanes.0.up.reach', 'lanes.0.up.dead']],
    ['a dead zone past reach', instrument({ dead: 1600 }), ['lanes.0.up.dead']],
    ['a reach past the converter', instrument({ reach: 4000 }), ['lanes.0.up.reach']],
    [
      'the other side likewise',
      instrument({}, { down: { reach: 1001, dead: 0, on: 20, off: 20 } }),
      ['lanes.0.down.on', 'lanes.0.down.reach'],
    ],
    ['a rest past it', instrument({}, { rest: 4096 }), ['lanes.0.rest', 'lanes.0.up.reach']],
    [
      'sides turned about: less room below rest than above',
      instrument({}, {}, { polarity: 'falling' }),
      ['lanes.0.up.reach'],
    ],
    ['a lane that the sensor does not have', instrument({}, { lane: 'nobody' }), ['lanes.0.lane']],
  ])('names %s', (_, wrong, want) => expect(paths(wrong)).toEqual(want));
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
