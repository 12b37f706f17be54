import { expect, it } from 'vitest';
import { identityInstrument, levelWith, oneSided } from '@/core/testing/identity-response';
import { compared } from './differences';

it('calibrations are compared value by value, what differs most first, with how exact it is', () => {
  const [sensor] = identityInstrument([]).sensors;
  const now = levelWith(oneSided, { rest: 1003.25, up: { reach: 1200, dead: 20, on: 30, off: 10 } });
  const rows = compared(sensor, now, oneSided).map(({ name, now, then, within }) => [
    name,
    now,
    then,
    within,
  ]);
  expect(rows).toEqual([
    ['on', '30', '20', null],
    ['reach', '1200', '1020', null],
    ['rest', '1003.3', '1000', '2'],
    ['off', '10', '10', null],
  ]);
  expect(compared(sensor, now).every(({ share }) => share === 0)).toBe(true);
});
