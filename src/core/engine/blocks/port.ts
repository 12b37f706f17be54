import { dataBytesAfter, END_OF_EXCLUSIVE, REAL_TIME, SYSTEM } from '../../midi/message-reader';
import { CONTROLLER, DEFAULT_RELEASE, STATUS } from '../../midi/messages';
import { ticksSince } from '../clock';
import { LETS, PORT_STAGE } from '../codes';
import type { Engine } from '../engine';
import type { State } from '../layout';
import { cut, isLocked, LOCK_TICKS, park, pass, passHolding, unlock } from '../merge';
import { PARKED_BYTES, PORT_NOTES } from '../port-records';
import { firstDue, type Stretch } from '../stretch';
import { send } from '../wire';
import type { Block } from './block';

/**
 * An input that has said that it is there, and then nothing for so long, has been pulled out: 400 ms, ticks. Senders say it every 300 ms at
 * the latest (MIDI 1.0 Detailed Specification, "Active Sensing"); the rest is what a slow scan takes.
 */
export const SENSE_TICKS = 25_000;

/** How the bench's own messages begin (exchange/settings/settings-sysex.ts): they are for this board, and do not pass. */
const OWN: readonly number[] = [SYSTEM.exclusive, 0x7d, 0x43, 0x68];

const NO_NOTE_IN = 0xffff;
/** Real-time bytes that mean nothing. */
const UNDEFINED: readonly number[] = [0xf9, 0xfd];

type Port = State['ports'][number];

/** What comes in: whole messages pass, whatever the sender's running status; what sounds by it ends where it is pulled out. */
export const port: Block = {
  name: 'port',
  of: 'ports',
  file: 'input',
  start: ({ ports, merges }) => ({
    ports: ports.map(() => ({
      notes: new Array<number>(PORT_NOTES).fill(NO_NOTE_IN),
      ...{ ends: 0, pedals: 0, owed: 0, since: 0, garbage: 0 },
      ...{ status: 0, first: 0, have: 0, stage: PORT_STAGE.plain, sensed: 0, program: 0 },
    })),
    merges: merges.map(() => ({ since: 0, bytes: new Array<number>(PARKED_BYTES).fill(0), n: 0, lock: 0 })),
  }),
  byte: (e, index, byte) => {
    if (index >= e.state.ports.length) return;
    const own = e.state.ports[index];
    own.since = e.t;
    if (byte >= REAL_TIME.first) takeRealTime(e, index, byte);
    else if (byte >= 0x80) takeStatus(e, index, byte);
    else takeData(e, index, byte);
  },
  silence: (e) => {
    if (isLocked(e)) cut(e);
    for (const own of e.state.ports) endNotes(e, own);
  },
  // Nothing has come for longer than anything waits.
  expire: (e) => e.state.ports.forEach((_, i) => endLate(e, i, 0xffff, 0xffff)),
};

/** Before anything else plays a frame: what has been cut off ends. */
export function endInputs(e: Engine): void {
  const { ports, merges } = e.state;
  if (ports.length === 0) return;
  const held = ticksSince(merges[0].since, e.t);
  ports.forEach(({ since }, i) => endLate(e, i, ticksSince(since, e.t), held));
  endOwed(e);
}

/** Ends a channel that an input owes, where there is one. */
export function endOwed(e: Engine): void {
  const owing = e.state.ports.find(({ owed }) => owed !== 0);
  if (owing) endChannel(e, owing);
}

/** The first frame after one at which {@link endInputs} has something to do. */
export function nextOfInputs(e: Engine, frame: number, s: Stretch): number {
  let next = isLocked(e) ? firstDue(s, frame, e.state.merges[0].since, LOCK_TICKS) : s.end;
  for (const { owed, sensed, since } of e.state.ports) {
    if (owed !== 0) return frame + 1;
    if (sensed !== 0) next = Math.min(next, firstDue(s, frame, since, SENSE_TICKS));
  }
  return next;
}

