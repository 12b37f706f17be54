import { expect, it } from 'vitest';
import { identityInstrument } from '../testing/identity-response';
import { responseAt, withLaneResponse, withResponse } from './access';

it('a lane that is given a curve, or loses it, leaves that of all lanes and of other lanes as they are', () => {
  const [bare] = identityInstrument([]).sensors;
  const shared = withResponse(bare, 'breath', { family: 'power', gamma: 2 });
  const own = withLaneResponse(shared, 'breath', 'a', { family: 'straight' });
  const two = withLaneResponse(own, 'breath', 'b', { family: 'power', gamma: 3 });
  const families = ['a', 'b', undefined].map((lane) => responseAt(two, 'breath', lane).gamma ?? 1);
  expect(families).toEqual([1, 3, 2]);
  const one = withLaneResponse(two, 'breath', 'a', null);
  expect(['a', 'b'].map((lane) => responseAt(one, 'breath', lane).gamma)).toEqual([2, 3]);
});
