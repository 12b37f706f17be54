import type { Board, Link, MidiInput } from './board';
import type { Instrument } from './document';

/** MIDI inputs of one board at most. */
export const MOST_MIDI_INPUTS = 4;

type Wired = Pick<Instrument, 'boards' | 'links' | 'inputs'>;

/** A board's MIDI inputs in order: other boards first. */
export const midiInputsOf = (
  { links, inputs = [] }: Wired,
  { id }: Pick<Board, 'id'>,
): (Link | MidiInput)[] => [
  ...links.filter(({ to }) => to === id),
  ...inputs.filter(({ board }) => board === id),
];

/** The board that another one's output enters, and the input that it enters by; null where nothing takes it but the receiver. */
export function entersAt(
  instrument: Wired,
  { id }: Pick<Board, 'id'>,
): { board: number; port: number } | null {
  const link = instrument.links.find(({ from }) => from === id);
  const board = instrument.boards.findIndex((b) => b.id === link?.to);
  return link ? { board, port: midiInputsOf(instrument, instrument.boards[board]).indexOf(link) } : null;
}

/** Places of the boards, each after those whose output enters it. There are no loops: rules/midi-inputs.ts. */
export function inSeries({ boards, links }: Wired): number[] {
  const depth = (id: string): number =>
    Math.max(0, ...links.filter(({ to }) => to === id).map(({ from }) => 1 + depth(from)));
  const depths = boards.map(({ id }) => depth(id));
  return boards.map((_, i) => i).sort((a, b) => depths[a] - depths[b] || a - b);
}
