import { expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { breathController, identityInstrument } from '@/core/testing/identity-response';
import { shapedAs } from './use-shape';

it('what is judged is the curve that is shown, not the one that is saved', () => {
  const own = identityInstrument([breathController()]);
  const [sensor] = own.sensors;
  const curved = { family: 'power', gamma: 3 } as const;
  const stairs = (instrument: typeof own) => compile(instrument).stairs;
  expect(stairs(shapedAs(own, { sensor, port: 'breath', lane: null, side: null }, curved))).not.toEqual(
    stairs(own),
  );
  const saved = { ...own, sensors: [{ ...sensor, responses: [{ port: 'breath', ...curved }] }] };
  expect(stairs(shapedAs(own, { sensor, port: 'breath', lane: null, side: null }, curved))).toEqual(
    stairs(saved),
  );
});
