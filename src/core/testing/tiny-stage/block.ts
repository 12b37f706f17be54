import type { Block } from '../../engine/blocks/block';
import type { Image, Part, State } from '../../engine/layout';
import { struct, type Of } from '../../engine/struct';
import type { VelocityMember } from '../../engine/voices/velocity';

const DIAL = struct('dial', 'a dial that bytes turn', { port: 'u8' });
const DIAL_STATE = struct('dial_state', 'the last byte that came in', { value: 'u8' });

/** A row of the list of parts. */
export const DIAL_PARTS: Record<string, Part> = {
  dials: { of: DIAL, settings: [], states: { dials: DIAL_STATE } },
};

/** What it makes of an image and a state. */
export const dialsOf = (image: Image) => (image as Image & { dials: Of<typeof DIAL>[] }).dials;
const stateOf = (state: State) => (state as State & { dials: Of<typeof DIAL_STATE>[] }).dials;

/** For tests: keeps the last byte of a port; beside it in C, cheironom_dial.h. */
export const dialBlock: Block = {
  name: 'dial',
  of: 'dials' as Block['of'],
  start: (image) => ({ dials: dialsOf(image).map(() => ({ value: 100 })) }) as Partial<State>,
  byte: (e, port, byte) =>
    dialsOf(e.image).forEach((dial, i) => {
      if (dial.port === port) stateOf(e.state)[i].value = byte & 127 || 1;
    }),
};

/** For tests: as loud as the first dial says. */
export const dialled: VelocityMember = {
  name: 'dialled',
  file: 'dial',
  of: (e) => stateOf(e.state)[0].value,
};
