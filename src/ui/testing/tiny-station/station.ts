import dynamic from 'next/dynamic';
import type { Station } from '../../frame/stations';
import { Opening } from '../../parts/opening';

/** The smallest station there can be: it counts lanes, and is worked once there are three. */
export const tally: Station = {
  id: 'tally',
  name: 'Tally',
  key: '9',
  keys: [['J', 'count anew']],
  worked: ({ instrument }) => instrument.sensors.flatMap((s) => s.lanes).length >= 3,
  Page: dynamic(() => import('./tally').then((m) => m.Tally), { loading: Opening }),
};
