import type { BoardClass } from '../plan/board-classes';

/** The smallest class of boards there can be: three analogue inputs, two others, and its MIDI port. */
export const thumbnail: BoardClass = {
  ...{ id: 'thumbnail-32', name: '32-bit 48 MHz board, thumbnail', bits: 12, supplyVolts: 3.3 },
  ...{ memoryBytes: 32 * 1024, flashBytes: 256 * 1024, cost: 1 },
  pins: {
    ...{ analogue: 3, analogueOnly: 0, digital: 2, interrupt: 2, touch: 0, bus: true },
    ...{ conversionUs: 12, clockMhz: 48, currentMa: 10, transport: 'usb', taken: [] },
  },
};