/**
 * A message that has been cut ends after a while, and what sounds by an input that has been pulled out.
 * @param passed since its last byte, ticks @param held since the last one of the message that holds the wire
 */
function endLate(e: Engine, index: number, passed: number, held: number): void {
  const own = e.state.ports[index];
  const isGone = own.sensed !== 0 && passed >= SENSE_TICKS;
  if (e.state.merges[0].lock === index + 1 && (isGone || held >= LOCK_TICKS)) cut(e);
  if (!isGone) return;
  own.sensed = 0;
  endInput(e, own);
}

/** What it has begun to say is nothing, and what sounds by it ends. */
function endInput(e: Engine, own: Port): void {
  own.stage = PORT_STAGE.plain;
  own.status = 0;
  own.have = 0;
  endNotes(e, own);
}

/** Notes that it knows end now, channels of which more sounds with the frames to come. */
function endNotes(e: Engine, own: Port): void {
  const from = e.bytes;
  own.notes.forEach((note, i) => {
    if (note === NO_NOTE_IN) return;
    own.notes[i] = NO_NOTE_IN;
    send(e, STATUS.noteOff | (note >> 8), note, DEFAULT_RELEASE);
  });
  own.owed |= own.ends | own.pedals;
  own.ends = 0;
  own.pedals = 0;
  park(e, from);
}

/** The lowest of the channels that it owes. */
function endChannel(e: Engine, own: Port): void {
  const from = e.bytes;
  let channel = 0;
  while (((own.owed >> channel) & 1) === 0) channel++;
  own.owed ^= 1 << channel;
  send(e, STATUS.controlChange | channel, CONTROLLER.sustain, 0);
  send(e, STATUS.controlChange | channel, CONTROLLER.allNotesOff, 0);
  park(e, from);
}

/** At once, whatever else is going on. */
function takeRealTime(e: Engine, index: number, byte: number): void {
  const own = e.state.ports[index];
  if (byte === REAL_TIME.sensing) own.sensed = 1;
  else if (UNDEFINED.includes(byte)) countGarbage(own);
  else if (byte !== REAL_TIME.reset) {
    if ((e.image.ports[index].how & LETS.clock) !== 0) pass(e, byte);
  } else {
    if (e.state.merges[0].lock === index + 1) cut(e);
    endInput(e, own);
    pass(e, byte);
  }
}

function takeStatus(e: Engine, index: number, byte: number): void {
  const own = e.state.ports[index];
  const { stage, have } = own;
  own.stage = PORT_STAGE.plain;
  own.status = 0;
  own.have = 0;
  if (stage === PORT_STAGE.passes) unlock(e);
  else if (stage === PORT_STAGE.begun && byte === END_OF_EXCLUSIVE && !isLocked(e)) passShort(e, have);
  else if (have > 0 || (stage === PORT_STAGE.plain && byte === END_OF_EXCLUSIVE)) countGarbage(own);
  if (byte === END_OF_EXCLUSIVE) return;
  const data = dataBytesAfter(byte);
  if (byte === SYSTEM.exclusive) {
    own.stage = PORT_STAGE.begun;
    own.have = 1;
  } else if (data > 0) own.status = byte;
  else if (data < 0) countGarbage(own);
  else passMessage(e, index, byte, -1, -1);
}

/** A message that ends while it could still have been the bench's own. */
function passShort(e: Engine, have: number): void {
  for (let i = 0; i < have; i++) pass(e, OWN[i]);
  pass(e, END_OF_EXCLUSIVE);
}

function takeData(e: Engine, index: number, byte: number): void {
  const own = e.state.ports[index];
  const { stage, status, have } = own;
  if (stage === PORT_STAGE.passes) return passHolding(e, index, byte);
  if (stage === PORT_STAGE.begun) return beginExclusive(e, index, byte);
  if (stage === PORT_STAGE.dropped) return;
  if (status === 0) return countGarbage(own);
  if (have === 0 && dataBytesAfter(status) === 2) {
    own.first = byte;
    own.have = 1;
    return;
  }
  own.have = 0;
  // Of system messages there is no running status.
  if (status >= SYSTEM.exclusive) own.status = 0;
  passMessage(e, index, status, have === 1 ? own.first : byte, have === 1 ? byte : -1);
}

