import { expect, it } from 'vitest';
import { zoneOn } from './zone-words';

it('another channel keeps what a zone is: a channel a lane stays a channel a lane', () => {
  expect(zoneOn(5, { is: 'lanes', id: 'strings', first: 2, count: 4 })).toEqual({
    is: 'lanes',
    id: 'channels-5-4',
    first: 5,
    count: 4,
  });
  expect(zoneOn(5, undefined)).toEqual({ is: 'single', id: 'channel-5', channel: 5 });
});
