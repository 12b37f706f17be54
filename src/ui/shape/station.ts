import dynamic from 'next/dynamic';
import { isShaped } from '../parts/shaped';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where curves and filters are chosen. */
export const shape: StationOf<'shape'> = {
  id: 'shape',
  name: 'Shape',
  key: '4',
  keys: [
    ['Enter', 'accept the curve; of two that are chosen blind, this one'],
    ['H', 'hold the curve as A; then A or B plays'],
  ],
  worked: ({ instrument: { sensors } }) => sensors.some((s) => s.calibration) && sensors.every(isShaped),
  Page: dynamic(() => import('./shape').then((m) => m.Shape), { loading: Opening }),
};