/** As soon as it is not the bench's own it passes, byte by byte; while another one does, it is passed over. */
function beginExclusive(e: Engine, index: number, byte: number): void {
  const own = e.state.ports[index];
  const { have } = own;
  if (byte === OWN[have]) {
    own.have = have + 1;
    if (own.have < OWN.length) return;
    own.stage = PORT_STAGE.dropped;
    own.have = 0;
    return;
  }
  own.have = 0;
  if (isLocked(e)) {
    own.stage = PORT_STAGE.dropped;
    return countGarbage(own);
  }
  own.stage = PORT_STAGE.passes;
  for (let i = 0; i < have; i++) passHolding(e, index, OWN[i]);
  passHolding(e, index, byte);
}

/** A whole message. @param first, second data bytes, −1 for none */
function passMessage(e: Engine, index: number, status: number, first: number, second: number): void {
  if (!mayPass(e, index, status, first, second)) return;
  const from = e.bytes;
  if (first < 0) pass(e, status);
  else send(e, status, first, second);
  park(e, from);
}

/** Keeps what sounds by an input. @returns whether a message of it passes */
function mayPass(e: Engine, index: number, status: number, first: number, second: number): boolean {
  const { how, blocks } = e.image.ports[index];
  const own = e.state.ports[index];
  const channel = status & 15;
  switch (status & 0xf0) {
    case STATUS.noteOff:
      forget(own, (channel << 8) | first);
      return true;
    case STATUS.noteOn:
      if (second === 0) forget(own, (channel << 8) | first);
      else remember(own, channel, first);
      return true;
    case STATUS.controlChange:
      if ((blocks[first >> 4] >> (first & 15)) & 1) return false;
      keepController(own, channel, first, second);
      return true;
    case STATUS.programChange:
      if ((how & LETS.selects) !== 0) own.program = first + 1;
      return (how & LETS.programs) !== 0;
    default:
      return true;
  }
}

function forget(own: Port, note: number): void {
  const at = own.notes.indexOf(note);
  if (at >= 0) own.notes[at] = NO_NOTE_IN;
}

function remember(own: Port, channel: number, note: number): void {
  const known = (channel << 8) | note;
  if (own.notes.includes(known)) return;
  const free = own.notes.indexOf(NO_NOTE_IN);
  if (free >= 0) own.notes[free] = known;
  else own.ends |= 1 << channel;
}

/** What a controller holds, or ends (MIDI 1.0 Detailed Specification, "Mode Messages"). */
function keepController(own: Port, channel: number, controller: number, value: number): void {
  const bit = 1 << channel;
  if (controller === CONTROLLER.sustain) {
    if (value >= PEDAL_DOWN) own.pedals |= bit;
    else own.pedals &= ~bit;
  } else if (controller === CONTROLLER.resetAll) own.pedals &= ~bit;
  else if (controller === CONTROLLER.allSoundOff || controller >= CONTROLLER.allNotesOff) {
    own.ends &= ~bit;
    own.notes.forEach((note, i) => {
      if (note !== NO_NOTE_IN && note >> 8 === channel) own.notes[i] = NO_NOTE_IN;
    });
  }
}

/** A pedal's value from which on it is down (MIDI 1.0 Detailed Specification, table III). */
const PEDAL_DOWN = 64;

function countGarbage(own: Port): void {
  if (own.garbage < 0xffff) own.garbage++;
}

/** The scene that a program change has asked for since the last frame. @param scene that plays else */
export function sceneOfProgram(e: Engine, scene: number): number {
  let asked = scene;
  for (const own of e.state.ports) {
    if (own.program > 0 && own.program <= e.image.scenes) asked = own.program - 1;
    own.program = 0;
  }
  return asked;
}
