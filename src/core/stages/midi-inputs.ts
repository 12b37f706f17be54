import { LETS } from '../engine/codes';
import type { Board, Link, MidiInput } from '../instrument/board';
import { entersAt, midiInputsOf } from '../instrument/midi-inputs';
import { CONTROLLER } from '../midi/messages';
import type { Making } from './making';

/** A board's MIDI inputs, and whether it says to another board that it is there. */
export function compileMidiInputs({ instrument, parts: { image } }: Making, board: Board): void {
  const ports = midiInputsOf(instrument, board);
  const first = image.tempos.length > 0 ? -1 : 0;
  image.ports.push(
    ...ports.map((port, i) => ({ blocks: blocksOf(port), how: howOf(port, i === first), pad: 0 })),
  );
  if (ports.length > 0) image.merges.push({ ports: ports.length });
  if (entersAt(instrument, board)) image.sensings.push({ pad: 0 });
  for (const port of ports)
    if ('localOff' in port && port.localOff !== undefined)
      image.announcements.push({
        ...{ channel: port.localOff - 1, controller: CONTROLLER.localControl, value: 0, pad: 0 },
      });
}

/** A bit a controller. */
function blocksOf({ blocks = [] }: Link | MidiInput): number[] {
  const words = new Array<number>(8).fill(0);
  for (const controller of blocks) words[controller >> 4] |= 1 << (controller & 15);
  return words;
}

/** One clock at most goes out: the board's own, or that of its first input. */
const howOf = ({ clock, programs = 'pass' }: Link | MidiInput, isFirst: boolean): number =>
  ((clock ?? isFirst) ? LETS.clock : 0) |
  (programs === 'pass' ? LETS.programs : 0) |
  (programs === 'select' ? LETS.selects : 0);
