/**
 * Channel voice messages, MIDI 1.0 Detailed Specification (1996), table II "Channel Voice Messages". The low
 * four bits of a status byte are the channel, 0 … 15; data bytes are 0 … 127.
 */
export const STATUS = {
  noteOff: 0x80,
  noteOn: 0x90,
  polyPressure: 0xa0,
  controlChange: 0xb0,
  programChange: 0xc0,
  channelPressure: 0xd0,
  pitchBend: 0xe0,
} as const;

/** Controller 0 … 31 has its low seven bits on the controller 32 above (table III, "Controller Numbers"). */
export const LSB_OFFSET = 32;

/**
 * Controllers of a receiver's state: "damper pedal", "sound controller 5" (timbre, as MPE has it), and channel mode messages: "all sound off",
 * "reset all controllers", "local control", "all notes off", which those above it are too.
 */
export const CONTROLLER = {
  ...{ sustain: 64, timbre: 74 },
  ...{ allSoundOff: 120, resetAll: 121, localControl: 122, allNotesOff: 123 },
} as const;

/**
 * Registered parameters: the controllers that name one (low byte, high byte) and give its value, and the numbers of those that are used
 * (MIDI 1.0 Detailed Specification, table IIIa; MPE 1.1, M1-100-UM, 2.1: the MPE configuration message).
 */
export const REGISTERED = { low: 100, high: 101, data: 6, bendRange: 0, mpeConfiguration: 6 } as const;

/** And the controllers that name one which is not registered. */
export const UNREGISTERED = { low: 98, high: 99 } as const;

/** Release velocity where none is measured: 64 (0x40), as the specification sets for senders without it. */
export const DEFAULT_RELEASE = 64;

/** Bits a second of a MIDI cable (MIDI 1.0 Detailed Specification, "Hardware"). */
export const CABLE_BAUD = 31_250;

/** Number of data bytes after a channel voice status byte. */
export const dataBytes = (status: number): 1 | 2 =>
  (status & 0xf0) === 0xc0 || (status & 0xf0) === 0xd0 ? 1 : 2;

/** Splits a run of complete channel voice messages (no running status). @throws RangeError on anything else */
export function splitMessages(bytes: ArrayLike<number>): number[][] {
  const messages: number[][] = [];
  for (let i = 0; i < bytes.length;) {
    const status = bytes[i];
    if (status < 0x80 || status >= 0xf0)
      throw new RangeError(`splitMessages: a channel voice status is required at byte ${i}, got ${status}`);
    const length = 1 + dataBytes(status);
    if (i + length > bytes.length)
      throw new RangeError(`splitMessages: the message at byte ${i} is cut short`);
    messages.push(Array.from({ length }, (_, k) => bytes[i + k]));
    i += length;
  }
  return messages;
}

export const isSevenBits = (value: number): boolean => value <= 127;

/** Whether two status bytes differ in their channel at most. */
export const isSameMessage = (a: number, b: number): boolean => ((a ^ b) & 0xf0) === 0;
