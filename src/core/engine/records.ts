import { struct } from './struct';

/**
 * The records of levels and their gates, of the engine itself, and the head of a dump; those of banks, of what is sent, and of what
 * computes columns stand beside it. Which lists of them image and state have, and in what order, says layout.ts; what the fields mean, docs/engine.md.
 */

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

export const ENGINE_STATE = struct(
  'engine_state',
  'backlog: time that the wire needs for what was sent, us; frame: since power-up, modulo 256; announced: how many announcements have been sent',
  {
    last_us: 'u32',
    backlog_us: 'u32',
    swept: 'u16',
    discard: 'u8',
    turn: 'u8',
    looking: 'u8',
    scene: 'u8',
    frame: 'u8',
    announced: 'u8',
  },
);

/** Changes whenever the dump's head or its order do: settings of another layout are refused. */
export const LAYOUT_VERSION = 11;

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
