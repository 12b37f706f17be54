import dynamic from 'next/dynamic';
import type { StationOf } from '../frame/station';
import { Opening } from '../parts/opening';

/** Where it is chosen what sensors send. */
export const voice: StationOf<'voice'> = {
  id: 'voice',
  name: 'Voice',
  key: '5',
  keys: [
    ['F H J K', 'schools of pitch: fretted, slide, pull-in, free'],
    ['Enter', 'take the fingering that is held'],
  ],
  worked: ({ instrument }) => instrument.voices.length > 0,
  Page: dynamic(() => import('./voice').then((m) => m.VoiceStation), { loading: Opening }),
};
