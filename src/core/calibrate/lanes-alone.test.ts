import { expect, it } from 'vitest';
import type { Take } from '../signal/take';
import { lanesAlone } from './lanes-alone';

const lanes = ['a', 'b'].map((id) => ({ id, column: id, contacts: [`${id}1`, `${id}2`] }));
const take = (id: string, role: Take['role'], channels: string[], lane?: string): Take => ({
  ...{ id, role, channels, tUs: Float64Array.of(0, 1000) },
  counts: Uint16Array.from({ length: 2 * channels.length }, (_, i) => 10 * id.length + i),
  edges: {
    contacts: ['a1', 'a2', 'b1', 'b2'],
    tUs: Float64Array.of(100, 200, 300),
    contact: Uint16Array.of(0, 2, 3),
    closed: Uint8Array.of(1, 1, 1),
  },
  ...(lane && { lane }),
});

it('a lane that was played again alone is taken from there, the others from the take of all; rest stays', () => {
  const all = [
    take('rest', 'rest', ['a', 'b']),
    take('soft', 'soft', ['a', 'b']),
    take('loud', 'loud', ['a', 'b']),
  ];
  const again = [take('rest2', 'rest', ['b'], 'b'), take('soft2', 'soft', ['b'], 'b')];
  const told = lanesAlone(lanes, [...all, ...again]).map(({ id, channels, edges }) => [
    id,
    channels.join(),
    [...edges!.contact].map((c) => edges!.contacts[c]).join(),
  ]);
  expect(told).toEqual([
    ['rest', 'a,b', 'a1,b1,b2'],
    ['soft', 'a', 'a1'],
    ['loud', 'a,b', 'a1,b1,b2'],
    ['soft2', 'b', 'b1,b2'],
  ]);
  expect(lanesAlone(lanes, all)).toEqual(all);
});
