import { CONTROLLER, STATUS } from '../midi/messages';
import { ZERO_STAGE } from './codes';
import { playContact, takeEdge } from './blocks/contacts';
import { muteGate, playGate } from './blocks/gate';
import { lookAtStrike, muteStrikes, playStrike } from './blocks/strike';
import { muteTouches, playTouchBank } from './blocks/touch';
import { lookAtLevel, lookWaits, type Zero } from './blocks/zero';
import { PAUSE_US, slowAt, ticksAt } from './clock';
import type { Engine } from './engine';
import { expireTimers, sweepTimers } from './timers';
import { playControls } from './voices/control';
import { endNote } from './voices/note';
import { playSwitched } from './voices/switched';
import { drain, send } from './wire';
import { channelsOfImage } from './channels';

/** Time goes on: the wire drains, and a pause ends every timer. @param tUs time now, µs; only differences matter, modulo 2^32 */
export function passTime(e: Engine, tUs: number): void {
  if (drainTo(e, tUs) >= PAUSE_US) expireTimers(e);
}

/** Time goes on, and the wire drains. @returns µs since the last frame or edge */
export function drainTo(e: Engine, tUs: number): number {
  const { engine } = e.state;
  const passedUs = (tUs - engine.last_us) >>> 0;
  engine.last_us = tUs >>> 0;
  e.t = ticksAt(tUs);
  e.slow = slowAt(tUs);
  e.bytes = 0;
  e.furthest.bank = -1;
  drain(e, passedUs);
  return passedUs;
}

/**
 * Plays one frame. Integers only, nothing allocated; firmware/cheironom.c does the same, byte for byte and state for state.
 * @param tUs time of the frame, µs; only differences matter, modulo 2^32
 * @param counts the frame's counts start at `at`, one a column, each 0 … 2^bits − 1: who lets frames in checks that
 * @returns bytes written to `e.out`: complete messages, levels before notes
 */
export function playFrame(e: Engine, tUs: number, counts: ArrayLike<number>, at: number): number {
  passTime(e, tUs);
  e.counts = counts;
  e.at = at;
  const { engine } = e.state;
  if (engine.discard > 0) {
    engine.discard--;
    return 0;
  }
  sweepTimers(e);
  if (engine.looking > 0) lookAtRests(e);
  playSwitched(e);
  playControls(e);
  playBanks(e);
  return e.bytes;
}

/** Every bank in the image's order. */
function playBanks(e: Engine): void {
  const { gates, touch_banks, strike_banks, contacts } = e.image;
  for (let i = 0; i < gates.length; i++) playGate(e, i);
  for (let i = 0; i < touch_banks.length; i++) playTouchBank(e, i);
  for (let i = 0; i < strike_banks.length; i++)
    for (let lane = 0; lane < strike_banks[i].lanes; lane++) playStrike(e, i, lane);
  for (let i = 0; i < contacts; i++) playContact(e, i);
}

/** Power-up: what has not taken its rest yet looks at it. One look ends a frame. */
function lookAtRests(e: Engine): void {
  let ended = false;
  const all = (zeros: readonly Zero[], lookAt: (e: Engine, index: number) => boolean) =>
    zeros.forEach((zero, i) => {
      if (zero.stage !== ZERO_STAGE.done && !lookWaits(zero, ended)) ended = lookAt(e, i) || ended;
    });
  all(e.state.level_zeros, lookAtLevel);
  all(e.state.strike_zeros, lookAtStrike);
}

/**
 * Plays one edge. Edges and frames come in order of time; an edge at the time of a frame comes before it.
 * @param contact in the board's order, from 0
 * @returns bytes written to `e.out`
 */
export function playEdge(e: Engine, tUs: number, contact: number, closed: boolean): number {
  passTime(e, tUs);
  takeEdge(e, contact, closed);
  return e.bytes;
}

/**
 * Ends whatever a receiver may still hear from before this board began: "sustain" off and "all notes off" on every channel
 * that is played (MIDI 1.0 Detailed Specification, "Mode Messages"). @returns bytes written to `e.out`
 */
export function endAll(e: Engine): number {
  e.bytes = 0;
  for (const channel of channelsOfImage(e.image)) {
    send(e, STATUS.controlChange | channel, CONTROLLER.sustain, 0);
    send(e, STATUS.controlChange | channel, CONTROLLER.allNotesOff, 0);
  }
  return e.bytes;
}

/** Ends every note that sounds. What is open or touched stays mute until it has been let go once. @returns bytes written to `e.out` */
export function silence(e: Engine): number {
  e.bytes = 0;
  // First, so that no choice falls on another lane while lanes are muted one by one.
  for (const choice of e.state.choices) choice.open = 0;
  for (let i = 0; i < e.image.gates.length; i++) muteGate(e, i);
  for (let i = 0; i < e.image.touch_banks.length; i++) muteTouches(e, i);
  for (let i = 0; i < e.image.strike_banks.length; i++) muteStrikes(e, i);
  for (let i = 0; i < e.state.note_lanes.length; i++) endNote(e, i);
  return e.bytes;
}
