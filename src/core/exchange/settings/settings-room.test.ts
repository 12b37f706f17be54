import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { breathController, identityInstrument, twoSided } from '../../testing/identity-response';
import { roomOf } from './settings-room';

it('settings have room for a curve a control, and for two where its sides differ', () => {
  const instrument = identityInstrument([breathController()]);
  const [sensor] = instrument.sensors;
  sensor.calibration = structuredClone(twoSided);
  expect(roomOf(compile(instrument)).stairs).toBe(127);
  sensor.responses = [{ port: 'breath', family: 'straight', down: { family: 'power', gamma: 2 } }];
  expect(roomOf(compile(instrument)).stairs).toBe(2 * 127);
});
