import type { Fault } from '../../result';
import type { Instrument } from '../document';
import { MOST_MIDI_INPUTS, midiInputsOf } from '../midi-inputs';

/** What must hold of boards in series, and of what comes in. */
export function midiInputFaults(instrument: Instrument): Fault[] {
  const { boards, links, inputs = [] } = instrument;
  const unknown = (id: string) => !boards.some((b) => b.id === id);
  const linkFaults = links.flatMap(({ from, to }, i): Fault[] => {
    const fault = (says: string): Fault[] => [{ path: `links.${i}`, says }];
    if (unknown(from) || unknown(to) || from === to)
      return fault(`must lead from one board to another, got ${from} to ${to}`);
    if (links.findIndex((other) => other.from === from) < i)
      return fault(`a board has one output, and that of ${from} leads elsewhere already`);
    return comesBack(links, from) ? fault(`must not lead in a circle, got ${from} to ${to}`) : [];
  });
  const inputFaults = inputs.flatMap(({ board }, i) =>
    unknown(board)
      ? [{ path: `inputs.${i}.board`, says: `must name a board of this instrument, got ${board}` }]
      : [],
  );
  const many = boards.flatMap((board, i) => {
    const got = midiInputsOf(instrument, board).length;
    const says = `a board can have at most ${MOST_MIDI_INPUTS} MIDI inputs, got ${got}`;
    return got > MOST_MIDI_INPUTS ? [{ path: `boards.${i}`, says }] : [];
  });
  return [...linkFaults, ...inputFaults, ...many];
}

/** Whether what leaves a board comes in there again. */
function comesBack(links: Instrument['links'], from: string): boolean {
  const seen = new Set<string>();
  for (let at: string | undefined = from; at !== undefined && !seen.has(at);) {
    seen.add(at);
    at = links.find((link) => link.from === at)?.to;
    if (at === from) return true;
  }
  return false;
}
