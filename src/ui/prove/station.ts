import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where takes are played and judged. */
export const prove: StationOf<'prove'> = {
  id: 'prove',
  name: 'Prove',
  key: '6',
  keys: [
    ['← →', 'the next thing that was counted, the one before'],
    ['Enter', 'make the change that is tried; ⌫ leaves it'],
    ['Space', 'among trials: begin one, or end it'],
  ],
  Page: dynamic(() => import('./prove').then((m) => m.Prove), { loading: Opening }),
};
