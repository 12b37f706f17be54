import type { Lights } from '../instrument/document';
import type { WiredSignal } from './signals';

/** Names of the wires that lights take of the first board's pins: one for all of a strip, three for each by itself. */
export const lightWiresOf = ({ count, as }: Lights): string[] =>
  as === 'strip'
    ? ['data']
    : Array.from({ length: count }, (_, i) => ['red', 'green', 'blue'].map((c) => `${c} ${i + 1}`)).flat();

/** Those wires as signals; they stand with a sensor, as what chooses an input does. */
export const lightSignals = (lights: Lights | undefined, sensor: string): WiredSignal[] =>
  (lights ? lightWiresOf(lights) : []).map((name) => ({
    ...{ name, needs: 'digital', lane: null, sensor },
    label: `lights · ${name}`,
  }));
