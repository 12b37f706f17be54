import { CONTROLLER, STATUS } from '../midi/messages';
import { applySettings } from './apply-settings';
import { DOES, ZERO_STAGE } from './codes';
import { abandonLearn, playLearn, restAsLearnt } from './blocks/learn';
import { endInputs, endOwed, sceneOfProgram } from './blocks/port';
import { blocks } from './blocks/registry';
import { PAUSE_US, slowAt, SWEEP_TICKS, ticksAt, ticksSince } from './clock';
import { deriveEdge, deriveExpire, deriveFrame } from './derive';
import { stepTo, type Counts, type Engine } from './engine';
import { framesToTurn, lookersOf, playLooker } from './look-ahead';
import { park } from './merge';
import { announceAnew } from './voices/announce';
import { doSelected, resetModes, selected } from './voices/selector';
import { playClock, resetTempo } from './voices/tempo';
import { drain, send } from './wire';
import { channelsOfImage } from './channels';

/** Time goes on: the wire drains, and a pause ends every timer. @param tUs time now, µs; only differences matter, modulo 2^32 */
export function passTime(e: Engine, tUs: number): void {
  if (drainTo(e, tUs) < PAUSE_US) return;
  if (!e.derived) deriveExpire(e);
  expireAll(e);
}

/** Time goes on, and the wire drains. @returns µs since the last frame or edge */
export function drainTo(e: Engine, tUs: number): number {
  const { engine } = e.state;
  const passedUs = (tUs - engine.last_us) >>> 0;
  engine.last_us = tUs >>> 0;
  e.t = ticksAt(tUs);
  e.slow = slowAt(tUs);
  e.us = (tUs >>> 0) & 0xffff;
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
export function playFrame(e: Engine, tUs: number, counts: Counts, at: number): number {
  passTime(e, tUs);
  stepTo(e, tUs);
  e.counts = counts;
  e.at = at;
  if (e.image.derived > 0 && !e.derived) derive(e);
  const { engine } = e.state;
  if (engine.discard > 0) {
    engine.discard--;
    // What a pause has ended.
    return e.bytes;
  }
  sweepTimers(e);
  playClock(e);
  const clock = e.bytes;
  endInputs(e);
  if (engine.looking > 0) lookAtRests(e);
  engine.frame = (engine.frame + 1) & 0xff;
  if (e.image.learns.length > 0) playButton(e);
  doAsked(e);
  for (const block of blocks()) block.frame?.(e);
  return park(e, clock);
}

/** What gates and program changes have asked for since the last frame, one after the other. */
export function doAsked(e: Engine): void {
  const { selectors, ports, scenes } = e.image;
  if (selectors.length === 0 && ports.length === 0) return;
  let { scene } = e.state.engine;
  for (let i = 0; i < selectors.length; i++) {
    const state = e.state.selectors[i];
    if (state.asks === 0) continue;
    state.asks = 0;
    const { does, to } = selectors[i];
    if (does === DOES.scene) scene = selected(to, scene, scenes);
    else if (does !== DOES.reset) doSelected(e, does, to);
    else {
      beginAnew(e);
      scene = 0;
    }
  }
  enterScene(e, sceneOfProgram(e, scene));
}

/** Nothing sounds, no part is muted or shifted, and the clock is as it begins. */
function beginAnew(e: Engine): void {
  silenceAll(e);
  resetModes(e);
  resetTempo(e);
}

function enterScene(e: Engine, scene: number): void {
  const before = e.state.engine.scene;
  if (scene >= e.image.scenes || scene === before) return;
  e.state.engine.scene = scene;
  for (const block of blocks()) block.scene?.(e, before);
}

/** Puts the frame's columns where there is room behind them, and computes those. */
function derive(e: Engine): void {
  for (let column = 0; column < e.image.columns; column++) e.row[column] = e.counts[e.at + column];
  e.counts = e.row;
  e.at = 0;
  deriveFrame(e);
}

/** Clears the timers that have ended, now and then. @returns whether it was time to */
export function sweepTimers(e: Engine): boolean {
  if (ticksSince(e.state.engine.swept, e.t) < SWEEP_TICKS) return false;
  e.state.engine.swept = e.t;
  sweepAll(e);
  return true;
}

/* Seldom called: functions of their own, so that what calls them at every frame stays small enough to be inlined. */

function sweepAll(e: Engine): void {
  for (const block of blocks()) block.sweep?.(e);
}

function expireAll(e: Engine): void {
  for (const block of blocks()) block.expire?.(e);
}

/** The button on the instrument: pressed, it ends what sounds; let go, it brings other settings. */
function playButton(e: Engine): void {
  const asks = playLearn(e);
  if (asks === null) return;
  if (asks === 'silence') return silenceAll(e);
  applySettings(e, asks);
  restAsLearnt(e);
}

function silenceAll(e: Engine): void {
  for (const block of blocks()) block.silence?.(e);
}

/** Power-up: what has not taken its rest yet looks at it, by turns. One look ends a frame. */
function lookAtRests(e: Engine): void {
  let ended = false;
  for (const looker of lookersOf(e))
    if (looker.zero.stage !== ZERO_STAGE.done && framesToTurn(looker, e.state.engine.frame) === 0)
      ended = playLooker(e, looker, ended) || ended;
}

/**
 * Plays one edge. Edges and frames come in order of time; an edge at the time of a frame comes before it.
 * @param contact in the board's order, from 0
 * @returns bytes written to `e.out`
 */
export function playEdge(e: Engine, tUs: number, contact: number, closed: boolean): number {
  passTime(e, tUs);
  if (!e.derived) deriveEdge(e, contact, closed);
  for (const block of blocks()) block.edge?.(e, contact, closed);
  return park(e);
}

/**
 * Plays one byte that came in on a port, in order of time with frames and edges.
 * @param port of the board, from 0
 * @returns bytes written to `e.out`
 */
export function playByte(e: Engine, tUs: number, port: number, byte: number): number {
  passTime(e, tUs);
  for (const block of blocks()) block.byte?.(e, port, byte);
  return e.bytes;
}

/**
 * Another scene plays from the next frame on; what sounds goes on until it is let go, or ends, as the scene begins. @param scene one that is not there changes
 * nothing @returns bytes written to `e.out`
 */
export function setScene(e: Engine, scene: number): number {
  e.bytes = 0;
  enterScene(e, scene);
  return park(e);
}

/**
 * Ends whatever a receiver may still hear from before this board began: "sustain" off and "all notes off" on every channel
 * that is played (MIDI 1.0 Detailed Specification, "Mode Messages"); what must be announced is announced anew. @returns bytes written to `e.out`
 */
export function endAll(e: Engine): number {
  e.bytes = 0;
  announceAnew(e);
  for (const channel of channelsOfImage(e.image)) {
    send(e, STATUS.controlChange | channel, CONTROLLER.sustain, 0);
    send(e, STATUS.controlChange | channel, CONTROLLER.allNotesOff, 0);
  }
  return park(e);
}

/**
 * Ends every note that sounds. What is open or touched stays mute until it has been let go once. Of inputs on which more sounded than is known note by note,
 * channels are ended with the next frames, or by {@link endChannelOwed}. @returns bytes written to `e.out`
 */
export function silence(e: Engine): number {
  e.bytes = 0;
  abandonLearn(e);
  silenceAll(e);
  return e.bytes;
}

/** After a silence that no frame follows: ends one of the channels that inputs owe. @returns bytes written to `e.out`, 0 where none is owed */
export function endChannelOwed(e: Engine): number {
  e.bytes = 0;
  endOwed(e);
  return park(e);
}
