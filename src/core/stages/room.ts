import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { MOST_COUNTED } from '../instrument/limits';
import { isGated } from './gated';
import { sourcesOf } from '../instrument/rules';
import type { NoteVoice } from '../instrument/voices';
import type { Fault } from '../result';
import { degreesOf } from './degrees-of';
import { fingerCount } from './fingers';

/** What the runtime counts in eight bits on each board: notes of tunings, fingerings, fingers, lanes of joined gates. */
export const roomFaults = (instrument: Instrument): Fault[] =>
  instrument.boards.flatMap((board) => boardFaults(instrument, board));

function boardFaults(instrument: Instrument, board: Board): Fault[] {
  const { sensors, voices } = instrument;
  const lanesOf = (id: string) => sensors.find((s) => s.id === id)?.lanes.length ?? 0;
  const onBoard = (voice: NoteVoice) =>
    sourcesOf(voice).some(([, { sensor }]) => sensors.some((s) => s.id === sensor && s.board === board.id));
  const sums = { degrees: 0, fingerings: 0, fingers: 0, gates: 0 };
  const says = {
    degrees: 'notes of its tunings',
    fingerings: 'fingerings',
    fingers: 'fingers',
    gates: 'lanes of gates that are joined, timed or held',
  };
  const known = new Set<string>();
  return voices.flatMap((voice, i) => {
    if (voice.is !== 'note' || !onBoard(voice)) return [];
    const before = { ...sums };
    const degrees = degreesOf(instrument, voice);
    if (degrees && !known.has(degrees.key)) sums.degrees += degrees.notes.length;
    if (degrees) known.add(degrees.key);
    if (voice.pitch.is === 'fingering') {
      sums.fingerings += voice.pitch.table.length;
      sums.fingers += fingerCount(instrument, voice.pitch.fingers);
    }
    if (isGated(voice)) sums.gates += lanesOf(voice.gate.sensor);
    return (Object.keys(sums) as (keyof typeof sums)[]).flatMap((what) =>
      before[what] <= MOST_COUNTED && sums[what] > MOST_COUNTED
        ? [
            {
              path: `voices.${i}`,
              says: `a board can have ${MOST_COUNTED} ${says[what]} at most, got ${sums[what]}`,
            },
          ]
        : [],
    );
  });
}
