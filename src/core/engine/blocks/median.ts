import type { Image, State } from '../layout';
import type { Block } from './block';

type Median = Image['medians'][number];
type MedianState = State['medians'][number];

/** Columns as the median of their last counts: what lasts a frame or two is not heard. */
export const median: Block = {
  name: 'median',
  of: 'medians',
  file: 'median',
  start: ({ medians }) => ({ medians: medians.map(beginMedian) }),
  derives: {
    frame: (e) =>
      e.image.medians.forEach((own, i) => {
        e.counts[e.at + own.into] = nextMedian(own, e.state.medians[i], e.counts[e.at + own.column]);
      }),
    expire: (e) => {
      for (const state of e.state.medians) state.known = 0;
    },
  },
  isSound: ({ medians }) => medians.every(({ of }) => of === 3 || of === 5),
};

export const beginMedian = (): MedianState => ({ before: [0, 0, 0, 0], known: 0, pad: 0 });

const middle = (a: number, b: number, c: number): number =>
  Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));

/**
 * The median of a count and of those before it; of the first alone itself. Of five, the greater of two lesser ones and the lesser of two
 * greater ones stand about it.
 * @param state goes on by a frame
 */
export function nextMedian({ of }: Pick<Median, 'of'>, state: MedianState, count: number): number {
  if (state.known === 0) state.before.fill(count);
  state.known = 1;
  const [a, b, c, d] = state.before;
  state.before[0] = count;
  state.before[1] = a;
  if (of === 3) return middle(count, a, b);
  state.before[2] = b;
  state.before[3] = c;
  return middle(count, Math.max(Math.min(a, b), Math.min(c, d)), Math.min(Math.max(a, b), Math.max(c, d)));
}
