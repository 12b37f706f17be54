import type { Board, Transport } from './board';

/** Whole µs that a byte takes on each way out, where that is not the baud rate of a cable. */
const BYTE_US: Readonly<Record<Exclude<Transport, 'cable'>, number>> = {
  // A bulk packet of 64 bytes a millisecond, the host's usual poll, holds 16 event packets of three MIDI bytes: 48 bytes
  // (USB 2.0, 5.8.3; USB MIDI 1.0, 4).
  usb: 21,
  // A packet of 20 bytes, every 11.25 ms on average (7.5 to 15: from memory), holds four messages of three bytes with their times.
  radio: 940,
};

/** The ways out that a board plays over, all at once; a cable where nothing is told. */
export const transportsOf = ({ pins }: Board): readonly Transport[] =>
  pins ? [pins.transport, ...(pins.alsoOver ?? []).filter((own) => own !== pins.transport)] : ['cable'];

/** What a byte takes on a board's way out, whole µs; on the slowest, where it plays over several. Ten bits a byte on a cable (MIDI 1.0 Detailed Specification, "Hardware"). */
export const outByteUs = (board: Board): number =>
  transportsOf(board).reduce(
    (most, own) => Math.max(most, own === 'cable' ? cableByteUs(board) : BYTE_US[own]),
    0,
  );

/** What a byte takes on a board's MIDI cable, whole µs. */
export const cableByteUs = ({ midiBaud }: Pick<Board, 'midiBaud'>): number =>
  Math.max(1, Math.round(BITS_A_SECOND_US / midiBaud));

/** Ten bits a byte, in a million microseconds. */
const BITS_A_SECOND_US = 1e7;

/** A board that plays over other ways out; over a cable where none is left. */
export function playingOver(board: Board, transports: readonly Transport[]): Board {
  const [transport = 'cable', ...alsoOver] = transports;
  if (!board.pins) return board;
  const pins = { ...board.pins, transport, alsoOver };
  if (alsoOver.length === 0) delete (pins as Partial<typeof pins>).alsoOver;
  return { ...board, pins };
}
