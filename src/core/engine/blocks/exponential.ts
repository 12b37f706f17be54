import type { Image, State } from '../layout';
import { approached, countOf, EXPONENTIAL_WEIGHTS, UNFILTERED, weightAt, wordOf } from '../low-pass';
import type { Block } from './block';

type Exponential = Image['exponentials'][number];
type ExponentialState = State['exponentials'][number];

/** Columns smoothed: each goes a share of its way towards what is read, by the time since the frame before (maker's handbook 5). */
export const exponential: Block = {
  name: 'exponential',
  of: 'exponentials',
  file: 'exponential',
  start: ({ exponentials }) => ({ exponentials: exponentials.map(beginExponential) }),
  derives: {
    frame: (e) =>
      e.image.exponentials.forEach((own, i) => {
        const count = e.counts[e.at + own.column];
        e.counts[e.at + own.into] = nextExponential(own, e.state.exponentials[i], count, e.step);
      }),
    expire: (e) => {
      for (const state of e.state.exponentials) state.held = UNFILTERED;
    },
  },
};

export const beginExponential = (): ExponentialState => ({ held: UNFILTERED });

/** @param state goes on by a frame @param step since the frame before, 4 µs */
export function nextExponential(
  { cutoff, shift }: Pick<Exponential, 'cutoff' | 'shift'>,
  state: ExponentialState,
  count: number,
  step: number,
): number {
  const word = wordOf(count, shift);
  state.held =
    state.held === UNFILTERED
      ? word * 65536
      : approached(state.held, word, weightAt(EXPONENTIAL_WEIGHTS, cutoff, step));
  return countOf(state.held, shift);
}
