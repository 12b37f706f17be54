import { CONTROL_KIND } from '../engine/codes';
import { partNames, PARTS, type Image } from '../engine/layout';
import { hearerCode } from '../engine/voices/hearers';
import type { Heard } from '../ways/way';
import { MOST_BACKLOG_US } from '../engine/wire';

/** One note that ends and one that starts: where lanes share a note, the one that ends may be another's, but no more of them do. */
const NOTE_BYTES = 6;
/** "Sustain" off and "all notes off", a channel. */
const END_BYTES = 6;

/** Most bytes that one frame, one edge, one silence or the end of all can write: what the wire lets levels send, and every note. */
export function mostBytes(image: Image): number {
  const levels = image.controls.reduce(
    (n, { kind }) =>
      n +
      { [CONTROL_KIND.controller7]: 3, [CONTROL_KIND.pressure]: 2, [CONTROL_KIND.controller14]: 6 }[kind]!,
    3 * image.switched.length,
  );
  // The wire is asked before each level, and the last to be let through may have six bytes.
  const credit = Math.floor(MOST_BACKLOG_US / image.byte_us) + 6;
  // A choice is made anew whenever its gate, or a lane of its bank, opens or closes, which each can do twice in a frame.
  const choices = image.choices.reduce(
    (n, { lanes }, i) => n + 2 * NOTE_BYTES * (lanes + lanesThatOpen(image, i)),
    0,
  );
  return Math.max(
    1,
    Math.min(levels, credit) + NOTE_BYTES * image.note_lanes.length + choices,
    END_BYTES * Math.min(16, image.note_lanes.length + image.controls.length + image.switched.length),
  );
}

/** Lanes whose gates open a choice. */
function lanesThatOpen(image: Image, choice: number): number {
  const choiceGate = hearerCode('choiceGate');
  const opens = ({ listener, listeners }: Heard) =>
    image.listeners
      .slice(listener, listener + listeners)
      .some(({ is, index }) => is === choiceGate && index === choice);
  return partNames()
    .filter((part) => 'listener' in PARTS[part].of.fields)
    .flatMap((part) => image[part] as unknown as (Heard & { lanes?: number })[])
    .filter(opens)
    .reduce((sum, { lanes = 1 }) => sum + lanes, 0);
}
