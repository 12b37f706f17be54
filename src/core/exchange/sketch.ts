import type { Instrument } from '../instrument/document';

/** Fills firmware/sketch.ino for an instrument: its name, a pin a sensor (A0, A1, … where none is given), its columns. */
export function fillSketch(template: string, instrument: Instrument): string {
  const pins = instrument.sensors.map((s, i) => s.pin ?? `A${i}`);
  return template
    .replace('@NAME@', () => instrument.name.replace(/[^\p{L}\p{N} -]/gu, ' '))
    .replace('@PINS@', () => pins.join(', '))
    .replace('@CHANNELS@', () => instrument.sensors.map((s) => s.channel).join(','));
}
