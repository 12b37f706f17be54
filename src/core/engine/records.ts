import { struct } from './struct';

/** The records of which image and state are made; which lists of them there are, and in what order, says layout.ts. docs/engine.md says what the fields mean. */

/** Scenes in which something lives: scene.ts. */
const SCENES = ['u16', 2] as const;

export const SCALE = struct('scale', 'x of 0 ... span as a Q15 share without division', {
  span: 'u16',
  factor: 'u16',
  mul: 'u16',
});

export const SIDE = struct(
  'side',
  'one side of rest; distances in counts; an absent side has 65535 for all three',
  {
    scale: SCALE,
    dead: 'u16',
    on: 'u16',
    off: 'u16',
  },
);

export const LEVEL = struct(
  'level',
  'a level: a column with a rest and up to two sides; still: the nearer of their ons, 0: its rest is fixed, and not looked at; its gates and controls stand together',
  {
    rest: 'u16',
    still: 'u16',
    side: [SIDE, 2],
    column: 'u8',
    gate: 'u8',
    gates: 'u8',
    control: 'u8',
    controls: 'u8',
    pad: 'u8',
  },
);

export const CREEP = struct(
  'creep',
  'levels whose rest is followed while nobody plays them: by step counts at most in so many sweeps of timers; step 0: it stays',
  { level: 'u8', levels: 'u8', every: 'u8', step: 'u8' },
);

export const CREEP_STATE = struct('creep_state', 'sweeps: since it was followed last', { sweeps: 'u8' });

export const ZERO_STATE = struct(
  'zero_state',
  'rest of a level or a strike lane, and what it finds out at power-up',
  {
    rest: 'u16',
    median: 'u16',
    first: 'u16',
    looks: 'u8',
    stage: 'u8',
  },
);

export const GATE = struct('gate', 'opens and closes with a level, which is this lane of its sensor', {
  window_ticks: 'u16',
  hold_off_ticks: 'u16',
  attack: [SCALE, 2],
  level: 'u8',
  column: 'u8',
  side_mask: 'u8',
  listener: 'u8',
  listeners: 'u8',
  lane: 'u8',
});

export const GATE_STATE = struct(
  'gate_state',
  'low ... high are the counts among which nothing happens; peak: the count furthest from rest in an attack; column as in the image, where it is read sooner',
  {
    low: 'u16',
    high: 'u16',
    peak: 'u16',
    since: 'u16',
    stage: 'u8',
    column: 'u8',
  },
);

export const CONTROL = struct(
  'control',
  'a level sent as a controller or as channel pressure; curve: where its stairs begin, or at 14 bits its table; deadband: steps; slack: counts past a step by which it is kept; hold, takeover: which of them, from 1, keeps what it sent, or takes it over; 0 for none',
  {
    scenes: SCENES,
    from: 'u16',
    span: 'u16',
    interval_ticks: 'u16',
    curve: 'u16',
    deadband: 'u8',
    slack: 'u8',
    level: 'u8',
    column: 'u8',
    side_mask: 'u8',
    kind: 'u8',
    status: 'u8',
    controller: 'u8',
    hold: 'u8',
    takeover: 'u8',
  },
);

export const CONTROL_STATE = struct(
  'control_state',
  'low ... high are the counts that keep what was sent; held: until then; column as in the image, where it is read sooner',
  {
    low: 'u16',
    high: 'u16',
    sent: 'u16',
    until: 'u16',
    held: 'u8',
    column: 'u8',
  },
);

export const HOLD = struct(
  'hold',
  'keeps what controls have sent while a gate is closed: so many, from one on',
  {
    control: 'u8',
    controls: 'u8',
  },
);

export const HOLD_STATE = struct('hold_state', 'open: how many of its gates are', { open: 'u8' });

export const TAKEOVER = struct(
  'takeover',
  'by: how a control takes over what was sent, where its scene plays again',
  { by: 'u8' },
);

export const TAKEOVER_STATE = struct(
  'takeover_state',
  'sent, at: what had been sent, and what the control read then, while it is scaled',
  {
    sent: 'u16',
    at: 'u16',
    stage: 'u8',
    pad: 'u8',
  },
);

export const SWITCHED = struct(
  'switched',
  'a controller, or channel pressure, that gates move between two values',
  {
    scenes: SCENES,
    status: 'u8',
    controller: 'u8',
    off: 'u8',
    on: 'u8',
  },
);

export const SWITCHED_STATE = struct('switched_state', 'what was sent, and how many gates are open', {
  sent: 'u8',
  open: 'u8',
});

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

export const LISTENER = struct('listener', 'who hears a gate', { is: 'u8', index: 'u8' });

export const NOTE = struct(
  'note',
  'notes of the lanes of one gate port, and where their velocity comes from; table: how a level gives it',
  {
    scenes: SCENES,
    table: 'u16',
    lane: 'u8',
    lanes: 'u8',
    velocity: 'u8',
    from: 'u8',
    span: 'u8',
    level: 'u8',
  },
);

export const NOTE_LANE = struct(
  'note_lane',
  'channel 0 ... 15 and note of one lane; 16 more: another lane can play them too',
  {
    channel: 'u8',
    note: 'u8',
  },
);

export const NOTE_LANE_STATE = struct('note_lane_state', 'channel and note that sound; note 255: none', {
  channel: 'u8',
  note: 'u8',
});

export const CHOICE = struct('choice', 'one note at a time: a gate says when, the lanes of another which', {
  note: 'u8',
  by: 'u8',
  lane: 'u8',
  lanes: 'u8',
});

export const CHOICE_STATE = struct(
  'choice_state',
  'strength of the gate that opened last, and how many are open; order: the last lane that opened',
  {
    strength: 'u16',
    order: 'u16',
    open: 'u8',
    pad: 'u8',
  },
);

export const CHOICE_LANE_STATE = struct(
  'choice_lane_state',
  'which opening it is of, of all of the choice; 0: it is closed',
  {
    order: 'u16',
  },
);

export const ENGINE_STATE = struct(
  'engine_state',
  'backlog: time that the wire needs for what was sent, us; frame: since power-up, modulo 256',
  {
    last_us: 'u32',
    backlog_us: 'u32',
    swept: 'u16',
    discard: 'u8',
    turn: 'u8',
    looking: 'u8',
    scene: 'u8',
    frame: 'u8',
    pad: 'u8',
  },
);

/** Changes whenever the dump's head or its order do: settings of another layout are refused. */
export const LAYOUT_VERSION = 7;

export const SETTINGS_HEAD = struct(
  'settings_head',
  'before settings in a dump and in a slot; crc: over all of it, its own place taken as 0; build, sequence: of slots, the newest of this build counts',
  {
    magic: 'u32',
    structure: 'u32',
    digest: 'u32',
    build: 'u32',
    sequence: 'u32',
    crc: 'u32',
    layout: 'u16',
    length: 'u16',
  },
);
