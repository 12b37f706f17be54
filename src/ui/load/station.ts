import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where the board gets its files and settings. */
export const load: StationOf<'load'> = {
  id: 'load',
  name: 'Load',
  key: '7',
  keys: [['L', 'settings to the board on the cable']],
  Page: dynamic(() => import('./load').then((m) => m.Load), { loading: Opening }),
};
