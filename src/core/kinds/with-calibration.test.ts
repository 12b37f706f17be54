import { expect, it } from 'vitest';
import { begun, BEGINNINGS } from '../plan/beginnings';
import { newInstrument } from '../instrument/create';
import { levelWith, oneSided } from '../testing/identity-response';
import { withMore } from '../plan/edit';
import { withCalibration } from './with-calibration';

const at = '2026-11-28T00:00:00.000Z';
const attack = [
  { windowMs: 0, distance: 0 },
  { windowMs: 20, distance: 400 },
];

it('a sensor that nothing hears gets its first voices with its calibration; lanes then choose what breath gates', () => {
  const own = withCalibration(newInstrument('own', 'Own', at), 'breath', oneSided, undefined);
  expect(own.voices.map((v) => v.is)).toEqual(['controller', 'note']);
  const touch = { is: 'touch', polarity: 'rising', followPerSecond: 4, longestTouchS: 30 } as const;
  const pads = withMore(own, { kind: 'touch-pads', lanes: 3 });
  const calibration = { ...touch, lanes: [], takes: [], method: 'test' };
  const { voices } = withCalibration(pads, 'touch-pads', calibration, undefined);
  expect(voices.find((v) => v.is === 'note')?.pitch).toMatchObject({ is: 'chosen', by: 'last' });
  expect(voices).toHaveLength(2);
});

it('full velocity is what a loud attack was measured to reach in the window of a voice that stood there before', () => {
  const own = begun('own', 'Own', at, BEGINNINGS[0]);
  const note = (i: typeof own) => i.voices.find((v) => v.is === 'note')!.velocity;
  const measured = withCalibration(own, 'breath', levelWith(oneSided, { attack }), undefined);
  expect(note(measured)).toMatchObject({ is: 'attack', windowMs: 10, full: 200 });
  expect(measured.voices).toHaveLength(own.voices.length);
});
