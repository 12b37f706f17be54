import { CONTROL_KIND, isCoarse, NO_NOTE, UNSENT, ZERO_STAGE } from '../codes';
import { isSameMessage, LSB_OFFSET, REGISTERED, UNREGISTERED } from '../../midi/messages';
import { hasCome } from '../clock';
import { type Engine } from '../engine';
import type { Image } from '../layout';
import type { LEVEL, SIDE } from '../records';
import type { CONTROL, CONTROL_STATE } from '../voice-records';
import type { Block } from '../blocks/block';
import { isTable, levelShare, mapped } from '../map';
import { emptyBand, feeds, fullBand, inBand, locate, setBand, type Place } from '../place';
import { stepOf } from '../scale';
import { lives, livesIn } from '../scene';
import { stepAt } from '../stairs';
import type { Of } from '../struct';
import { BEND_CENTRE, BEND_END } from '../../midi/bend';
import { glideOf } from './glide-pitch';
import { isKept } from './hold';
import { sendBend } from './send-bend';
import { setShow } from './show';
import { setTempo } from './tempo';
import { beginTakeover, takenOver, takesOver } from './takeover';
import { chargeLookUp, send, wireIsFree } from '../wire';

type Control = Of<typeof CONTROL>;
type ControlState = Of<typeof CONTROL_STATE>;

/** Levels as controllers and pressure. Among all counts nothing happens until the level has taken a look at its rest; at once where it is fixed. */
export const control: Block = {
  name: 'control',
  of: 'controls',
  file: 'control',
  start: ({ controls, levels }) => ({
    controls: controls.map(({ column, level }) => ({
      low: levels[level].still === 0 ? 1 : 0,
      high: levels[level].still === 0 ? 0 : 65535,
      sent: UNSENT,
      until: 0,
      held: 0,
      column,
    })),
  }),
  frame: playControls,
  expire: ({ state }) => {
    for (const own of state.controls) own.held = 0;
  },
  sweep: ({ state, t }) => {
    for (const own of state.controls) if (own.held !== 0 && hasCome(own.until, t)) own.held = 0;
  },
  changed: ({ image, state }, next) =>
    next.controls.forEach(({ status, controller }, i) => {
      const before = image.controls[i];
      emptyBand(state.controls[i]);
      if (status !== before.status || controller !== before.controller) state.controls[i].sent = UNSENT;
    }),
  scene: (e, before) => {
    const { image, state } = e;
    image.controls.forEach(({ scenes }, i) => {
      if (livesIn(scenes, before) || !livesIn(scenes, state.engine.scene)) return;
      emptyBand(state.controls[i]);
      const sent = lastSent(e, i, before);
      state.controls[i].sent = beginTakeover(e, image.controls[i], sent) ? sent : UNSENT;
    });
  },
  isSound: (settings, structure) =>
    settings.controls.every(
      (c, i) => isSameMessage(c.status, structure.controls[i].status) && controlIsSound(settings, c),
    ),
};

/** What was sent last of a control's message: by one that lived in the scene before, else by itself. */
function lastSent({ image, state }: Engine, index: number, before: number): number {
  const { status, controller, kind, mirror } = image.controls[index];
  const other = image.controls.findIndex(
    (c, i) =>
      c.status === status &&
      c.controller === controller &&
      c.kind === kind &&
      c.mirror === mirror &&
      livesIn(c.scenes, before) &&
      state.controls[i].sent !== UNSENT,
  );
  return state.controls[other < 0 ? index : other].sent;
}

function controlIsSound(settings: Image, c: Control): boolean {
  if (c.deadband === 0 || !mirrorIsSound(c)) return false;
  if (c.kind === CONTROL_KIND.glide) return true;
  if (c.kind === CONTROL_KIND.bend)
    return (
      c.from <= BEND_CENTRE &&
      within(c.from + c.span, BEND_CENTRE, 16384) &&
      c.curve.every((table) => isTable(settings, table))
    );
  if (c.kind === CONTROL_KIND.parameter14)
    return (
      c.from + c.span <= 16383 &&
      c.controller < settings.parameters.length &&
      c.curve.every((table) => isTable(settings, table))
    );
  if (c.kind === CONTROL_KIND.parameter7 && c.controller >= settings.parameters.length) return false;
  if (c.kind === CONTROL_KIND.light && c.controller >= settings.shows.length) return false;
  if (c.kind === CONTROL_KIND.controller14)
    return (
      c.from + c.span <= 16383 &&
      c.controller < LSB_OFFSET &&
      c.curve.every((table) => isTable(settings, table))
    );
  return (
    c.from + c.span <= 127 &&
    c.controller <= 127 &&
    c.curve.every((first) => first + c.span <= settings.stairs.length)
  );
}

