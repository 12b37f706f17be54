import type { Instrument } from '../instrument/document';

/** The pin of each sensor, as the sketch names it: A0, A1, … where none is given. */
export const pinsOf = (instrument: Instrument): string[] =>
  instrument.sensors.map((s, i) => s.pin ?? `A${i}`);

/** Fills firmware/sketch.ino for an instrument: its name, bits, pins and columns. */
export function fillSketch(template: string, instrument: Instrument): string {
  const pins = pinsOf(instrument);
  const analogue = pins.map((p) => /^A(\d+)$/.exec(p)?.[1]).map((n) => (n === undefined ? 0 : Number(n) + 1));
  const values: Record<string, string> = {
    NAME: instrument.name.replace(/[^\p{L}\p{N} -]/gu, ' '),
    BITS: String(instrument.board.bits),
    PINS: pins.join(', '),
    ANALOGUE_PINS: String(Math.max(0, ...analogue)),
    CHANNELS: instrument.sensors.map((s) => s.channel).join(','),
  };
  return template.replace(/@([A-Z_]+)@/g, (_, name: string) => values[name]);
}
