import type { Instrument } from '../instrument/document';
import { SCHOOLS, type AlongPitch, type NoteVoice, type School } from '../instrument/voices';
import { bendRangeOf } from '../instrument/zones';
import { USUAL_BEND_RANGE } from '../midi/bend';
import type { MidiEvent } from '../midi/event';
import { heardNotes, pitchAt } from '../midi/heard-notes';
import { gatePort } from '../kinds/ports';
import { notesBetween } from '../pitch/tuning';
import { median } from '../signal/quantile';
import type { Frames } from '../signal/take';
import { inSchool } from '../stages/along-words';
import { playedAlone } from './alone';
import { tuningOf } from '../stages/tuned';

/** A note that a school plays of a take: when, and its pitch from each moment on. */
export interface SchoolNote {
  fromUs: number;
  toUs: number;
  /** [µs, semitones] each time its pitch becomes another. */
  pitches: [tUs: number, pitch: number][];
  /** Whether the finger rested somewhere while it sounded; what was only passed was not meant. */
  meant: boolean;
}

/** What a school makes of a take. */
export interface SchoolPlay {
  school: School;
  notes: SchoolNote[];
  /** Notes that were not meant. */
  unintended: number;
  /** From a touch to its first note, ms; median. NaN where none was played. */
  lateMs: number;
  /** How far what sounds lies from the note of the tuning on which the finger rests, cents; median. NaN where it never rests. What has not followed the finger lies as far off as it does. */
  offCents: number;
}

export interface SchoolsCompared {
  /** Where the finger is: touches, each as what a school without a grid plays. */
  line: SchoolNote[];
  /** Notes of the tuning over what was played, semitones, rising. */
  grid: number[];
  plays: SchoolPlay[];
}

/** A finger rests where its pitch stays within so many cents for so long. (Common practice, no source.) */
const REST_CENTS = 25;
const REST_US = 80_000;
/** Looked at this often, µs. */
const LOOK_US = 10_000;
/** The bend range in which the line is followed, semitones: further than any place reaches in one touch. */
const LINE_RANGE = 96;

/**
 * A take of a place, or of a tone, through every school.
 * @param voice whose pitch lies along it @param take of its sensor, or of more @returns null where nothing is touched in it
 */
export function compareSchools(
  instrument: Instrument,
  voice: NoteVoice,
  take: Frames,
): SchoolsCompared | null {
  const pitch = voice.pitch as AlongPitch;
  const line = notesOf(
    playedAs(instrument, voice, { ...inSchool(pitch, 'free'), settleMs: 0 }, take, LINE_RANGE),
  );
  if (line.length === 0) return null;
  const rests = restsOf(line);
  const heard = line.flatMap(({ pitches }) => pitches.map(([, p]) => p));
  const [low, high] = [Math.min(...heard), Math.max(...heard)];
  const grid = notesBetween(tuningOf(instrument, voice), low, high);
  const range = rangeOf(instrument, voice);
  const plays = SCHOOLS.map((school): SchoolPlay => {
    const events = playedAs(instrument, voice, inSchool(pitch, school), take, range);
    return { school, ...judged(notesOf(events), line, rests, grid) };
  });
  return { line, grid, plays };
}

const rangeOf = ({ zones }: Instrument, { zone }: NoteVoice): number => {
  const own = zones.find(({ id }) => id === zone);
  return own ? bendRangeOf(own) : USUAL_BEND_RANGE;
};

/** What the sensor's own touch plays by a pitch. */
function playedAs(
  instrument: Instrument,
  voice: NoteVoice,
  pitch: AlongPitch,
  take: Frames,
  bendRange: number,
): MidiEvent[] {
  const sensor = instrument.sensors.find(({ id }) => id === pitch.source.sensor)!;
  const port = gatePort(sensor);
  const gate = port === null ? voice.gate : { sensor: sensor.id, port };
  const { side, tuning, steps, semitones, legato } = voice;
  const own = { gate, side, pitch, tuning, steps, semitones, legato };
  return playedAlone(instrument, sensor, { ...own, velocity: { is: 'fixed', value: 100 } }, take, bendRange);
}

/** Notes with their pitches. */
const notesOf = (events: readonly MidiEvent[]): SchoolNote[] =>
  heardNotes(events, events.at(-1)?.tUs ?? 0).map(({ onUs, offUs, pitches }) => ({
    ...{ fromUs: onUs, toUs: offUs, pitches },
    meant: false,
  }));

/** Moments at which the finger rests, µs. */
function restsOf(line: readonly SchoolNote[]): number[] {
  return line.flatMap((touch) => {
    const moments: number[] = [];
    for (let t = touch.fromUs + REST_US / 2; t + REST_US / 2 < touch.toUs; t += LOOK_US) {
      const around = [-1, -0.5, 0, 0.5, 1].map((share) => pitchAt(touch, t + (share * REST_US) / 2));
      if (100 * (Math.max(...around) - Math.min(...around)) < REST_CENTS) moments.push(t);
    }
    return moments;
  });
}

/** Further from the finger than this, semitones, it has not followed: a slide that stays at the end of its bend range. */
const FOLLOWS = 1;

/** How far what sounds lies from a note of the tuning, semitones: from that on which the finger rests where it has not followed. */
function offGrid(sounds: number, finger: number, grid: readonly number[]): number {
  const from = (pitch: number) => Math.min(...grid.map((own) => Math.abs(own - pitch)));
  return Math.abs(sounds - finger) <= FOLLOWS ? from(sounds) : Math.abs(sounds - finger);
}

function judged(
  notes: SchoolNote[],
  line: readonly SchoolNote[],
  rests: readonly number[],
  grid: readonly number[],
): Omit<SchoolPlay, 'school'> {
  const late = line.flatMap(({ fromUs, toUs }) => {
    const first = notes.find((n) => n.fromUs >= fromUs && n.fromUs <= toUs + 1);
    return first ? [(first.fromUs - fromUs) / 1000] : [];
  });
  const off: number[] = [];
  for (const t of rests)
    for (const note of notes) {
      if (t < note.fromUs || t >= note.toUs) continue;
      note.meant = true;
      const finger = pitchAt(
        line.find((touch) => t >= touch.fromUs && t < touch.toUs)!,
        t,
      );
      off.push(100 * offGrid(pitchAt(note, t), finger, grid));
    }
  // A touch too short to rest in is meant all the same: its last note is.
  for (const touch of line)
    if (!rests.some((t) => t >= touch.fromUs && t < touch.toUs)) {
      const last = notes.findLast((n) => n.fromUs >= touch.fromUs && n.fromUs <= touch.toUs + 1);
      if (last) last.meant = true;
    }
  return {
    notes,
    unintended: notes.filter(({ meant }) => !meant).length,
    lateMs: late.length > 0 ? median(late) : NaN,
    offCents: off.length > 0 ? median(off) : NaN,
  };
}
