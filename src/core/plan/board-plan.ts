import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { assignPins, type Wire } from './assign';
import { programFigures, wireFigure } from './budget';
import type { Figure } from '../parts/figure';
import { loadOfBoard } from './load';
import { pinsOfBoard, roomOf, shortage, withChoosers } from './pins';
import { NO_CHIPS, scanFigures, type Chips } from './scan';
import { chipsFor } from './solve';

/** One board of a plan. */
export interface BoardPlan {
  board: string;
  /** Its sensors' wires; null where its pins are not told. */
  wires: Wire[] | null;
  /** What it needs besides its own pins and multiplexers; null where no chips help. */
  chips: Chips | null;
  figures: Figure[];
}

/** What becomes of one board. @param draft the instrument with a calibration for every sensor */
export function boardPlan(instrument: Instrument, draft: Instrument, board: Board): BoardPlan {
  const own = instrument.sensors.filter((s) => s.board === board.id);
  const { memory, flash } = programFigures(draft, board);
  const wire = wireFigure(draft, board);
  if (!board.pins) return { board: board.id, wires: null, chips: NO_CHIPS, figures: [memory, flash, wire] };
  const load = loadOfBoard(instrument, board);
  const room = roomOf(pinsOfBoard(board.pins));
  const needs = withChoosers(load.needs, board.pins);
  const chips = shortage(room, needs) ? chipsFor(room, needs) : NO_CHIPS;
  const { scan, rate } = scanFigures({ pins: board.pins, bits: board.bits }, load, chips ?? NO_CHIPS);
  const asked: Figure = {
    ...{ name: 'scan rate that is set', value: board.scanHz, unit: 'Hz', limit: rate.value },
    formula: 'at most one scan after another',
    numbers: [{ name: 'fastest', value: rate.value, unit: 'Hz' }],
  };
  return {
    board: board.id,
    wires: assignPins(board.pins, own, board.id === instrument.boards[0].id ? instrument.lights : undefined),
    chips,
    figures: [scan, rate, asked, memory, flash, wire],
  };
}
