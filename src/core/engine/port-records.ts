import { struct } from './struct';

/** The records of what comes in on a board's MIDI inputs, and of the merge with what it plays itself. */

/** Notes that came in on a port and sound, of which it knows each; of more it knows the channel. */
export const PORT_NOTES = 10;

/** Bytes that wait while a system exclusive message holds the wire. */
export const PARKED_BYTES = 22;

export const PORT = struct(
  'port',
  'a MIDI input; blocks: a bit a controller that does not pass; how: what passes besides (LETS)',
  { blocks: ['u16', 8], how: 'u8', pad: 'u8' },
);

export const PORT_STATE = struct(
  'port_state',
  'notes: that sound, channel and note, 65535: none; ends: channels on which more sounds; pedals: on which a pedal holds; owed: channels that are still to be ended as a whole; since: the last byte; garbage: bytes that were no message; status: running, 0: none; have: data bytes so far; sensed: whether it says that it is there; program: that asks for a scene, from 1',
  {
    notes: ['u16', PORT_NOTES],
    ends: 'u16',
    pedals: 'u16',
    owed: 'u16',
    since: 'u16',
    garbage: 'u16',
    status: 'u8',
    first: 'u8',
    have: 'u8',
    stage: 'u8',
    sensed: 'u8',
    program: 'u8',
  },
);

export const MERGE = struct('merge', 'what a board plays itself, and its inputs, on one wire', {
  ports: 'u8',
});

export const MERGE_STATE = struct(
  'merge_state',
  'bytes: that wait, so many, while a system exclusive message holds the wire; lock: of the port that it comes from, from 1; 0: none; since: its last byte',
  {
    since: 'u16',
    bytes: ['u8', PARKED_BYTES],
    n: 'u8',
    lock: 'u8',
  },
);

export const SENSING = struct('sensing', 'says now and then that the board is there: active sensing', {
  pad: 'u8',
});
