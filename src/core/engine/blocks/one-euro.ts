import type { Image, State } from '../layout';
import {
  approached,
  countOf,
  CUTOFF_UNITS,
  ONE_EURO_WEIGHTS,
  UNFILTERED,
  weightAt,
  wordOf,
} from '../low-pass';
import type { Block } from './block';

type OneEuro = Image['one_euros'][number];
type OneEuroState = State['one_euros'][number];

/**
 * Columns smoothed the less the quicker they move: the 1 € filter (Casiez, Roussel & Vogel, CHI 2012), whose speed is smoothed at 1 Hz as there.
 */
export const oneEuro: Block = {
  name: 'one_euro',
  of: 'one_euros',
  file: 'one_euro',
  start: ({ one_euros }) => ({ one_euros: one_euros.map(beginOneEuro) }),
  derives: {
    frame: (e) =>
      e.image.one_euros.forEach((own, i) => {
        const count = e.counts[e.at + own.column];
        e.counts[e.at + own.into] = nextOneEuro(own, e.state.one_euros[i], count, e.step);
      }),
    expire: (e) => {
      for (const state of e.state.one_euros) state.held = UNFILTERED;
    },
  },
};

export const beginOneEuro = (): OneEuroState => ({ held: UNFILTERED, speed: 0 });

/** 2π, 256ths. */
const TURN = 1608;
/** The quickest that is told apart: 128 full scales a second. */
const MOST_SPEED = 0x7fffff;

/** @param state goes on by a frame @param step since the frame before, 4 µs */
export function nextOneEuro(
  { cutoff, quicker, shift }: Pick<OneEuro, 'cutoff' | 'quicker' | 'shift'>,
  state: OneEuroState,
  count: number,
  step: number,
): number {
  const word = wordOf(count, shift);
  if (state.held === UNFILTERED) {
    state.held = word * 65536;
    state.speed = 0;
    return count;
  }
  const speed = speedNow(state, word, step);
  const own = Math.min(65535, cutoff + Math.floor(((speed >> 8) * quicker) / 256));
  state.held = approached(state.held, word, weightAt(ONE_EURO_WEIGHTS, own, step));
  return countOf(state.held, shift);
}

/**
 * How fast it moves, smoothed. With the weight w = u / (1 + u) of 1 Hz, u = 2π · 1 Hz · time, the smoothed speed s + w · (moved / time − s) is
 * (1 − w) · (s + 2π · 1 Hz · moved): no division. @returns 65536ths of full scale a second, either way
 */
function speedNow(state: OneEuroState, word: number, step: number): number {
  const moved = word - (state.held >>> 16);
  // Rounded towards 0, alike both ways.
  const by = Math.floor((Math.abs(moved) * TURN) / 256);
  const signed = (state.speed | 0) + (moved < 0 ? -by : by);
  let speed = Math.min(MOST_SPEED, Math.abs(signed));
  const weight = weightAt(ONE_EURO_WEIGHTS, CUTOFF_UNITS, step);
  speed -= Math.floor(((speed >> 8) * weight) / 256);
  state.speed = (signed < 0 ? -speed : speed) >>> 0;
  return speed;
}
