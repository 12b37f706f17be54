/** Codes that stand in images and states. They are the same in C: firmware/cheironom_layout.h is made from them too. */

/** Silent until its first look at rest is over, or something moves; then it plays, and looks on until it has taken rest. */
export const ZERO_STAGE = { silent: 0, awake: 1, done: 2 } as const;

/**
 * Stages of a gate. From `closedHeld` on its timer runs: the hold-off, then that of an attack, which keeps the side on which it began.
 */
export const GATE_STAGE = {
  ...{ closed: 0, open: 1, muted: 2 },
  ...{ closedHeld: 3, openHeld: 4, attackAbove: 5, attackBelow: 6 },
} as const;

/** Stages of a touch lane. A mute one is touched, but was so at power-up or at a silence: it is not heard until released. */
export const TOUCH_STAGE = { untouched: 0, touched: 1, muted: 2 } as const;

/**
 * Stages of a strike lane: waiting; the window in which the peak is found; the mask, in which nothing is a strike; spent,
 * until it has fallen short of "on" once; ringing, while another strike must exceed the decaying peak.
 */
export const STRIKE_STAGE = { waiting: 0, window: 1, masked: 2, spent: 3, ringing: 4 } as const;

/**
 * Stages of a key with two contacts. Up; begun once its first contact has left its rest, and slow where the second has not followed for
 * the longest time that is told apart; crossed where the second left first. Struck it sounds; lifted where its second contact has come
 * back; ending where the first came back so soon that it may bounce. Released it may still bounce; delayed where the second contact
 * left meanwhile. Mute until its first contact comes back.
 */
export const PAIR_STAGE = {
  ...{
    up: 0,
    begun: 1,
    slow: 2,
    crossed: 3,
    sounding: 4,
    lifted: 5,
    ending: 6,
    released: 7,
    delayed: 8,
    muted: 9,
  },
} as const;

/**
 * Stages of a key whose depth is read. Up: it may be struck; begun from its re-arm depth to its strike depth, and slow where that takes
 * longer than is told apart; struck until it has come back past its re-arm depth. Mute until it has come up past its damper depth.
 */
export const DEPTH_STAGE = { up: 0, begun: 1, slow: 2, struck: 3, muted: 4 } as const;

/** Stages of a ribbon: landing until enough frames agree on a place. */
export const RIBBON_STAGE = { untouched: 0, landing: 1, touched: 2 } as const;

/** Stages of a wheel: begun from its first pulse to its second, from which on it has a speed. */
export const SPEED_STAGE = { stopped: 0, begun: 1, turning: 2 } as const;

/** Stages of a tone: begun until enough of its periods agree. */
export const TONE_STAGE = { silent: 0, begun: 1, sounds: 2 } as const;

/**
 * Stages of the button that measures rest and reach: while it is held everything is let rest, then played; afterwards it shows for a while
 * whether that was taken.
 */
export const LEARN_STAGE = { idle: 0, rest: 1, play: 2, taken: 3, refused: 4 } as const;

/** What the light of that button says. */
export const LIGHT = { free: 0, off: 1, on: 2 } as const;

/** How a control goes on from what was sent: it jumps from it, waits until it reads it, or is scaled. */
export const TAKES_OVER_BY = { jump: 0, pickUp: 1, scale: 2 } as const;

/** How levels are joined: their sum, kept within all; their product; the larger; the first to the second as the third goes. */
export const JOINS_BY = { sum: 0, product: 1, larger: 2, crossfade: 3 } as const;

/** What a selector does when it opens: another scene plays; a part is silent or sounds again; all begins anew; notes begin higher or lower; the clock goes faster, slower, on or stops, or as it is tapped. */
export const DOES = { scene: 0, mute: 1, reset: 2, shift: 3, tempo: 4, transport: 5, tap: 6 } as const;

/** What a selector says to whoever follows its clock. Toggled it starts, or stops what was started. */
export const TRANSPORT = { start: 0, stop: 1, continue: 2, toggle: 3 } as const;

/** Shifts and steps of tempo are kept with this added, so that none is below 0. */
export const SHIFT_ZERO = 128;
/** Furthest shift, semitones. */
export const MOST_SHIFT = 60;

/** What a selector selects besides a scene: the one before the one that plays, and the one after it, round. */
export const SELECTS = { previous: 254, next: 255 } as const;

/** Stages of a takeover: begun by a change of scene; then it waits below or above what had been sent, or scales, until it follows again. */
export const TAKEOVER_STAGE = { follows: 0, begun: 1, below: 2, above: 3, scales: 4 } as const;

/** Which of the lanes touched a choice takes. */
export const CHOOSES = { last: 0, highest: 1 } as const;

/**
 * What a control sends. Poly pressure goes to the note that its lane plays; a glide's bend goes with the note that the glide plays (voices/glide.ts).
 */
export const CONTROL_KIND = {
  controller7: 0,
  controller14: 1,
  pressure: 2,
  polyPressure: 3,
  bend: 4,
  glide: 5,
  parameter7: 6,
  parameter14: 7,
  tempo: 8,
  light: 9,
} as const;

/** Whether a control of this kind sends seven bits, by stairs. */
export const isCoarse = (kind: number): boolean => ((COARSE >> kind) & 1) === 1;

