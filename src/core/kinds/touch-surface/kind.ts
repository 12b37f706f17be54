import type { Kind } from '../kind';

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
  lanes: { least: 3, most: 3, are: 'counts', names: ['x', 'y', 'press'] },
  readBy: 'converter',
  ports: {
    x: { carries: 'level', lane: 'x', says: 'where it is touched, across' },
    y: { carries: 'level', lane: 'y', says: 'where it is touched, along' },
    press: { carries: 'level', lane: 'press', says: 'how hard it is pressed' },
    touch: { carries: 'gate', says: 'while it is touched' },
  },
  facts: {},
  way: null,
  steps: [],
  firstVoices: () => [],
};