/** A value is sent as it is, or as far from the other end. */
const mirrorIsSound = ({ mirror, from, span, kind }: Control): boolean =>
  mirror === 0 || (mirror >= from + span && mirror - from <= (isCoarse(kind) ? 127 : 16383));

const within = (x: number, low: number, high: number): boolean => x >= low && x <= high;

/** Plays a frame on the controls, beginning with the one whose turn it is, as far as the wire is free. */
function playControls(e: Engine): void {
  const { length } = e.image.controls;
  const { engine } = e.state;
  if (!wireIsFree(e)) return;
  let index = engine.turn;
  for (let n = length; n > 0; n--) {
    playControl(e, index);
    index = index + 1 === length ? 0 : index + 1;
    if (wireIsFree(e)) continue;
    engine.turn = index;
    return;
  }
}

/** Sends what a control reads now, if that is another value and worth it. */
export function playControl(e: Engine, index: number): void {
  const control = e.image.controls[index];
  const state = e.state.controls[index];
  if (state.held !== 0) {
    if (!hasCome(state.until, e.t)) return;
    state.held = 0;
  }
  const raw = e.counts[e.at + control.column];
  if (inBand(state, raw)) return;
  if (!lives(e, control.scenes) || isKept(e, control.hold) || isOfNoNote(e, control)) return fullBand(state);
  if (e.state.level_zeros[control.level].stage === ZERO_STAGE.silent) return;
  if (isCoarse(control.kind)) playCoarse(e, index, control, state, raw);
  else playFine(e, control, state, raw);
}

/** Whether it belongs to the note of a lane, and that is silent. */
const isOfNoNote = (e: Engine, { lane }: Control): boolean =>
  lane > 0 && e.state.note_lanes[lane - 1].note === NO_NOTE;

/** The status byte that it sends now: what belongs to a note goes to that note's channel. */
const statusOf = (e: Engine, { lane, status }: Control): number =>
  lane > 0 ? (status & 0xf0) | (e.state.note_lanes[lane - 1].channel & 15) : status;

const place: Place = { side: 0, distance: 0 };

/** What a control of seven bits reads in the frame at hand; its lowest value before its level has taken its rest. */
export function readNow(e: Engine, index: number): number {
  const { level, column, from } = e.image.controls[index];
  const { rest, stage } = e.state.level_zeros[level];
  if (stage === ZERO_STAGE.silent) return from;
  locate(rest, e.counts[e.at + column], place);
  return from + stepAt(e.begins[index][place.side], place.distance);
}

/** Seven bits: the value and the counts around it that read the same come from its stairs. */
function playCoarse(e: Engine, index: number, control: Control, state: ControlState, raw: number): void {
  const { rest } = e.state.level_zeros[control.level];
  const begins = e.begins[index];
  locate(rest, raw, place);
  const read = control.from + stepAt(begins[place.side], place.distance, state.sent - control.from);
  const value = control.takeover === 0 ? read : takenOver(e, control, state.sent, read);
  if (worthSending(control, state, value)) {
    sent(e, control, state, value);
    const status = statusOf(e, control);
    if (control.kind === CONTROL_KIND.pressure) send(e, status, told(control, value), -1);
    else if (control.kind === CONTROL_KIND.polyPressure)
      send(e, status, e.state.note_lanes[control.lane - 1].note, told(control, value));
    else if (control.kind === CONTROL_KIND.controller7)
      send(e, status, control.controller, told(control, value));
    else if (control.kind === CONTROL_KIND.parameter7)
      sendParameter(e, status, control.controller, told(control, value), -1);
    else if (control.kind === CONTROL_KIND.light) setShow(e, control.controller, told(control, value));
    else setTempo(e, told(control, value));
  } else chargeLookUp(e);
  coarseBand(control, state, takesOver(e, control) ? read : state.sent, begins, rest, place.side);
}

/** Past the deadband; the ends always, and anything after a value that is none of the control's (or none: {@link UNSENT}). */
function worthSending(control: Control, state: ControlState, value: number): boolean {
  if (value === state.sent) return false;
  if (state.sent < control.from || state.sent > control.from + control.span) return true;
  if (value === control.from || value === control.from + control.span) return true;
  if (control.kind === CONTROL_KIND.bend && value === BEND_CENTRE) return true;
  return (value > state.sent ? value - state.sent : state.sent - value) >= control.deadband;
}

