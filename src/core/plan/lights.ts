import type { Lights } from '../instrument/document';
import { lightWiresOf } from '../instrument/lights';
import type { WiredSignal } from './signals';

/** The lights' wires as signals; they stand with a sensor, as what chooses an input does. */
export const lightSignals = (lights: Lights | undefined, sensor: string): WiredSignal[] =>
  (lights ? lightWiresOf(lights) : []).map((name, light) => ({
    ...{ name, needs: 'digital', lane: null, sensor, light },
    label: `lights · ${name}`,
  }));
