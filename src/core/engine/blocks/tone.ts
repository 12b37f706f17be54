import { ONE } from '../../shape/table';
import { TONE_STAGE } from '../codes';
import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import type { TONE, TONE_STATE } from '../derived-records';
import { pitchOfPeriod } from '../pitch-of-period';
import type { Of } from '../struct';
import type { Block } from './block';

type Tone = Of<typeof TONE>;
type ToneState = Of<typeof TONE_STATE>;

/** A period agrees with the one before where it lies within this share of the median of three from it: a sixteenth, as a shift. */
const AGREES = 4;
/** And one is an octave off where it lies so near to half of another, or to twice: an eighth. */
const NEAR_OCTAVE = 3;
/** Periods that agree, at most; one that does not takes two away. */
const MOST_AGREED = 15;
/** A leap by an octave is believed once so many periods in a row have said so: comparators that fire twice a cycle do so for a moment. */
const LEAPS = 8;

/** Shortest period, µs, and the longest time until it is silent, ticks: so twice a period fits a word. */
export const LEAST_US = 90;
export const MOST_STOP_TICKS = 2047;

/** Tones whose comparator closes a contact once a period: how high each is, and whether it sounds, as columns that are read as levels. */
export const tone: Block = {
  name: 'tone',
  of: 'tones',
  file: 'tone',
  start: ({ tones }) => ({
    tones: tones.map(() => ({
      since: 0,
      since_t: 0,
      before: [0, 0] as [number, number],
      held: 0,
      value: 0,
      stage: TONE_STAGE.silent,
      known: 0,
      agreed: 0,
      leaps: 0,
    })),
  }),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.tones.length; i++) deriveTone(e, i);
    },
    edge: (e, contact, closed) => {
      for (let i = 0; closed && i < e.image.tones.length; i++)
        if (e.image.tones[i].contact === contact) begins(e, e.image.tones[i], e.state.tones[i]);
    },
    expire: (e) => {
      for (const state of e.state.tones) state.stage = TONE_STAGE.silent;
    },
  },
  isSound: ({ tones }) =>
    tones.every(
      ({ smoothing, least, stop }) => smoothing < 16 && least >= LEAST_US && stop <= MOST_STOP_TICKS,
    ),
};

/** A period begins. One that would be shorter than the shortest is a spike, and none. */
function begins(e: Engine, own: Tone, state: ToneState): void {
  const now = e.us & 0xffff;
  const passed = (now - state.since) & 0xffff;
  const over = state.stage === TONE_STAGE.silent || ticksSince(state.since_t, e.t) >= own.stop;
  if (!over && passed < own.least) return;
  state.since = now;
  state.since_t = e.t;
  if (!over) return heard(own, state, passed);
  state.stage = TONE_STAGE.begun;
  state.known = state.agreed = state.leaps = 0;
}

/** @param period µs, from `least` on */
function heard(own: Tone, state: ToneState, period: number): void {
  const [first, second] = state.before;
  state.before[1] = first;
  state.before[0] = period;
  if (state.known < 2) {
    state.known++;
    return;
  }
  const middle = medianOf(period, first, second);
  if (between(period, first) > middle >> AGREES) {
    state.agreed = state.agreed > 2 ? state.agreed - 2 : 0;
    if (state.agreed === 0) state.stage = TONE_STAGE.begun;
    return;
  }
  if (state.agreed < MOST_AGREED) state.agreed++;
  if (state.stage !== TONE_STAGE.sounds) {
    if (state.agreed < own.presence) return;
    state.stage = TONE_STAGE.sounds;
    state.held = 0;
  }
  follow(own, state, middle);
}

function follow(own: Tone, state: ToneState, period: number): void {
  const begun = state.held === 0;
  if (!begun && isOctave(period, state.held) && state.leaps < LEAPS) {
    state.leaps++;
    return;
  }
  const leapt = state.leaps === LEAPS;
  state.leaps = 0;
  state.held = period;
  const pitch = pitchOfPeriod(period);
  if (begun || leapt) state.value = pitch;
  else if (pitch > state.value) state.value += (pitch - state.value) >> own.smoothing;
  else state.value -= (state.value - pitch) >> own.smoothing;
}

/** Whether a period is about half of another, or twice. */
const isOctave = (period: number, held: number): boolean =>
  between(period, 2 * held) <= held >> NEAR_OCTAVE || between(2 * period, held) <= held >> NEAR_OCTAVE;

const between = (a: number, b: number): number => (a > b ? a - b : b - a);

function medianOf(a: number, b: number, c: number): number {
  const [low, high] = a < b ? [a, b] : [b, a];
  return c < low ? low : c > high ? high : c;
}

/** Silent, it keeps the pitch that it had. */
function deriveTone(e: Engine, index: number): void {
  const own = e.image.tones[index];
  const state = e.state.tones[index];
  if (state.stage !== TONE_STAGE.silent && ticksSince(state.since_t, e.t) >= own.stop)
    state.stage = TONE_STAGE.silent;
  e.counts[e.at + own.into] = state.value;
  e.counts[e.at + own.into + 1] = state.stage === TONE_STAGE.sounds ? ONE : 0;
}
