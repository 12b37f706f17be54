import { LEARN_STAGE, LIGHT, TOUCH_STAGE, ZERO_STAGE } from '../codes';
import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import { learntImage, NO_BANK } from '../learnt';
import type { Image } from '../layout';
import type { LEARN_LANE, LEARN_LANE_STATE } from '../bank-records';
import type { Of } from '../struct';
import type { Block } from './block';
import { look } from './zero';

/** The button bounces for so long at most, slow ticks: 16 to 33 ms. */
const DEBOUNCE_SLOW = 2;
/** For so long the light says what became of it, slow ticks: 2 s. */
const SHOWN_SLOW = 122;
/** The light changes when this bit of the slow clock does: 1.9 times a second, under the 3 Hz of the handbook's cautions. */
const BLINK_SLOW = 16;

type Lane = Of<typeof LEARN_LANE>;
type LaneState = Of<typeof LEARN_LANE_STATE>;

/**
 * The button on the instrument. While it is held, every level and every pad is let rest, until the light stays on, and then played;
 * let go, rest and reach are taken, or refused altogether. docs/engine.md, "The button".
 */
export const learn: Block = {
  name: 'learn',
  of: 'learns',
  file: 'learn',
  start: ({ learns, learn_lanes }) => ({
    learns: learns.map(() => ({ since: 0, tick: 0, seen: 0, held: 0, running: 0, stage: 0, fresh: 0 })),
    learn_lanes: learn_lanes.map(() => ({
      zero: { rest: 0, median: 0, first: 0, looks: 0, stage: 0 },
      ...{ low: 0, high: 0, last: 0, spread: 0 },
    })),
  }),
  edge: ({ image, state }, contact, closed) => {
    const [button] = image.learns;
    if (!button || contact !== button.contact) return;
    const [own] = state.learns;
    own.seen = (closed ? 1 : 0) === button.rests ? 0 : 1;
    // Held at power-up, it asks for nothing.
    if (state.engine.discard > 0) own.held = own.seen;
  },
  expire: ({ state }) => {
    for (const own of state.learns) {
      own.running = 0;
      if (own.stage >= LEARN_STAGE.taken) own.stage = LEARN_STAGE.idle;
    }
  },
  everyFrame: ({ state }) =>
    state.learns.some(
      ({ seen, held, running, stage }) => seen !== held || running !== 0 || stage !== LEARN_STAGE.idle,
    ),
};

/**
 * Plays a frame on the button, before anything else plays it.
 * @returns what is to be done: a silence, as it was pressed; an image whose settings are taken, as it was let go; null for neither
 */
export function playLearn(e: Engine): 'silence' | Image | null {
  const [own] = e.state.learns;
  if (own.running !== 0 && ticksSince(own.since, e.slow) >= DEBOUNCE_SLOW) own.running = 0;
  if (own.running === 0 && own.seen !== own.held) return turn(e);
  if (own.stage === LEARN_STAGE.rest) letRest(e);
  else if (own.stage === LEARN_STAGE.play) followPlaying(e);
  else if (own.stage !== LEARN_STAGE.idle && ticksSince(own.since, e.slow) >= SHOWN_SLOW)
    own.stage = LEARN_STAGE.idle;
  return null;
}

/** It was pressed, or let go. */
function turn(e: Engine): 'silence' | Image | null {
  const [own] = e.state.learns;
  own.held = own.seen;
  own.running = 1;
  own.since = e.slow;
  if (own.held !== 0) {
    own.stage = LEARN_STAGE.rest;
    own.tick = e.slow & 0xff;
    for (const { zero } of e.state.learn_lanes) zero.looks = zero.stage = 0;
    return 'silence';
  }
  // It was held at power-up.
  if (own.stage === LEARN_STAGE.idle) return null;
  const next = own.stage === LEARN_STAGE.play ? learntImage(e.image, e.state.learn_lanes) : null;
  own.stage = next ? LEARN_STAGE.taken : LEARN_STAGE.refused;
  if (next) own.fresh = 1;
  return next;
}

