import type { StationId } from './stations';

/** Keys that belong together. */
export interface KeyGroup {
  name: string;
  /** Where they work; everywhere unless said. */
  at?: StationId | 'bench' | '';
  keys: readonly (readonly [key: string, does: string])[];
}

export const KEY_GROUPS: readonly KeyGroup[] = [
  {
    ...{ name: 'Bench', at: 'bench' },
    keys: [
      ['F', 'first sound: one sensor, from nothing to a note'],
      ['N', 'new instrument'],
      ['I', 'import one'],
    ],
  },
  { ...{ name: 'Run sheet', at: '' }, keys: [['Enter', 'go to what is next']] },
  {
    ...{ name: 'Plan', at: 'plan' },
    keys: [
      ['K', 'add a sensor; with Shift another like the chosen one'],
      ['+ −', 'one lane more or less'],
      ['Shift ↑ ↓', 'move the sensor'],
      ['Del', 'remove the sensor'],
      ['← → ↑ ↓', 'on the face: move what is chosen by 1 mm; with Shift by 10'],
      ['Page ↑ ↓', 'on the face: the next place; Shift and Enter add it, Ctrl+A all'],
    ],
  },
  {
    ...{ name: 'Listen', at: 'listen' },
    keys: [
      ['Space', 'record everything, or end that; Enter marks the moment'],
      ['F', 'find every input, a test that needs no mouse'],
      ['J', 'all lanes at once'],
      ['H', 'hold the last seconds still, and measure them; back again'],
      ['L', 'listen to a file'],
      ['+ − ← →', 'in a recording: nearer, further, along'],
      [', .', 'while one is played again: stand or go on, one frame'],
    ],
  },
  {
    ...{ name: 'Calibrate', at: 'calibrate' },
    keys: [
      ['Space', 'start or stop a guided run'],
      ['← →', 'move “on”; with Shift “off”'],
      ['Enter', 'accept what is proposed'],
    ],
  },
  {
    ...{ name: 'Voice', at: 'voice' },
    keys: [
      ['F H J K', 'schools of pitch: fretted, slide, pull-in, free'],
      ['Enter', 'take the fingering that is held'],
    ],
  },
  {
    ...{ name: 'Log', at: 'log' },
    keys: [
      ['Enter', 'write it down; with Shift a line more'],
      ['Space', 'in a check-up: all is played'],
      ['Esc', 'leave a check-up'],
    ],
  },
  {
    ...{ name: 'Shape', at: 'shape' },
    keys: [
      ['Enter', 'accept the curve; of two that are chosen blind, this one'],
      ['H', 'hold the curve as A; then A or B plays'],
    ],
  },
  {
    ...{ name: 'Prove', at: 'prove' },
    keys: [
      ['← →', 'the next thing that was counted, the one before'],
      ['Enter', 'make the change that is tried; ⌫ leaves it'],
      ['Space', 'among trials: begin one, or end it'],
    ],
  },
  { ...{ name: 'Load', at: 'load' }, keys: [['L', 'settings to the board on the cable']] },
  {
    name: 'Everywhere',
    keys: [
      ['1 … 8', 'stations; 0 the run sheet, B the bench'],
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

/** The keys of a place: its own first, then those of everywhere. */
export const keysAt = (at: KeyGroup['at']): KeyGroup[] => [
  ...KEY_GROUPS.filter((g) => g.at === at),
  ...(at === 'bench' ? [] : KEY_GROUPS.filter((g) => g.at === undefined)),
];
