import { struct } from './struct';

/** The records of what is sent: controllers, who hears a gate, notes and what they are chosen by; which lists of them there are says layout.ts. */

/** Scenes in which something lives: scene.ts. */
const SCENES = ['u16', 2] as const;

export const CONTROL = struct(
  'control',
  'a level sent as a controller or as channel pressure; curve: where its stairs begin above rest and below it, or at 14 bits its tables; deadband: steps; slack: counts past a step by which it is kept; mirror: what is sent is so much less its value, 0: its value; hold, takeover: which of them, from 1, keeps what it sent, or takes it over; 0 for none; lane: the lane of notes, from 1, whose note it belongs to, on its channel, and next: the next control of that lane, from 1; glide: the one whose bend it is',
  {
    scenes: SCENES,
    from: 'u16',
    span: 'u16',
    interval_ticks: 'u16',
    curve: ['u16', 2],
    mirror: 'u16',
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
    lane: 'u8',
    next: 'u8',
    glide: 'u8',
    pad: 'u8',
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

export const SELECTOR = struct(
  'selector',
  'a gate that changes how the rest plays when it opens; does, to: what (DOES, SELECTS); guards: so many of its guards must be open',
  { does: 'u8', to: 'u8', guards: 'u8' },
);

export const SELECTOR_STATE = struct(
  'selector_state',
  'open: how many of its guards are; asks: it opened, and what it does comes with the next frame',
  { open: 'u8', asks: 'u8' },
);

export const MODE = struct('mode', 'what selectors change besides scenes', { pad: 'u8' });

export const MODE_STATE = struct(
  'mode_state',
  'muted: a bit a part of its notes; shift: semitones that notes begin higher, 128 more',
  { muted: 'u8', shift: 'u8' },
);

export const TEMPO = struct(
  'tempo',
  'MIDI clock; table: of its tempos, the slowest first, the time from clock to clock, 4 us; begins: which it begins with',
  { table: 'u16', tempos: 'u8', begins: 'u8' },
);

export const TEMPO_STATE = struct(
  'tempo_state',
  'next_us: when the next clock is due; tapped_us, beat_us: when a beat was tapped last, and how far apart beats are, 0: not known; tempo: which; runs: started, and not stopped since; begun: a clock has been sent; taps: a beat has been tapped',
  { next_us: 'u32', tapped_us: 'u32', beat_us: 'u32', tempo: 'u8', runs: 'u8', begun: 'u8', taps: 'u8' },
);

export const SHOW = struct(
  'show',
  'what a value does on its lights: so many from one on; how: SHOWS; colours: of what is lit, and of what is not',
  {
    scenes: SCENES,
    first: 'u16',
    lights: 'u16',
    how: 'u8',
    colour: ['u8', 3],
    under: ['u8', 3],
    pad: 'u8',
  },
);

export const SHOW_STATE = struct(
  'show_state',
  'value: 0 ... 127, as it is played; shown: as it was seen last; rises: since when, slow ticks, or whether its flash is in its lit half',
  { since: 'u16', value: 'u8', shown: 'u8', rises: 'u8', pad: 'u8' },
);

export const PARAMETER = struct(
  'parameter',
  'a parameter that two controllers name before a value: select, high, low',
  { high: 'u8', low: 'u8', registered: 'u8' },
);

export const SCENE_START = struct(
  'scene_start',
  'how a scene begins; ends: notes that do not live in it end then, else when they are let go',
  { ends: 'u8' },
);

/** A listener that hears every lane of a gate. */
export const ANY_LANE = 255;

export const LISTENER = struct(
  'listener',
  'who hears a gate; lane: the only one of its bank that it hears, 255: all',
  {
    is: 'u8',
    index: 'u8',
    lane: 'u8',
  },
);

export const NOTE = struct(
  'note',
  'notes of the lanes of one gate port, and where their velocity comes from; table: how a level gives it; parts: a bit a part that it belongs to, which can be muted; stays: it is not shifted',
  {
    scenes: SCENES,
    table: 'u16',
    lane: 'u8',
    lanes: 'u8',
    velocity: 'u8',
    from: 'u8',
    span: 'u8',
    level: 'u8',
    parts: 'u8',
    stays: 'u8',
  },
);

export const NOTE_LANE = struct(
  'note_lane',
  'channel 0 ... 15 and note of one lane; in the channel 16 more: another lane can play them too, 32 more: a pool gives the channel; bend: sent before it, 65535: none; control: the first that belongs to its note, from 1',
  {
    bend: 'u16',
    channel: 'u8',
    note: 'u8',
    control: 'u8',
    pad: 'u8',
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
  slurred: 'u8',
});

export const CHOICE_STATE = struct(
  'choice_state',
  'strength of the gate that opened last, and how many are open; order: the last lane that opened; chosen: the lane that plays',
  {
    strength: 'u16',
    order: 'u16',
    open: 'u8',
    chosen: 'u8',
  },
);

export const CHOICE_LANE_STATE = struct(
  'choice_lane_state',
  'which opening it is of, of all of the choice; 0: it is closed',
  {
    order: 'u16',
  },
);

export const POOL = struct(
  'pool',
  'channels that notes take by turns: as many members from a channel, 0 ... 15, up or down; member: where their states begin',
  {
    member: 'u8',
    members: 'u8',
    channel: 'u8',
    down: 'u8',
  },
);

export const MEMBER_STATE = struct(
  'member_state',
  'a channel, and the lane of notes that plays on it, 255: none; a pool has the one first that has begun or ended the longest time ago',
  {
    channel: 'u8',
    lane: 'u8',
  },
);

export const ANNOUNCEMENT = struct(
  'announcement',
  'a controller that says once what a receiver must know: zones, bend ranges',
  {
    channel: 'u8',
    controller: 'u8',
    value: 'u8',
    pad: 'u8',
  },
);

export const DEGREE = struct('degree', 'a note of a scale: its pitch, 1/512 semitone, as note and bend', {
  pitch: 'u16',
  bend: 'u16',
  note: 'u8',
  pad: 'u8',
});

export const GLIDE = struct(
  'glide',
  'a place without frets, one note at a time; pitches in 1/512 semitone; bend: steps of bend a unit of pitch, Q16; range: furthest bend; table of 257 entries from its share; per: counts a unit of pitch, Q16; degrees: none for twelve even semitones; control: its glide, from 1; steps, adds: degrees and semitones above what is played, 128 more',
  {
    bend: 'u32',
    low: 'u16',
    span: 'u16',
    table: 'u16',
    hysteresis: 'u16',
    settle_ticks: 'u16',
    drift: 'u16',
    range: 'u16',
    per: 'u16',
    level: 'u8',
    column: 'u8',
    side_mask: 'u8',
    reads: 'u8',
    note: 'u8',
    school: 'u8',
    degree: 'u8',
    degrees: 'u8',
    control: 'u8',
    steps: 'u8',
    adds: 'u8',
    how: 'u8',
  },
);

export const GLIDE_STATE = struct(
  'glide_state',
  'low ... high are the counts among which nothing happens; offset: of its pitch from its place, 32768 more; degree: that it plays; wanted: that it has moved to',
  {
    low: 'u16',
    high: 'u16',
    offset: 'u16',
    since: 'u16',
    strength: 'u16',
    degree: 'u8',
    wanted: 'u8',
    stage: 'u8',
    open: 'u8',
  },
);

export const GATING = struct(
  'gating',
  'lets a gate through while others allow it: joined: another must be open; length: slow ticks until it ends by itself, 0: when it closes',
  {
    length_slow: 'u16',
    listener: 'u8',
    listeners: 'u8',
    lane: 'u8',
    lanes: 'u8',
    joined: 'u8',
    pad: 'u8',
  },
);

export const GATING_STATE = struct(
  'gating_state',
  'how many of the gates are open that it is joined with, and that hold',
  {
    joined: 'u8',
    held: 'u8',
  },
);

export const GATING_LANE_STATE = struct(
  'gating_lane_state',
  'open: the gate itself; through: what its listeners heard last',
  {
    strength: 'u16',
    since: 'u16',
    open: 'u8',
    through: 'u8',
  },
);

export const FINGERING = struct(
  'fingering',
  'one note at a time by which fingers are open: so many entries, of which the first that fits counts',
  {
    settle_ticks: 'u16',
    note: 'u8',
    entry: 'u8',
    entries: 'u8',
    finger: 'u8',
    fingers: 'u8',
    unassigned: 'u8',
    slurred: 'u8',
    pad: 'u8',
  },
);

export const FINGERING_STATE = struct(
  'fingering_state',
  'open: a bit a finger; at: the entry to be looked at next; best: that which fits, or differs least, from 1, by so many fingers; plays: the entry whose note sounds, from 1',
  {
    open: ['u16', 2],
    strength: 'u16',
    since: 'u16',
    gates: 'u8',
    stage: 'u8',
    at: 'u8',
    best: 'u8',
    differs: 'u8',
    plays: 'u8',
  },
);

export const FINGERS = struct('fingers', 'lanes of a gate as fingers of a fingering: the first is this bit', {
  fingering: 'u8',
  bit: 'u8',
});

export const FINGER = struct('finger', 'semitones that a finger adds while it is open, 128 more', {
  adds: 'u8',
});

export const FINGERING_ENTRY = struct('fingering_entry', 'fingers that count, and which of them are open', {
  care: ['u16', 2],
  keys: ['u16', 2],
  bend: 'u16',
  note: 'u8',
  pad: 'u8',
});
