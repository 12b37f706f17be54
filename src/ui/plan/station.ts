import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where boards, pins and parts are chosen. */
export const plan: StationOf<'plan'> = {
  id: 'plan',
  name: 'Plan',
  key: '1',
  keys: [
    ['K', 'add a sensor; with Shift another like the chosen one'],
    ['+ −', 'one lane more or less'],
    ['Shift ↑ ↓', 'move the sensor'],
    ['Del', 'remove the sensor'],
    ['← → ↑ ↓', 'on the face: move what is chosen by 1 mm; with Shift by 10'],
    ['Page ↑ ↓', 'on the face: the next place; Shift and Enter add it, Ctrl+A all'],
  ],
  worked: ({ instrument }) => instrument.boards.every((b) => b.pins),
  Page: dynamic(() => import('./plan').then((m) => m.Plan), { loading: Opening }),
};
