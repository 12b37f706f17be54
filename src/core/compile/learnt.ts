import type { Image } from '../engine/layout';
import type { Board } from '../instrument/board';
import type { Calibration } from '../instrument/calibration';
import type { Instrument } from '../instrument/document';
import { compileWith } from './compile';

const METHOD = 'Rest and reach were measured by the button on the instrument.';

/**
 * What the board's button has measured, as calibrations by sensor; only of those that it has changed.
 * @param columns that its engine plays @param image its engine's, after it took them @param at when
 */
export function learntCalibrations(
  instrument: Instrument,
  board: Board,
  columns: readonly string[],
  image: Image,
  at: string,
): Record<string, Calibration> {
  const { sensors } = compileWith(instrument, board, columns);
  return Object.fromEntries(
    instrument.sensors.flatMap(({ id, calibration: before }) => {
      const after = sensors.get(id)?.learnt?.(image);
      if (!before || !after || JSON.stringify(after) === JSON.stringify(before)) return [];
      const method = before.method.includes(METHOD) ? before.method : `${before.method} ${METHOD}`.trim();
      return [[id, { ...after, method, measuredAt: at }]];
    }),
  );
}
