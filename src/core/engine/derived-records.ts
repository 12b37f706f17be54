import { SCALE } from './records';
import { struct } from './struct';

/** The records of what computes columns that are then read as levels (derive.ts), and of its state. */

export const RIBBON = struct(
  'ribbon',
  'a lane that is touched somewhere; low, scale and table lead from counts to its place; drop: the furthest that a slide goes in a frame, Q15; settle: frames that must agree after a jump; into: its columns, place and touch',
  {
    scale: SCALE,
    low: 'u16',
    table: 'u16',
    rest: 'u16',
    on: 'u16',
    off: 'u16',
    drop: 'u16',
    column: 'u8',
    into: 'u8',
    settle: 'u8',
    below: 'u8',
    turned: 'u8',
    pad: 'u8',
  },
);

export const RIBBON_STATE = struct(
  'ribbon_state',
  'held: the place that is told, Q15; before: that of the last frame; agreed: frames since it jumped',
  {
    held: 'u16',
    before: 'u16',
    stage: 'u8',
    agreed: 'u8',
  },
);

export const TURN = struct(
  'turn',
  'an encoder: its two contacts; steps: from nothing to all; rests: the phases, a bit each, in which it comes to rest; quick: a step within so many ticks of the last counts two, within half of that four, 2^most at most; into: its column; kept: where its values of all scenes begin, from 1; 0: it has one for all',
  {
    steps: 'u16',
    quick: 'u16',
    first: 'u8',
    second: 'u8',
    into: 'u8',
    rests: 'u8',
    falling: 'u8',
    wraps: 'u8',
    most: 'u8',
    kept: 'u8',
  },
);

export const TURN_STATE = struct(
  'turn_state',
  'value: what it is turned to; since: its last step; phase: which contacts are closed; moved: quarters of a cycle since it rested; settling: frames, and then its first rest, until its edges count; way: of a step that another may follow quickly, 1 up, 2 down, 0 none',
  {
    value: 'u16',
    since: 'u16',
    phase: 'u8',
    moved: 'u8',
    settling: 'u8',
    way: 'u8',
  },
);

export const TURN_VALUE_STATE = struct('turn_value_state', 'what an encoder was turned to in a scene', {
  value: 'u16',
});

export const SPEED = struct(
  'speed',
  'a wheel with magnets, times in units of 64 us; stop: so long after a pulse it stands; bounce: what closes so soon after it opened is no pulse; shift: of the fastest period (reciprocal); smoothing: what is taken of a new period, a power of two; into: its column',
  {
    stop: 'u16',
    bounce: 'u16',
    contact: 'u8',
    into: 'u8',
    shift: 'u8',
    smoothing: 'u8',
  },
);

export const SPEED_STATE = struct(
  'speed_state',
  'since: the last pulse; opened: when its contact opened last; period: between pulses, smoothed; value: how fast it turns',
  {
    since: 'u16',
    opened: 'u16',
    period: 'u16',
    value: 'u16',
    stage: 'u8',
    pad: 'u8',
  },
);

export const TONE = struct(
  'tone',
  'a tone whose comparator closes a contact once a period; least: what comes sooner is no period, us; stop: so long after a period it is silent, ticks; presence: periods that must agree; smoothing: what is taken of a new pitch, a power of two; into: its columns, pitch and whether it sounds',
  {
    least: 'u16',
    stop: 'u16',
    contact: 'u8',
    into: 'u8',
    presence: 'u8',
    smoothing: 'u8',
  },
);

export const TONE_STATE = struct(
  'tone_state',
  'since: when a period began last, us modulo 2^16, and in ticks; before: the last two; held: the period that is told, us; value: its pitch, 512ths of a semitone; known: periods before; agreed: periods that did, leaps: those that were an octave off, in a row',
  {
    since: 'u16',
    since_t: 'u16',
    before: ['u16', 2],
    held: 'u16',
    value: 'u16',
    stage: 'u8',
    known: 'u8',
    agreed: 'u8',
    leaps: 'u8',
  },
);

const AXIS = struct('axis', 'an axis; scale: two g from its offset', {
  scale: SCALE,
  offset: 'u16',
});

export const TILT = struct(
  'tilt',
  'three axes that tell which way is down; slack: counts within which nothing has moved; steady: off one g, 16384ths, from which on it is shaken; rests: pitch and roll as it is held; into: its columns, pitch and roll from there',
  {
    axes: [AXIS, 3],
    slack: 'u16',
    steady: 'u16',
    rests: ['u16', 2],
    columns: ['u8', 3],
    into: 'u8',
  },
);

export const TILT_STATE = struct(
  'tilt_state',
  'held: counts that roll and pitch were computed of; both from how it is held, in 65536ths of a turn, 32768 for none',
  {
    held: ['u16', 3],
    roll: 'u16',
    pitch: 'u16',
  },
);

const SURFACE_AXIS = struct(
  'surface_axis',
  'an axis of a surface; low, scale and table lead from counts to its place',
  {
    scale: SCALE,
    low: 'u16',
    table: 'u16',
  },
);

export const SURFACE = struct(
  'surface',
  'what is touched somewhere across and along; rest, on, off: how hard it is pressed; settle: frames until a place is believed; turned: a bit an axis; into: its columns, x, y and touch',
  {
    axes: [SURFACE_AXIS, 2],
    rest: 'u16',
    on: 'u16',
    off: 'u16',
    columns: ['u8', 3],
    into: 'u8',
    settle: 'u8',
    below: 'u8',
    turned: 'u8',
    pad: 'u8',
  },
);

export const SURFACE_STATE = struct(
  'surface_state',
  'held: the places that are told, Q15; before: those of the last frame; agreed: frames since it was touched',
  {
    held: ['u16', 2],
    before: ['u16', 2],
    stage: 'u8',
    agreed: 'u8',
  },
);

export const JOIN = struct(
  'join',
  'levels as one: so many, from one on; by: how (JOINS_BY); into: its column, a share, Q15',
  { first: 'u8', n: 'u8', by: 'u8', into: 'u8' },
);

export const JOINED = struct(
  'joined',
  'a level that is joined with others, through a table above rest and one below it; column: that it is read from',
  {
    table: ['u16', 2],
    level: 'u8',
    column: 'u8',
    side_mask: 'u8',
    pad: 'u8',
  },
);
