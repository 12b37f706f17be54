import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where sensors are measured. */
export const calibrate: StationOf<'calibrate'> = {
  id: 'calibrate',
  name: 'Calibrate',
  key: '3',
  keys: [
    ['Space', 'start or stop a guided run'],
    ['← →', 'move “on”; with Shift “off”'],
    ['Enter', 'accept what is proposed'],
  ],
  worked: ({ instrument }) => instrument.sensors.length > 0 && instrument.sensors.every((s) => s.calibration),
  Page: dynamic(() => import('./calibrate').then((m) => m.Calibrate), { loading: Opening }),
};
