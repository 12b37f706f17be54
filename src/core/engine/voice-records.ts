import { struct } from './struct';

/** The records of what is sent: controllers, who hears a gate, notes and what they are chosen by; which lists of them there are says layout.ts. */

/** Scenes in which something lives: scene.ts. */
const SCENES = ['u16', 2] as const;

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
