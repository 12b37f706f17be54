import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { ribbonShare } from '../../parts/formulas';
import { SimulatedPart } from '../moved-part';

/** Of the usual strip, Ω. */
const OHMS = 10_000;
const PULL_DOWN_OHMS = 100_000;

/** A divider with a pull-down for the open state (maker’s handbook 4.7). */
export const simulatedRibbon = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place, touched) =>
      touched
        ? ribbonShare(
            Math.min(1, Math.max(0, place)),
            (sensor.facts?.ohms ?? OHMS) / (sensor.facts?.pullDownOhms ?? PULL_DOWN_OHMS),
          )
        : 0,
    stays: false,
    noise: 0.0004,
    followsUs: 5_000,
  });
