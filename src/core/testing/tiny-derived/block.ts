import type { Block } from '../../engine/blocks/block';
import type { Image, Part, State } from '../../engine/layout';
import { struct, type Of } from '../../engine/struct';

const MIDDLE = struct('middle', 'the mean of two columns, raised by what a contact has counted', {
  first: 'u8',
  second: 'u8',
  into: 'u8',
});
const MIDDLE_STATE = struct('middle_state', 'closings of contact 0 since the last pause', { closings: 'u8' });

/** A row of the list of parts. */
export const MIDDLE_PARTS: Record<string, Part> = {
  middles: { of: MIDDLE, settings: [], states: { middles: MIDDLE_STATE } },
};

/** What it makes of an image and a state. */
export const middlesOf = (image: Image) => (image as Image & { middles: Of<typeof MIDDLE>[] }).middles;
const stateOf = (state: State) => (state as State & { middles: Of<typeof MIDDLE_STATE>[] }).middles;

/** For tests: a column computed from two others and from a contact; beside it in C, cheironom_middle.h. */
export const middleBlock: Block = {
  name: 'middle',
  of: 'middles' as Block['of'],
  file: 'middle',
  start: (image) => ({ middles: middlesOf(image).map(() => ({ closings: 0 })) }) as Partial<State>,
  derives: {
    frame: (e) =>
      middlesOf(e.image).forEach(({ first, second, into }, i) => {
        const sum = e.counts[e.at + first] + e.counts[e.at + second];
        e.counts[e.at + into] = ((sum >> 1) + 100 * stateOf(e.state)[i].closings) & 0xffff;
      }),
    edge: (e, contact, closed) => {
      if (contact !== 0 || !closed) return;
      for (const own of stateOf(e.state)) own.closings = (own.closings + 1) & 0xff;
    },
    expire: (e) => {
      for (const own of stateOf(e.state)) own.closings = 0;
    },
  },
};
