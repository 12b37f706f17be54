import type { Board, BoardPins, Transport } from '../instrument/board';

/** A board by what it can do, never by who makes it. */
export interface BoardClass {
  id: string;
  name: string;
  bits: number;
  supplyVolts: number;
  memoryBytes: number;
  flashBytes: number;
  pins: BoardPins;
  cost: number;
}

/** The pin of the board's own light on most: its resistor is stronger than a pull-up. */
const LIGHT = '13';

/** Numbers from one to another, as pins are named. */
const numbers = (from: number, to: number): string[] =>
  Array.from({ length: to - from + 1 }, (_, i) => String(from + i));

const boardClass = (
  id: string,
  name: string,
  [bits, supplyVolts]: [number, number],
  [memoryKb, flashKb]: [number, number],
  [analogue, analogueOnly, digital, interrupt, touch]: [number, number, number, number, number],
  [conversionUs, clockMhz, currentMa]: [number, number, number],
  transport: Transport,
  cost: number,
  { taken = [LIGHT], busPins }: { taken?: string[]; busPins?: [data: string, clock: string] } = {},
): BoardClass => ({
  ...{ id, name, bits, supplyVolts, cost },
  memoryBytes: memoryKb * 1024,
  flashBytes: flashKb * 1024,
  pins: {
    ...{ analogue, analogueOnly, digital, interrupt, touch, bus: true },
    ...{ conversionUs, clockMhz, currentMa, transport, taken },
    ...(busPins ? { busPins } : {}),
  },
});

/**
 * A dozen classes of boards as makers buy them; pins that the programmer, its MIDI port and its light need are left out. What they have and
 * take is from memory, what they cost invented: a board's own sheet decides, and its numbers can be typed.
 */
const CLASSES: BoardClass[] = [
  boardClass(
    'tiny-8',
    '8-bit 16 MHz board, tiny',
    [10, 5],
    [0.5, 8],
    [4, 0, 2, 2, 0],
    [104, 16, 10],
    'cable',
    4,
  ),
  boardClass(
    'small-8',
    '8-bit 16 MHz board, small',
    [10, 5],
    [2, 31],
    [6, 0, 11, 2, 0],
    [104, 16, 45],
    'cable',
    8,
    { busPins: ['A4', 'A5'] },
  ),
  boardClass(
    'narrow-8',
    '8-bit 16 MHz board, narrow',
    [10, 5],
    [2, 30],
    [8, 2, 11, 2, 0],
    [104, 16, 20],
    'cable',
    7,
    { busPins: ['A4', 'A5'] },
  ),
  boardClass(
    'usb-8',
    '8-bit 16 MHz board with USB',
    [10, 5],
    [2.5, 28],
    [12, 0, 5, 4, 0],
    [104, 16, 45],
    'usb',
    12,
    { taken: ['4', '6', '8', '9', '10', '12', LIGHT], busPins: ['2', '3'] },
  ),
  boardClass(
    'large-8',
    '8-bit 16 MHz board, large',
    [10, 5],
    [8, 248],
    [16, 0, 49, 6, 0],
    [104, 16, 70],
    'cable',
    20,
    { taken: [LIGHT, '18', '19'], busPins: ['20', '21'] },
  ),
  boardClass(
    'small-32',
    '32-bit 48 MHz board, small',
    [12, 3.3],
    [32, 256],
    [6, 0, 11, 9, 6],
    [12, 48, 20],
    'usb',
    14,
    { taken: numbers(13, 21), busPins: ['20', '21'] },
  ),
  boardClass(
    'twin-32',
    '32-bit 133 MHz board, few analogue',
    [12, 3.3],
    [264, 2048],
    [3, 0, 21, 21, 0],
    [2, 133, 30],
    'usb',
    5,
    { taken: [], busPins: ['4', '5'] },
  ),
  boardClass(
    'fast-32',
    '32-bit 120 MHz board',
    [12, 3.3],
    [192, 512],
    [12, 0, 22, 20, 0],
    [2, 120, 25],
    'usb',
    24,
    { taken: numbers(13, 25), busPins: ['A4', 'A5'] },
  ),
  boardClass(
    'wide-32',
    '32-bit 84 MHz board, wide',
    [12, 3.3],
    [96, 512],
    [12, 0, 49, 49, 0],
    [2, 84, 90],
    'usb',
    30,
    { taken: [LIGHT, '18', '19'], busPins: ['20', '21'] },
  ),
  boardClass(
    'quick-32',
    '32-bit 600 MHz board',
    [12, 3.3],
    [512, 1984],
    [14, 0, 24, 24, 0],
    [2, 600, 100],
    'usb',
    27,
    { taken: numbers(13, 27), busPins: ['A4', 'A5'] },
  ),
  boardClass(
    'quick-large-32',
    '32-bit 600 MHz board, large',
    [12, 3.3],
    [512, 7936],
    [18, 0, 35, 35, 0],
    [2, 600, 110],
    'usb',
    36,
    { taken: [...numbers(13, 27), ...numbers(38, 41)], busPins: ['A4', 'A5'] },
  ),
  boardClass(
    'touch-radio-32',
    '32-bit 240 MHz board with touch and radio',
    [12, 3.3],
    [320, 4096],
    [10, 4, 14, 14, 10],
    [40, 240, 110],
    'radio',
    9,
    { taken: ['2', '3', ...numbers(6, 12), '15', '20', '24'] },
  ),
  boardClass(
    'low-radio-32',
    '32-bit 64 MHz board with low-energy radio',
    [12, 3.3],
    [256, 1024],
    [8, 0, 18, 18, 0],
    [10, 64, 8],
    'radio',
    20,
    { taken: numbers(13, 21), busPins: ['22', '23'] },
  ),
];

export const BOARD_CLASSES: readonly BoardClass[] = CLASSES;

/** Adds a class that is none of the product's. */
export const addBoardClass = (added: BoardClass): void => void CLASSES.push(added);

export const findBoardClass = (id: string): BoardClass | undefined => BOARD_CLASSES.find((c) => c.id === id);

/** What a board of a class, with so many multiplexers, says of itself in an instrument. */
export function ofClass(board: BoardClass, multiplexers = 0): Partial<Board> {
  const { name, bits, supplyVolts, memoryBytes, flashBytes, pins } = board;
  const own = multiplexers > 0 ? { ...pins, multiplexers } : { ...pins };
  return { name, bits, supplyVolts, memoryBytes, flashBytes, pins: own };
}

/** The class that a board is of: that of the same bits and pins, whatever its way out; undefined for one of the maker's own. */
export const classOf = (board: Board): BoardClass | undefined =>
  BOARD_CLASSES.find(
    ({ bits, pins }) =>
      bits === board.bits &&
      Object.entries(pins).every(
        ([name, value]) =>
          name === 'transport' || String(board.pins?.[name as keyof BoardPins]) === String(value),
      ),
  );
