import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where versions, entries and care are kept. */
export const log: StationOf<'log'> = {
  id: 'log',
  name: 'Log',
  key: '8',
  keys: [
    ['Enter', 'write it down; with Shift a line more'],
    ['Space', 'in a check-up: all is played'],
    ['Esc', 'leave a check-up'],
  ],
  Page: dynamic(() => import('./log').then((m) => m.Log), { loading: Opening }),
};