function sent(e: Engine, control: Control, state: ControlState, value: number): void {
  state.sent = value;
  state.until = (e.t + control.interval_ticks) & 0xffff;
  state.held = control.interval_ticks > 0 ? 1 : 0;
}

/** The counts that read a value, or less than a deadband from it, and `slack` more: noise at a step's edge sends nothing. */
function coarseBand(
  control: Control,
  state: ControlState,
  value: number,
  begins: readonly [Uint16Array, Uint16Array],
  rest: number,
  side: 0 | 1,
): void {
  const step = value - control.from;
  const room = control.deadband - 1;
  const lowest = step === 0 ? 0 : step - room < 1 ? 1 : step - room;
  const highest = step === control.span ? step : step + room >= control.span ? control.span - 1 : step + room;
  const { slack } = control;
  const past = lastOf(begins[side], highest) + slack;
  const other = lowest === 0 ? lastOf(begins[1 - side], highest) + slack : slack - begins[side][lowest - 1];
  if (side === 0) setBand(state, rest, other, past);
  else setBand(state, rest, past, other);
}

/** The last distance on a side that reads no more than a step. */
const lastOf = (begins: Uint16Array, step: number): number =>
  step < begins.length ? begins[step] - 1 : 65536;

/** Fourteen bits, and bends. */
function playFine(e: Engine, control: Control, state: ControlState, raw: number): void {
  const level = e.image.levels[control.level];
  locate(e.state.level_zeros[control.level].rest, raw, place);
  const read = fineValue(e, control, level, raw);
  const value = control.takeover === 0 ? read : takenOver(e, control, state.sent, read);
  if (worthSending(control, state, value)) {
    const before = state.sent;
    sent(e, control, state, value);
    const status = statusOf(e, control);
    const says = told(control, value);
    if (control.kind === CONTROL_KIND.controller14)
      sendFine(e, status, control.controller, before === UNSENT ? before : told(control, before), says);
    else if (control.kind === CONTROL_KIND.parameter14)
      sendParameter(e, status, control.controller, says >> 7, says & 0x7f);
    else sendBend(e, status & 15, value);
  } else chargeLookUp(e);
  fineBand(control, state, level.side[place.side], raw, place);
}

/** What is sent for a value: the same, or as far from the other end. */
export const told = ({ mirror }: Control, value: number): number => (mirror === 0 ? value : mirror - value);

/** A parameter is named anew each time: others may name theirs in between. @param low −1 for none */
function sendParameter(e: Engine, status: number, index: number, high: number, low: number): void {
  const own = e.image.parameters[index];
  const names = own.registered !== 0 ? REGISTERED : UNREGISTERED;
  send(e, status, names.high, own.high);
  send(e, status, names.low, own.low);
  send(e, status, REGISTERED.data, high);
  if (low >= 0) send(e, status, REGISTERED.data + LSB_OFFSET, low);
}

/** The high byte only when it changed, the low byte always. */
function sendFine(e: Engine, status: number, controller: number, before: number, value: number): void {
  if (before === UNSENT || value >> 7 !== before >> 7) send(e, status, controller, value >> 7);
  send(e, status, controller + LSB_OFFSET, value & 0x7f);
}

/** What it reads where {@link place} is. */
function fineValue(e: Engine, control: Control, level: Of<typeof LEVEL>, raw: number): number {
  if (control.kind === CONTROL_KIND.glide) return glideOf(e, control.glide - 1, raw);
  const fed = feeds(control.side_mask, place.side);
  const share = fed ? levelShare(level, place.side, place.distance) : 0;
  const y = mapped(e.image, control.curve[place.side], share);
  if (control.kind !== CONTROL_KIND.bend) return stepOf(control.from, control.span, y);
  return bendAt(control, y, place.side);
}

/** A bend from the middle to one of its ends. @param y Q15 */
function bendAt({ from, span, controller }: Control, y: number, side: 0 | 1): number {
  const down = (side === 1) !== (controller !== 0);
  if (down) return BEND_CENTRE - stepOf(0, BEND_CENTRE - from, y);
  return Math.min(BEND_END, BEND_CENTRE + stepOf(0, from + span - BEND_CENTRE, y));
}

/** The counts around the one that was sent. Those that read an end begin where it does, so that the end is always sent. */
function fineBand(
  { slack }: Control,
  state: ControlState,
  { dead, scale }: Of<typeof SIDE>,
  raw: number,
  { side, distance }: Place,
): void {
  const end = dead + scale.span;
  const past = distance < end && distance + slack >= end ? end - 1 - distance : slack;
  state.low = Math.max(0, raw - (side === 0 ? slack : past));
  state.high = Math.min(65535, raw + (side === 0 ? past : slack));
}
