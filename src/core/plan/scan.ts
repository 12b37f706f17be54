import type { BoardPins } from '../instrument/board';
import { settlingUs } from '../parts/formulas';
import type { Figure } from '../parts/figure';
import type { Load } from './load';

/** Of a common converter, pF. (From memory.) */
const CONVERTER_PF = 14;
/** A lane's share of a scan in the runtime, cycles: measured on an 8-bit chip in a loud take, docs/engine.md. */
const LANE_CYCLES = 170;
/** A contact of a matrix in the sketch, its share of driving the column included, cycles. (From memory.) */
const CONTACT_CYCLES = 150;
/** For a matrix's row to rise when a column is let go, µs: COLUMN_US of firmware/sketch.ino. */
const COLUMN_US = 20;
/** One reading over the bus, of a touch peripheral, and through an expander, µs. (Common practice, no source.) */
const BUS_US = 300;
const TOUCH_US = 10;
const EXPANDER_US = 150;
/** A multiplexer's own settling, µs. (Common practice, no source.) */
const MULTIPLEXER_US = 5;
/** No board of this application is asked for more. */
const MOST_HZ = 20_000;

/** Chips that would give a board more inputs. */
export interface Chips {
  /** Sixteen analogue inputs on one. */
  multiplexers: number;
  /** Sixteen digital ones on the bus. */
  expanders: number;
}

export const NO_CHIPS: Chips = { multiplexers: 0, expanders: 0 };

type Converting = { pins: BoardPins; bits: number };

const settleUs = ({ bits, pins }: Converting, { ohms, needs }: Load, chips: Chips): number =>
  settlingUs(bits, ohms, CONVERTER_PF) +
  (chips.multiplexers + (pins.multiplexers ?? 0) > 0 ? MULTIPLEXER_US * needs.analogue : 0);

/** Time of one scan of a board, µs. */
const scanTime = (board: Converting, load: Load, chips: Chips): number =>
  load.needs.analogue * board.pins.conversionUs +
  settleUs(board, load, chips) +
  load.needs.touch * TOUCH_US +
  load.needs.bus * BUS_US +
  chips.expanders * EXPANDER_US +
  load.columns * COLUMN_US +
  (load.lanes * LANE_CYCLES + load.matrix * CONTACT_CYCLES) / board.pins.clockMhz;

/** How often a board scans at most, Hz. */
export const fastestHz = (board: Converting, load: Load, chips: Chips): number =>
  Math.min(MOST_HZ, 1e6 / scanTime(board, load, chips));

/** The same with its formula, and with the time of a scan. */
export function scanFigures(board: Converting, load: Load, chips: Chips): { scan: Figure; rate: Figure } {
  const { needs, lanes, matrix, columns, leastHz, because } = load;
  const value = scanTime(board, load, chips);
  return {
    scan: {
      ...{ name: 'one scan', value, unit: 'µs', limit: null },
      formula:
        'n · t_conv + t_settle + touch · 10 + bus · 300 + expanders · 150 + columns · 20 + (lanes · 170 + matrix · 150) / f',
      numbers: [
        { name: 'n', value: needs.analogue, unit: 'inputs' },
        { name: 't_conv', value: board.pins.conversionUs, unit: 'µs' },
        { name: 't_settle', value: settleUs(board, load, chips), unit: 'µs' },
        { name: 'touch', value: needs.touch, unit: 'pads' },
        { name: 'bus', value: needs.bus, unit: 'sensors' },
        { name: 'expanders', value: chips.expanders, unit: '' },
        { name: 'columns', value: columns, unit: '' },
        { name: 'lanes', value: lanes, unit: '' },
        { name: 'matrix', value: matrix, unit: 'contacts' },
        { name: 'f', value: board.pins.clockMhz, unit: 'MHz' },
      ],
    },
    rate: {
      ...{ name: 'fastest scan rate', unit: 'Hz', ...(because ? { note: because } : {}) },
      value: fastestHz(board, load, chips),
      ...{ formula: '1 000 000 / scan', limit: leastHz === 0 ? null : leastHz, atLeast: true },
      numbers: [{ name: 'scan', value, unit: 'µs' }],
    },
  };
}
