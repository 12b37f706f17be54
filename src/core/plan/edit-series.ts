import type { Board, Link, MidiInput } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { midiInputFaults } from '../instrument/rules';
import { inSeries, MOST_MIDI_INPUTS, midiInputsOf } from '../instrument/midi-inputs';
import { freeId } from '../units/free-id';

/** What of an input can be chosen. */
export type Passing = Pick<Link, 'blocks' | 'clock' | 'programs'>;

/** A board's output led into another one's input, or into none. */
export function withLink(instrument: Instrument, from: string, to: string | null): Instrument {
  const links = instrument.links.filter((link) => link.from !== from);
  const before = instrument.links.find((link) => link.from === from);
  return { ...instrument, links: to === null ? links : [...links, { ...before, from, to }] };
}

/** Boards that another one's output can enter: not itself, none that already leads to it, none without an input left. */
export const canEnter = (instrument: Instrument, from: string): string[] =>
  instrument.boards.flatMap(({ id }) =>
    midiInputFaults(withLink(instrument, from, id)).length === 0 ? [id] : [],
  );

/** The board nearest to what is heard that has an input left; undefined where none has. */
export const withRoom = (instrument: Instrument): Board | undefined =>
  inSeries(instrument)
    .map((i) => instrument.boards[i])
    .findLast((board) => midiInputsOf(instrument, board).length < MOST_MIDI_INPUTS);

/** Another input; as it is where no board has one left. */
export function withInput(instrument: Instrument): Instrument {
  const inputs = instrument.inputs ?? [];
  const last = withRoom(instrument);
  if (!last) return instrument;
  const id = freeId('keyboard', (own) => inputs.some((other) => other.id === own));
  const input: MidiInput = { id, name: 'Keyboard', board: last.id, blocks: [7] };
  return { ...instrument, inputs: [...inputs, input] };
}

export const withoutInput = (instrument: Instrument, id: string): Instrument => {
  const inputs = (instrument.inputs ?? []).filter((own) => own.id !== id);
  return { ...instrument, inputs: inputs.length > 0 ? inputs : undefined };
};

/** One input otherwise. @param change what of it; undefined leaves it to what is usual */
export const withInputSet = (instrument: Instrument, id: string, change: Partial<MidiInput>): Instrument => ({
  ...instrument,
  inputs: instrument.inputs?.map((own) => (own.id === id ? { ...own, ...change } : own)),
});

/** What passes from a board into the next one, otherwise. */
export const withLinkSet = (instrument: Instrument, from: string, change: Passing): Instrument => ({
  ...instrument,
  links: instrument.links.map((own) => (own.from === from ? { ...own, ...change } : own)),
});

/** The boards that a message of a board passes on its way, in order. */
export function boardsAfter(instrument: Pick<Instrument, 'boards' | 'links'>, board: string): Board[] {
  const to = instrument.links.find(({ from }) => from === board)?.to;
  const next = instrument.boards.find(({ id }) => id === to);
  return next ? [next, ...boardsAfter(instrument, next.id)] : [];
}
