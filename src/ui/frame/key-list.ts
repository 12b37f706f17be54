import type { KeyWords } from './station';
import { STATIONS, stationNamed } from './stations';

/** Keys that belong together. */
export interface KeyGroup {
  name: string;
  keys: KeyWords;
}

const BENCH: KeyGroup = {
  name: 'Bench',
  keys: [
    ['F', 'first sound: one sensor, from nothing to a note'],
    ['N', 'new instrument'],
    ['I', 'import one'],
  ],
};
const RUN_SHEET: KeyGroup = { name: 'Run sheet', keys: [['Enter', 'go to what is next']] };
const anywhere = (): readonly KeyGroup[] => [
  {
    name: 'Everywhere',
    keys: [
      [`${STATIONS[0].key} … ${STATIONS.at(-1)!.key}`, 'stations; 0 the run sheet, B the bench'],
      ['↑ ↓', 'choose the sensor; [ ] one of its lanes'],
      ['G', 'glance: one number, readable from across the room'],
      ['S', 'sound off, low, medium'],
      ['Ctrl+Z', 'undo; with Shift redo'],
      ['D', 'light or dark'],
      ['Esc', 'Silence: ends every note everywhere'],
    ],
  },
  {
    name: 'Play the practice board: hold',
    keys: [
      ['Z X C', 'the chosen level softly, medium, loud; with Shift the other way'],
      ['V N M', 'the second level'],
      ['Q … P', 'the lanes of a bank'],
      ['A', 'the switch'],
    ],
  },
];

/** The keys of a place, its own first, then those of everywhere. @param at the bench, a station by its id, or '' for the run sheet */
export const keysAt = (at: string): readonly KeyGroup[] =>
  at === 'bench' ? [BENCH] : [stationNamed(at) ?? RUN_SHEET, ...anywhere()];
