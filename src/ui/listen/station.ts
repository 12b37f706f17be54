import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where sensors are looked at as they are. */
export const listen: StationOf<'listen'> = {
  id: 'listen',
  name: 'Listen',
  key: '2',
  keys: [
    ['Space', 'record everything, or end that; Enter marks the moment'],
    ['F', 'find every input, a test that needs no mouse'],
    ['J', 'all lanes at once'],
    ['H', 'hold the last seconds still, and measure them; back again'],
    ['L', 'listen to a file'],
    ['+ − ← →', 'in a recording: nearer, further, along'],
    [', .', 'while one is played again: stand or go on, one frame'],
  ],
  worked: ({ takes }) => takes.some((t) => t.role === 'rest'),
  Page: dynamic(() => import('./listen').then((m) => m.Listen), { loading: Opening }),
};
