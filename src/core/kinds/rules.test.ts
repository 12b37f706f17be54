import { expect, it } from 'vitest';
import { newInstrument } from '../instrument/create';
import { wayNamed } from '../ways/registry';
import { encoder } from './encoder/kind';
import { newSensor } from './new-sensor';
import { kindFaults } from './rules';

it('encoders of a board keep at most 255 values, one for each scene', () => {
  const instrument = newInstrument('t', 'T', '2026-01-01T00:00:00Z');
  const sensor = newSensor(encoder, 'dials', 'Dials', instrument.boards[0].id, 8);
  const lanes = sensor.lanes.map(({ id }) => id);
  const planned = wayNamed('turns').planned(lanes, 4095);
  instrument.scenes = Array.from({ length: 32 }, (_, i) => ({ id: `s${i}`, name: `Scene ${i}` }));
  const says = (values: 'one' | 'scene') => {
    instrument.sensors = [{ ...sensor, calibration: { ...planned, values } as typeof planned }];
    return kindFaults(instrument);
  };
  expect(says('one')).toEqual([]);
  expect(says('scene')).toEqual([
    { path: 'boards.0', says: 'encoders can keep at most 255 values, one for each scene, got 256' },
  ]);
  instrument.scenes.pop();
  expect(says('scene')).toEqual([]);
});
