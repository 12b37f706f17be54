import type { Role } from '@/core/signal/take';
import type { Fault } from '@/board/faults';
import type { LineState } from '@/board/serial';
import type { GuideStep, GuideView, KnownRest } from '@/core/guide/guide';
import type { MidiEvent } from '@/core/midi/event';
import type { Calibration } from '@/core/instrument/calibration';
import type { Instrument } from '@/core/instrument/document';
import type { RestStatistics } from '@/core/signal/rest';
import type { ReplayCommand, ReplayState } from '@/board/replay';
import type { Piece } from '@/core/signal/pieces';
import type { Edges, Frames } from '@/core/signal/take';

/** Whose take it is, and what of the board's frames is in it. A recording is of no one sensor, and has no role. */
export interface TakeLabel {
  /** Begins the take's own id. */
  id: string;
  of: { sensor: string; role: Role; lane?: string } | null;
  channels: string[];
  contacts: string[];
  /** The take that it goes on with, in place of a new one. */
  resumes?: StoppedTake;
}

/** A take of a bank that was stopped before every lane was played enough. */
export interface StoppedTake {
  take: string;
  role: Role;
  /** Pieces that are kept of it, and the time of its last frame, µs. */
  pieces: number;
  endUs: number;
  /** Gestures in it of each lane, in the sensor's order. */
  done: number[];
}

/** What stands behind the frames: the practice board, a board on a cable, or a recording that is played again. */
export type Source = 'practice' | 'cable' | 'replay';

/** What the screens ask of the live worker. */
export type ToLive =
  | { is: 'open'; instrument: Instrument; seed: number; source: Source }
  /** What came on the cable since the last. */
  | { is: 'bytes'; bytes: Uint8Array<ArrayBuffer> }
  /** The last seconds are wanted, to be listened to. */
  | { is: 'recent' }
  /** Faults that the practice board has from now on. */
  | { is: 'break'; faults: readonly Fault[] }
  | { is: 'instrument'; instrument: Instrument }
  /** Hand on the practice board: a lane's strength, −1 … 1 of a comfortable loudest, or let go. */
  | { is: 'hand'; sensor: string; lane: number; strength: number | null }
  | {
      is: 'guide';
      sensor: string;
      steps: GuideStep[];
      known: KnownRest | null;
      /** Place of the only lane that is played, where it is one of several. */
      only?: number;
      /** A take that was stopped, to go on with when its step comes. */
      resumes?: StoppedTake;
    }
  | { is: 'stop-guide' }
  /** Asks the practice board's player of a sensor for something, outside a guided run; null lets it rest. */
  | { is: 'ask'; sensor: string; role: Role | null }
  /** Records everything that the board brings, until `record-ends`; `mark` marks the moment. */
  | { is: 'record' }
  | { is: 'record-ends' }
  | { is: 'mark' }
  /** The recording that a replay plays: its columns, then its frames as they are loaded, in order. */
  | { is: 'replay-begins'; channels: string[]; endUs: number }
  | { is: 'replay-pieces'; pieces: Piece[]; complete: boolean }
  | { is: 'replay'; do: ReplayCommand }
  /** Boards whose output is pulled out of the one that it enters, from now on. */
  | { is: 'pull'; from: readonly string[] }
  /** What has come in on one of the instrument's inputs. */
  | { is: 'midi-in'; input: string; bytes: number[] }
  | { is: 'silence' }
  /** Whoever hears it is new: what receivers must know is announced again. */
  | { is: 'announce' };

/** What the live worker reports: about thirty times a second, and whenever it plays, or a take begins, grows or ends. */
export type FromLive =
  | ({ is: 'tick' } & Tick)
  /** What was played, as soon as it was. `zeroMs` is the board's time 0, ms since 1970, to tell how late it is heard. */
  | { is: 'events'; events: MidiEvent[]; zeroMs: number }
  | ({ is: 'take-begins'; take: string } & Omit<TakeLabel, 'id' | 'resumes'>)
  | {
      is: 'take-piece';
      take: string;
      n: number;
      tUs: Float64Array<ArrayBuffer>;
      counts: Uint16Array<ArrayBuffer>;
      edges?: Edges;
    }
  | { is: 'take-dropped'; take: string }
  /** A take was stopped before its end, and can be gone on with. @param done gestures in it of each lane */
  | { is: 'take-stopped'; take: string; done: number[] }
  /** `pieces` is how many it has; `marks` are in µs from its start. */
  | { is: 'take-ends'; take: string; pieces: number; marks: number[]; seconds: number }
  | { is: 'guide-ends'; finished: boolean }
  /** The button on the instrument has measured: calibrations by sensor, of those that it has changed. */
  | { is: 'learnt'; calibrations: Record<string, Calibration> }
  | { is: 'recent'; frames: Frames }
  /** Settings that the board on the cable has given, a dump. */
  | { is: 'given'; dump: Uint8Array<ArrayBuffer> };

/** What changed since the tick before. One number a column, in the board's order, unless said. */
export interface Tick {
  tUs: number;
  /** Frames in the last second, and frames lost since the board was opened. */
  rateHz: number;
  lost: number;
  /** Counts now. */
  counts: number[];
  /** Response now, 0 … 1; 0 where there is no calibration. */
  responses: number[];
  /** What is computed first and then read as a level, by {@link computedKey}: −1 … 1 of what was measured. */
  computed: Readonly<Record<string, number>>;
  /** Contacts that are closed now. */
  closed: boolean[];
  /** New columns of 10 ms: for each, lowest and highest count a channel. */
  columns: Uint16Array<ArrayBuffer>;
  /** Rest statistics of the last four seconds, of the channels that were looked at since; null while one moves. */
  rest: { column: number; stats: RestStatistics | null }[];
  /** Bytes sent in the last second. */
  bytesPerSecond: number;
  /** The scene that each board plays, its place in the document. */
  scenes: number[];
  /** What pads have changed besides, on each board. */
  modes: Modes[];
  /** What is seen on the lights: red, green and blue of each, 0 … 255. */
  lights: Uint8Array<ArrayBuffer>;
  /** What the cable has brought; null for the practice board. */
  line: LineState | null;
  /** Whether the sketch on the cable was made from this instrument as it is; null where it has not said, or there is no cable. */
  sketchIsOurs: boolean | null;
  guide: GuideView | null;
  /** Length of the recording that is being made, µs; null where none is. */
  recordingUs: number | null;
  replay: ReplayState | null;
  /** How far the button on the instrument is; null while it has nothing to say. */
  button: ButtonState | null;
}

/** Semitones that notes begin higher; the parts that are muted, a bit a selector that mutes; how much faster than its slowest the clock is, beats a minute, and whether it has started; null without one. */
export interface Modes {
  shift: number;
  muted: number;
  tempo: number | null;
  runs: boolean;
}

/** The button that measures rest and reach, and whether its light is on. */
export interface ButtonState {
  is: 'rest' | 'play' | 'taken' | 'refused';
  lit: boolean;
}

/** @param lane its place in its sensor */
export const computedKey = (sensor: string, lane: number, port: string): string =>
  `${sensor}/${lane}/${port}`;

/** Length of one column of {@link Tick.columns}, µs. */
export const COLUMN_US = 10_000;

/** A piece of a take is told this often, µs: a closed tab loses no more. */
export const PIECE_US = 500_000;
