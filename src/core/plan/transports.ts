import { TRANSPORTS, type Board, type Transport } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { playingOver, transportsOf } from '../instrument/transports';
import { classOf } from './board-classes';

/** Each way out in words: "plays over a MIDI cable". */
export const TRANSPORT_WORDS: Readonly<Record<Transport, string>> = {
  cable: 'a MIDI cable',
  usb: 'USB',
  radio: 'low-energy radio',
};

/** Whether a board has a way out: every board has a serial pin; of the others a class tells. One of the maker's own is believed. */
export const offers = (board: Board, transport: Transport): boolean =>
  transport === 'cable' || (classOf(board)?.pins.transport ?? transport) === transport;

/** An instrument one of whose boards plays over a way out besides, or no more; never over none. */
export function withTransport(instrument: Instrument, id: string, transport: Transport): Instrument {
  const changed = (board: Board): Board => {
    const before = transportsOf(board);
    const after = before.includes(transport)
      ? before.filter((own) => own !== transport)
      : TRANSPORTS.filter((own) => own === transport || before.includes(own));
    return playingOver(board, after);
  };
  return { ...instrument, boards: instrument.boards.map((b) => (b.id === id ? changed(b) : b)) };
}
