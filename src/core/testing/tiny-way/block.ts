import { ONE } from '../../shape/table';
import type { Block } from '../../engine/blocks/block';
import type { Engine } from '../../engine/engine';
import { gateCloses, gateOpens } from '../../engine/events';
import type { Image, Part, State } from '../../engine/layout';
import { firstOutside } from '../../engine/stretch';
import { struct, type Of } from '../../engine/struct';

const FLAP_BANK = struct('flap_bank', 'flaps of one sensor', {
  lane: 'u8',
  lanes: 'u8',
  listener: 'u8',
  listeners: 'u8',
});
const FLAP = struct('flap', 'one flap; it is open this many counts above its rest', {
  shut: 'u16',
  open: 'u16',
  column: 'u8',
  pad: 'u8',
});
const FLAP_STATE = struct('flap_state', 'stage: 0 shut, 1 open, 2 open and mute', { stage: 'u8' });

/** Two rows of the list of parts. */
export const FLAP_PARTS: Record<string, Part> = {
  flap_banks: { of: FLAP_BANK, settings: [], states: {} },
  flaps: { of: FLAP, settings: ['shut', 'open'], states: { flaps: FLAP_STATE } },
};

/** What they make of an image and a state. */
export type FlapImage = Image & { flap_banks: Of<typeof FLAP_BANK>[]; flaps: Of<typeof FLAP>[] };
const imageOf = (image: Image) => image as FlapImage;
const stateOf = (state: State) => state as State & { flaps: Of<typeof FLAP_STATE>[] };

/** For tests: flaps, open from a count on and shut below half of it; beside it in C, cheironom_flap.h. */
export const flapBlock: Block = {
  name: 'flap',
  of: 'flap_banks' as Block['of'],
  file: 'flap',
  start: (image) => ({ flaps: imageOf(image).flaps.map(() => ({ stage: 0 })) }) as Partial<State>,
  frame: (e) => imageOf(e.image).flap_banks.forEach((_, i) => playFlaps(e, i)),
  silence: (e) =>
    imageOf(e.image).flap_banks.forEach(({ lane, lanes, listener, listeners }) => {
      for (let i = 0; i < lanes; i++) {
        const state = stateOf(e.state).flaps[lane + i];
        if (state.stage !== 1) continue;
        state.stage = 2;
        gateCloses(e, listener, listeners, i);
      }
    }),
  units: (e) =>
    imageOf(e.image).flap_banks.map((bank, i) => ({
      play: () => playFlaps(e, i),
      next: (frame, s) =>
        imageOf(e.image)
          .flaps.slice(bank.lane, bank.lane + bank.lanes)
          .reduce((next, { shut, open, column }, lane) => {
            const { stage } = stateOf(e.state).flaps[bank.lane + lane];
            const band =
              stage === 0 ? { low: 0, high: shut + open - 1 } : { low: shut + (open >> 1), high: 65535 };
            return Math.min(next, firstOutside(s, column, band, frame + 1));
          }, s.end),
    })),
};

function playFlaps(e: Engine, index: number): void {
  const { lane: first, lanes, listener, listeners } = imageOf(e.image).flap_banks[index];
  for (let lane = 0; lane < lanes; lane++) {
    const { shut, open, column } = imageOf(e.image).flaps[first + lane];
    const state = stateOf(e.state).flaps[first + lane];
    const count = e.counts[e.at + column];
    if (state.stage === 0) {
      if (count < shut + open) continue;
      state.stage = 1;
      gateOpens(e, listener, listeners, lane, ONE);
    } else if (count < shut + (open >> 1)) {
      const heard = state.stage === 1;
      state.stage = 0;
      if (heard) gateCloses(e, listener, listeners, lane);
    }
  }
}
