import type { ListenerRange } from '../ways/way';
import { compileSensor } from '../ways/compilers';
import { outByteUs } from '../instrument/transports';
import type { Image } from '../engine/layout';
import { columnsOf, contactsOf } from '../instrument/access';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { chainControls } from '../engine/image/chain-controls';
import { groupByLevel } from '../engine/image/group-by-level';
import { compileExpression } from '../stages/expression';
import { beginMaking, type Listener, type Making } from '../stages/making';
import { compileMidiInputs } from '../stages/midi-inputs';
import { compileClock, compileScenes } from '../stages/scenes';
import { announceZones } from '../stages/zones';
import { compileButton } from './button';
import { compileNote } from '../stages/note';
import { mostBytes } from './most-bytes';
import { markSharedNotes } from './shared-notes';
import { lookMask } from '../engine/blocks/zero';
import { Parts } from '../engine/image/parts';

/**
 * Turns an instrument into the image that one of its boards runs. Sensors without a calibration are left out, and so are
 * lanes without a column in the frames: nothing is sent for what was not measured.
 * @param columns names of the frame's columns, in order
 * @throws RangeError where the instrument breaks the rules of instrument/rules and kinds/rules.ts; check it first
 */
export const compile = (
  instrument: Instrument,
  board: Board = instrument.boards[0],
  columns: readonly string[] = columnsOf(instrument, board),
): Image => compileWith(instrument, board, columns).parts.image;

/** An image with what it was made of. @throws RangeError as {@link compile} does */
export function compileWith(instrument: Instrument, board: Board, columns: readonly string[]): Making {
  const parts = new Parts({
    table_bits: board.tableBits,
    byte_us: outByteUs(board),
  });
  const making = beginMaking(instrument, parts);
  const contacts = contactsOf(instrument, board);
  const { scenes } = instrument;
  parts.image.columns = columns.length;
  parts.image.scenes = scenes.length > 1 ? scenes.length : 0;
  for (const sensor of instrument.sensors.filter((s) => s.board === board.id)) {
    const { calibration } = sensor;
    const made = calibration && compileSensor(parts, sensor, calibration, { columns, contacts });
    if (made) making.sensors.set(sensor.id, made);
  }
  compileButton(making, board, contacts);
  compileClock(making, board);
  // Notes first: controllers may belong to them.
  for (const voice of instrument.voices) if (voice.is === 'note') compileNote(making, voice);
  for (const voice of instrument.voices) if (voice.is !== 'note') compileExpression(making, voice);
  compileScenes(making);
  compileMidiInputs(making, board);
  announceZones(making);
  markSharedNotes(parts.image);
  groupByLevel(parts.image);
  chainControls(parts.image);
  for (const [bank, listeners] of making.heard) hear(parts.image, bank, listeners);
  parts.image.look_mask = lookMask(parts.image.levels.length, board.scanHz);
  parts.image.max_bytes = mostBytes(parts.image);
  return making;
}

/** Puts a bank's listeners down one after another. */
function hear(image: Image, bank: ListenerRange, listeners: Listener[]): void {
  Object.assign(bank, { listener: image.listeners.length, listeners: listeners.length });
  image.listeners.push(...listeners);
}
