import { expect, it } from 'vitest';
import type { FromLive } from './live-protocol';
import { TakeRecorder } from './take-recorder';

it('a board whose time stands still fills pieces all the same: none grows without end', () => {
  const told: FromLive[] = [];
  const recorder = new TakeRecorder((message) => told.push(message), 'test');
  recorder.begin({ id: 'still', of: null, channels: ['a'], contacts: [] }, 0);
  for (let i = 0; i < 25_000; i++) recorder.frame(5, [i]);
  recorder.end(5);
  const pieces = told.flatMap((m) => (m.is === 'take-piece' ? [m.tUs.length] : []));
  expect(pieces).toEqual([10_000, 10_000, 5000]);
});
