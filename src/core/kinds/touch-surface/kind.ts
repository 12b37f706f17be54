import { SURFACE_STEPS } from '../../ways/surface/spots';
import type { Kind } from '../kind';
import { droneNote, levelController } from '../level-voices';

/** A surface that tells where and how hard it is touched. */
export const touchSurface: Kind = {
  id: 'touch-surface',
  name: 'touch surface',
  aka: ['x y', 'touch screen', 'resistive', 'surface', 'plate', 'pad'],
  family: 'place',
  verb: 'touch',
  gesture: 'touch',
  gestures: 'touches',
  care: '',
  due: { days: 60, because: 'the foil stretches where it is touched most' },
  face: { shape: 'square', width: 120, height: 80, hole: 14 },
  lanes: { least: 3, most: 3, are: 'counts', names: ['x', 'y', 'press'] },
  readBy: 'converter',
  ports: {
    x: { carries: 'level', lane: 'x', says: 'where it is touched, across' },
    y: { carries: 'level', lane: 'y', says: 'where it is touched, along' },
    press: { carries: 'level', lane: 'press', says: 'how hard it is pressed' },
    touch: { carries: 'gate', lane: 'press', says: 'while it is touched' },
  },
  facts: {},
  way: 'surface',
  steps: SURFACE_STEPS,
  asks: {
    soft: {
      says: 'Touch it as softly as you ever would.',
      under: 'Anywhere, a moment each. It counts by itself.',
    },
    loud: {
      says: 'Press it as hard as is comfortable.',
      under: 'Anywhere, a moment each: what you would really play.',
    },
    slide: {
      says: 'Slide once round along all four edges.',
      under: 'As near to them as you would ever play, without lifting; then lift. It counts by itself.',
    },
  },
  firstVoices: (sensor, zone) => [
    droneNote(sensor, 'touch', zone),
    { ...levelController(sensor, 'x', 24, zone), id: `${sensor.id}-x` },
    { ...levelController(sensor, 'y', 25, zone), id: `${sensor.id}-y` },
    { ...levelController(sensor, 'press', 26, zone), id: `${sensor.id}-press` },
  ],
};
