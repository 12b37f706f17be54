import { SCALE, ZERO_STATE } from './records';
import { struct } from './struct';

/** The records of banks: touch, strike, contacts and keys, a bank and its lanes each, and of the button that measures them. */

export const TOUCH_BANK = struct('touch_bank', 'touch lanes that share what follows', {
  follow_slow: 'u16',
  longest_slow: 'u16',
  lane: 'u8',
  lanes: 'u8',
  falling: 'u8',
  listener: 'u8',
  listeners: 'u8',
  pad: 'u8',
});

export const TOUCH = struct('touch', 'one touch lane; on and off are distances from its untouched level', {
  untouched: 'u16',
  on: 'u16',
  off: 'u16',
  column: 'u8',
  pad: 'u8',
});

export const TOUCH_BANK_STATE = struct(
  'touch_bank_state',
  'since: last step of the untouched levels, slow ticks',
  {
    since: 'u16',
    looks: 'u8',
    pad: 'u8',
  },
);

export const TOUCH_STATE = struct('touch_state', 'since: when it was touched, slow ticks', {
  untouched: 'u16',
  since: 'u16',
  stage: 'u8',
  pad: 'u8',
});

export const STRIKE_BANK = struct(
  'strike_bank',
  'strike lanes that share their times, and how far they shake each other, Q8',
  {
    window_ticks: 'u16',
    mask_ticks: 'u16',
    half_life_ticks: 'u16',
    length_ticks: 'u16',
    lane: 'u8',
    lanes: 'u8',
    listener: 'u8',
    listeners: 'u8',
    shock: 'u8',
    pad: 'u8',
  },
);

export const STRIKE = struct(
  'strike',
  'one strike lane; on is a distance from rest; table: how its strength answers',
  {
    rest: 'u16',
    on: 'u16',
    scale: SCALE,
    table: 'u16',
    column: 'u8',
    pad: 'u8',
  },
);

export const STRIKE_STATE = struct(
  'strike_state',
  'peak: of the window, then the level that another must exceed',
  {
    peak: 'u16',
    since: 'u16',
    began: 'u16',
    stage: 'u8',
    sounding: 'u8',
  },
);

export const CONTACT_BANK = struct('contact_bank', 'contacts that share their debounce', {
  debounce_ticks: 'u16',
  lane: 'u8',
  lanes: 'u8',
  rest: 'u8',
  listener: 'u8',
  listeners: 'u8',
  pad: 'u8',
});

export const CONTACT_STATE = struct(
  'contact_state',
  'taken: the state that counts; seen: the one last reported; muted: held since power-up',
  {
    since: 'u16',
    seen: 'u8',
    taken: 'u8',
    running: 'u8',
    muted: 'u8',
  },
);

export const PAIR_BANK = struct(
  'pair_bank',
  'keys with two contacts each, which follow one another from contact on; scale: from the slowest stroke to the fastest, 512ths of a semitone of its time; restrikes: whether the second contact alone repeats a note',
  {
    debounce_ticks: 'u16',
    scale: SCALE,
    contact: 'u8',
    lane: 'u8',
    lanes: 'u8',
    restrikes: 'u8',
    listener: 'u8',
    listeners: 'u8',
  },
);

export const PAIR = struct(
  'pair',
  'one key; slowest: its slowest stroke, 512ths of a semitone; table: how its strength answers; order: 0 its contacts stand as they are passed, 1 the other way round, 2 it was not measured; rests: a bit for the first that is passed, one for the second: closed while nobody plays',
  {
    slowest: 'u16',
    table: 'u16',
    order: 'u8',
    rests: 'u8',
  },
);

export const PAIR_BANK_STATE = struct(
  'pair_bank_state',
  'waiting: keys whose debounce a frame has to end; timed: whether the time of some key may run',
  { waiting: 'u8', timed: 'u8' },
);

export const PAIR_STATE = struct(
  'pair_state',
  'since: when the first contact left its rest, or the second came back; changed: the strike, the return of the first contact, or a second one that left first; seen: which contacts have left their rest, and two bits of since, units of 4 us',
  {
    since: 'u16',
    changed: 'u16',
    stage: 'u8',
    seen: 'u8',
  },
);

export const DEPTH_BANK = struct(
  'depth_bank',
  'keys whose depth is read, Q15: a stroke is timed from rearm to strike, its note ends at damper; scale: from the slowest stroke to the fastest, 512ths of a semitone of its time',
  {
    strike: 'u16',
    damper: 'u16',
    rearm: 'u16',
    scale: SCALE,
    lane: 'u8',
    lanes: 'u8',
    listener: 'u8',
    listeners: 'u8',
  },
);

export const DEPTH = struct(
  'depth',
  'one key; scale: counts from rest to its bottom; table: from their share to its depth; asleep: short of so many counts from rest it is up; slowest: its slowest stroke, 512ths of a semitone; answers: the table by which its strength answers; below: whether its counts fall',
  {
    rest: 'u16',
    scale: SCALE,
    table: 'u16',
    asleep: 'u16',
    slowest: 'u16',
    answers: 'u16',
    column: 'u8',
    below: 'u8',
  },
);

export const DEPTH_STATE = struct(
  'depth_state',
  'since: when it passed its re-arm depth, units of 4 us; before: its depth at the frame before, 0 while it is asleep; low ... high are the counts among which it sleeps; sounding: whether its note does; column as in the image, where it is read sooner',
  {
    since: 'u16',
    before: 'u16',
    low: 'u16',
    high: 'u16',
    stage: 'u8',
    sounding: 'u8',
    column: 'u8',
    pad: 'u8',
  },
);

export const LEARN = struct(
  'learn',
  'the button by which rest and reach are measured: a contact, and whether it is closed while nobody holds it',
  { contact: 'u8', rests: 'u8' },
);

export const LEARN_STATE = struct(
  'learn_state',
  'since: the button was last pressed or let go, tick: a lane last looked, slow ticks; fresh: something was taken that nobody has asked for yet',
  {
    since: 'u16',
    tick: 'u8',
    seen: 'u8',
    held: 'u8',
    running: 'u8',
    stage: 'u8',
    fresh: 'u8',
  },
);

export const LEARN_LANE = struct(
  'learn_lane',
  'what the button measures: a level, or a lane of a touch bank, 255 for a level',
  { at: 'u8', bank: 'u8' },
);

export const LEARN_LANE_STATE = struct(
  'learn_lane_state',
  'zero: its look at rest, stage 1 once that is over; low, high: of rest, then of what is played for two frames on end; last: the frame before; spread: of rest',
  {
    zero: ZERO_STATE,
    low: 'u16',
    high: 'u16',
    last: 'u16',
    spread: 'u16',
  },
);