const columnOf = ({ levels, touches }: Image, { at, bank }: Lane): number =>
  bank === NO_BANK ? levels[at].column : touches[at].column;

/** A sample this far from the first of a look at rest is movement. */
const stillOf = ({ levels, touches }: Image, { at, bank }: Lane): number =>
  bank === NO_BANK ? levels[at].still : touches[at].on;

/** A sample of each lane in every slow tick; what moves begins anew. When all have rested they are to be played. */
function letRest(e: Engine): void {
  const [own] = e.state.learns;
  if ((e.slow & 0xff) === own.tick) return;
  own.tick = e.slow & 0xff;
  let rested = true;
  e.image.learn_lanes.forEach((lane, i) => {
    const state = e.state.learn_lanes[i];
    const count = e.counts[e.at + columnOf(e.image, lane)];
    if (state.zero.stage === 0) lookAtRest(state, count, stillOf(e.image, lane));
    if (state.zero.stage === 0) rested = false;
  });
  if (!rested) return;
  own.stage = LEARN_STAGE.play;
  e.image.learn_lanes.forEach((lane, i) => {
    const state = e.state.learn_lanes[i];
    state.low = state.high = state.zero.median;
    state.last = e.counts[e.at + columnOf(e.image, lane)];
  });
}

function lookAtRest(state: LaneState, count: number, still: number): void {
  const { zero } = state;
  if (zero.looks === 0) state.low = state.high = count;
  state.low = Math.min(state.low, count);
  state.high = Math.max(state.high, count);
  if (look(zero, count, still) !== 'over') return;
  state.spread = state.high - state.low;
  zero.stage = 1;
}

/** How far each lane is played: what lasts for two frames counts, a single wild one does not. */
function followPlaying(e: Engine): void {
  e.image.learn_lanes.forEach((lane, i) => {
    const state = e.state.learn_lanes[i];
    const count = e.counts[e.at + columnOf(e.image, lane)];
    state.high = Math.max(state.high, Math.min(count, state.last));
    state.low = Math.min(state.low, Math.max(count, state.last));
    state.last = count;
  });
}

/** After an image was taken: what was measured counts from this frame on, whatever power-up has made of it. */
export function restAsLearnt({ image, state }: Engine): void {
  image.learn_lanes.forEach(({ at, bank }, i) => {
    const { median } = state.learn_lanes[i].zero;
    if (bank !== NO_BANK) {
      if (state.touches[at].stage === TOUCH_STAGE.untouched) state.touches[at].untouched = median;
      return;
    }
    const zero = state.level_zeros[at];
    zero.rest = median;
    if (zero.stage === ZERO_STAGE.done) return;
    zero.stage = ZERO_STAGE.done;
    state.engine.looking--;
  });
}

/** A silence that was asked for: nothing is measured before it has been let go and pressed again. */
export function abandonLearn({ state }: Engine): void {
  for (const own of state.learns) {
    own.held = own.seen;
    own.running = 0;
    own.stage = LEARN_STAGE.idle;
  }
}

/** What the light at the button says: {@link LIGHT}. */
export function lightOf({ state, slow }: Engine): number {
  const stage = state.learns[0]?.stage ?? LEARN_STAGE.idle;
  if (stage === LEARN_STAGE.idle) return LIGHT.free;
  if (stage === LEARN_STAGE.play) return LIGHT.on;
  if (stage === LEARN_STAGE.taken) return LIGHT.off;
  return (slow & BLINK_SLOW) !== 0 ? LIGHT.on : LIGHT.off;
}

/** Whether something was taken since it was last asked. */
export function takesLearnt({ state }: Engine): boolean {
  const [own] = state.learns;
  if (!own || own.fresh === 0) return false;
  own.fresh = 0;
  return true;
}
