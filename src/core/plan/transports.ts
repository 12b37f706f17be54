import type { Transport } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { CABLE_BAUD } from '../midi/messages';

/** The ways out that the sketch plays over; nothing else is offered. */
export const PLAYED: readonly Transport[] = ['cable'];

/** Each way out in words: "plays over a MIDI cable". */
export const TRANSPORT_WORDS: Readonly<Record<Transport, string>> = {
  cable: 'a MIDI cable',
  usb: 'USB',
  radio: 'low-energy radio',
};

/** An instrument whose board plays over a MIDI cable. */
export const overCable = (instrument: Instrument, board: string): Instrument => ({
  ...instrument,
  boards: instrument.boards.map((b) =>
    b.id === board && b.pins ? { ...b, midiBaud: CABLE_BAUD, pins: { ...b.pins, transport: 'cable' } } : b,
  ),
});
