import { bendsNotes, channelsOfImage } from '../engine/channels';
import { CONTROL_KIND, MOST_A_FRAME } from '../engine/codes';
import { END_BYTES, OFF_BYTES } from '../engine/engine';
import { partNames, PARTS, type Image } from '../engine/layout';
import { UNLOCK_BYTES } from '../engine/merge';
import { PORT_NOTES } from '../engine/port-records';
import { CLOCKS_AT_ONCE } from '../engine/voices/tempo';
import { hearerCode } from '../engine/voices/hearer-list';
import type { ListenerRange } from '../ways/way';
import { MOST_BACKLOG_OF_NOTES_US, MOST_BACKLOG_US } from '../engine/wire';

/**
 * One note that ends and one that starts: where lanes share a note, the one that ends may be another's, but no more of them do. In a pool a
 * third may end for its channel, and bend, pressure and timbre go before the new one.
 */
const noteBytesOf = (image: Image): number =>
  6 + (bendsNotes(image) ? 3 : 0) + (image.pools.length > 0 ? 3 + 2 + 3 : 0);
/** One controller. */
const ANNOUNCEMENT_BYTES = 3;
/** The longest that a level sends at once, as a rule. */
const LEVEL_BYTES = 6;

/** Most bytes that one frame, one edge, one silence or the end of all can write. */
export const mostBytes = (image: Image): number =>
  Math.max(
    1,
    levelBytes(image) +
      noteBytes(image) +
      ANNOUNCEMENT_BYTES * Math.min(1, image.announcements.length) +
      inputBytes(image) +
      // A scene that begins may end them all.
      OFF_BYTES * (image.selectors.length > 0 ? image.note_lanes.length : 0),
    OFF_BYTES * image.note_lanes.length + inputBytes(image),
    END_BYTES * channelsOfImage(image).length + inputBytes(image),
  );

/** What inputs add: the end of a message that holds the wire with all that waited for it, notes and a channel that end, real-time bytes. */
const inputBytes = ({ ports, sensings, tempos, selectors }: Image): number =>
  sensings.length +
  tempos.length * (CLOCKS_AT_ONCE + selectors.length) +
  (ports.length === 0 ? 0 : UNLOCK_BYTES + OFF_BYTES * PORT_NOTES * ports.length + END_BYTES + 1);

/** What levels send in a frame: the wire is asked before each. */
function levelBytes({ controls, switched, byte_us }: Image): number {
  const each: Record<number, number> = {
    [CONTROL_KIND.controller7]: 3,
    [CONTROL_KIND.pressure]: 2,
    [CONTROL_KIND.controller14]: 6,
    [CONTROL_KIND.polyPressure]: 3,
    [CONTROL_KIND.bend]: 3,
    [CONTROL_KIND.glide]: 3,
    [CONTROL_KIND.parameter7]: 9,
    [CONTROL_KIND.parameter14]: 12,
    [CONTROL_KIND.tempo]: 0,
    [CONTROL_KIND.light]: 0,
  };
  const all = controls.reduce((n, { kind }) => n + each[kind], 3 * switched.length);
  const longest = Math.max(LEVEL_BYTES, ...controls.map(({ kind }) => each[kind]));
  return Math.min(all, Math.floor(MOST_BACKLOG_US / byte_us) + longest);
}

/** What gates make sound in a frame. Those of levels and strikes ask the wire before each; touches and contacts never do. */
function noteBytes(image: Image): number {
  // Lines and fingerings play by themselves, too, where places move and fingers rest.
  let free = noteBytesOf(image) * (image.glides.length + image.fingerings.length);
  let waiting = 0;
  let longest = 0;
  for (const part of partNames()) {
    if (!('listener' in PARTS[part].of.fields)) continue;
    for (const bank of image[part] as unknown as (ListenerRange & { lanes?: number })[]) {
      const aLane = laneBytes(image, bank);
      const lanes = bank.lanes ?? 1;
      const all = aLane * (part === 'pair_banks' ? Math.min(lanes, MOST_A_FRAME) : lanes);
      if (!WAITS.includes(part)) free += all;
      else {
        waiting += all;
        longest = Math.max(longest, aLane);
      }
    }
  }
  return free + Math.min(waiting, Math.floor(MOST_BACKLOG_OF_NOTES_US / image.byte_us) + longest);
}
const WAITS: readonly string[] = ['gates', 'strike_banks'];

/** What the gate of one lane makes sound in a frame: a choice is made anew when it opens, and when it closes. */
function laneBytes(image: Image, { listener, listeners: count }: ListenerRange): number {
  const { listeners } = image;
  const aNote = noteBytesOf(image);
  const bytes = new Map([
    [hearerCode('note'), aNote],
    ...['switched', 'hold', 'finger', 'selector', 'selectorGuard'].map(
      (name) => [hearerCode(name), 0] as const,
    ),
    // What it lets through is counted where it stands.
    ...['gatingGate', 'gatingJoined', 'gatingHeld'].map((name) => [hearerCode(name), 0] as const),
  ]);
  return listeners
    .slice(listener, listener + count)
    .reduce((n, { is }) => n + (bytes.get(is) ?? 2 * aNote), 0);
}
