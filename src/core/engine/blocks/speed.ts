import { SPEED_STAGE } from '../codes';
import type { Engine } from '../engine';
import { reciprocal } from '../reciprocal';
import type { Block } from './block';

/** Wheels whose magnets close a contact: how fast each turns, as a column that is read as a level. */
export const speed: Block = {
  name: 'speed',
  of: 'speeds',
  file: 'speed',
  start: ({ speeds }) => ({
    speeds: speeds.map(() => ({
      since: 0,
      opened: 0,
      period: 0,
      value: 0,
      stage: SPEED_STAGE.stopped,
      pad: 0,
    })),
  }),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.speeds.length; i++) deriveSpeed(e, i);
    },
    edge: (e, contact, closed) => {
      for (let i = 0; i < e.image.speeds.length; i++)
        if (e.image.speeds[i].contact === contact) pulse(e, i, closed);
    },
    expire: (e) => {
      for (const state of e.state.speeds) stop(state);
    },
  },
  isSound: ({ speeds }) => speeds.every(({ shift, smoothing }) => shift < 16 && smoothing < 16),
};

/** The time in units of 64 µs, modulo 2^16: a turn takes 4.19 s. Made of both clocks. */
const nowOf = (e: Engine): number => ((e.slow & 0xff) << 8) | ((e.t >> 2) & 0xff);

function stop(state: Engine['state']['speeds'][0]): void {
  state.stage = SPEED_STAGE.stopped;
  state.value = 0;
}

/** A magnet passes where the contact closes; what closes so soon after it opened has only bounced. */
function pulse(e: Engine, index: number, closed: boolean): void {
  const own = e.image.speeds[index];
  const state = e.state.speeds[index];
  const now = nowOf(e);
  if (!closed) {
    state.opened = now;
    return;
  }
  const stopped = state.stage === SPEED_STAGE.stopped;
  if (!stopped && ((now - state.opened) & 0xffff) < own.bounce) return;
  const passed = Math.max(1, (now - state.since) & 0xffff);
  state.since = now;
  if (stopped) {
    state.stage = SPEED_STAGE.begun;
    return;
  }
  const { period } = state;
  if (state.stage === SPEED_STAGE.begun) state.period = passed;
  else if (passed > period) state.period = period + ((passed - period) >> own.smoothing);
  else state.period = period - ((period - passed) >> own.smoothing);
  state.stage = SPEED_STAGE.turning;
  state.value = reciprocal(state.period, own.shift);
}

/** Between two pulses a wheel is no faster than if the next came now; after a while it stands. */
function deriveSpeed(e: Engine, index: number): void {
  const own = e.image.speeds[index];
  const state = e.state.speeds[index];
  if (state.stage !== SPEED_STAGE.stopped) {
    const passed = (nowOf(e) - state.since) & 0xffff;
    if (passed >= own.stop) stop(state);
    else if (state.stage === SPEED_STAGE.turning && passed > state.period) {
      state.period = passed;
      state.value = reciprocal(passed, own.shift);
    }
  }
  e.counts[e.at + own.into] = state.value;
}