/** A bit a kind. */
const COARSE = [
  ...[CONTROL_KIND.controller7, CONTROL_KIND.pressure, CONTROL_KIND.polyPressure],
  ...[CONTROL_KIND.parameter7, CONTROL_KIND.tempo, CONTROL_KIND.light],
].reduce<number>((mask, kind) => mask | (1 << kind), 0);

/** What a value does on its lights (instrument/voices.ts); with the bits: the first of them stands last, and what is not lit has a colour. */
export const SHOWS = { bar: 0, point: 1, fade: 2, flash: 3, turned: 4, covers: 8 } as const;

/** Stands as the status of what is sent to no channel: a gate's lights. */
export const NO_STATUS = 0;

/** What a place without frets plays: another note at each boundary, or a bend from where it began: on the grid, or as far off it as it truly was. */
export const GLIDE_SCHOOL = { fretted: 0, slide: 1, pullIn: 2 } as const;

/** What a glide reads: a share of a level's way from rest to reach, one side or both, a share as it stands in its column, or a pitch. */
export const GLIDE_READS = { level: 0, aboveIsUp: 1, belowIsUp: 2, share: 3, pitch: 4 } as const;

/** How a glide plays, as bits: each note begins before the last ends; a slide past the bend range begins the nearest note anew; its notes say their bend. */
export const GLIDE_SLURRED = 1;
export const GLIDE_ANEW = 2;
export const GLIDE_BENDS = 4;

/** A drift to the nearest degree takes a step this often, ticks: 16.4 ms. */
export const DRIFT_TICKS = 1024;

/** Segments of a glide's table: more than of a response, since what is heard is pitch. */
export const GLIDE_TABLE_BITS = 8;

/** Steps and semitones are kept with this added, so that none is below 0. */
export const STEPS_ZERO = 128;

/** Stages of a glide: open, but its note has not begun; moving while another place must still be held for its settle time. */
export const GLIDE_STAGE = { idle: 0, settling: 1, sounds: 2, moving: 3 } as const;

/** What fingers play that fit no entry. */
export const UNASSIGNED = { nearest: 0, hold: 1, silence: 2 } as const;

/** Stages of a fingering: waiting until its fingers rest, then looking through its entries. */
export const FINGERING_STAGE = { rests: 0, waits: 1, looks: 2 } as const;

/** Stages of an input: of a system exclusive message that has begun it is not known yet whether it is the bench's own; others pass, or are passed over. */
export const PORT_STAGE = { plain: 0, begun: 1, passes: 2, dropped: 3 } as const;

/** What passes from an input, as bits: clock with start, stop and continue; program changes, which may select scenes besides. */
export const LETS = { clock: 1, programs: 2, selects: 4 } as const;

/** Nothing sent yet: a value of up to 14 bits, or of 7. */
export const UNSENT = 0xffff;
export const UNSENT7 = 0xff;

/** So many keys of two contacts at most begin or end in one frame, which bounds what it sends; others wait for the next. */
export const MOST_A_FRAME = 4;

/** Nothing sounds on this lane. */
export const NO_NOTE = 255;

/**
 * Stands in the channel of a lane's note where another lane can play the same note on the same channel: who holds it is then
 * looked for. A channel itself is 0 … 15.
 */
export const SHARED_NOTE = 0x10;

/** In a lane's channel: a pool gives it one (voices/pool.ts), and the four bits below say which. */
export const POOLED = 0x20;

/** No bend is sent before this note. */
export const NO_BEND = 0xffff;

/** No table: a share is taken as it is. */
export const NO_TABLE = 0xffff;

/** Messages on the line (firmware/cheironom_sysex.h). */
export const SYSEX_KIND = { settings: 1, asks: 2, answer: 3, command: 4 } as const;

/** What a board answers to settings that it was sent; for now: until its power goes. */
export const ANSWER = {
  taken: 0,
  noSettings: 1,
  otherStructure: 2,
  damaged: 3,
  noRoom: 4,
  takenForNow: 5,
  busy: 6,
} as const;

/** The codes by name, for the C header. */
export const CODES = {
  zero: ZERO_STAGE,
  gate: GATE_STAGE,
  touch: TOUCH_STAGE,
  strike: STRIKE_STAGE,
  pair: PAIR_STAGE,
  depth: DEPTH_STAGE,
  ribbon: RIBBON_STAGE,
  speed: SPEED_STAGE,
  tone: TONE_STAGE,
  takeover: TAKEOVER_STAGE,
  learn: LEARN_STAGE,
  light: LIGHT,
  by: TAKES_OVER_BY,
  chooses: CHOOSES,
  select: SELECTS,
  joins: JOINS_BY,
  does: DOES,
  shift: { zero: SHIFT_ZERO, most: MOST_SHIFT },
  transport: TRANSPORT,
  control: CONTROL_KIND,
  shows: SHOWS,
  school: GLIDE_SCHOOL,
  reads: GLIDE_READS,
  glide: GLIDE_STAGE,
  unassigned: UNASSIGNED,
  fingering: FINGERING_STAGE,
  port: PORT_STAGE,
  lets: LETS,
  sysex: SYSEX_KIND,
  answer: ANSWER,
} as const;
