import { DYNAMIC_NAMES } from '../../shape/dynamics';
import type { Picture } from '../../calibrate/picture';
import { round } from '../../units/round';
import { strengthOfTime, type Law, type LawTimes } from './law';
import type { EvenStroke } from './times';

/** Both laws over the strokes that were played. @param between what is timed */
export function lawsPicture(even: readonly EvenStroke[], times: LawTimes, between: string): Picture {
  const { slowMs, fastMs } = times;
  const velocity = (ms: number, law: Law) => 1 + 126 * strengthOfTime(ms, times, law);
  const line = (name: string, law: Law) => ({
    name,
    predicted: true,
    points: Array.from({ length: 41 }, (_, i) => fastMs * (slowMs / fastMs) ** (i / 40)).map(
      (ms): [number, number] => [round(ms, 3), round(velocity(ms, law), 2)],
    ),
  });
  const strokes = DYNAMIC_NAMES.map((role) => ({
    name: role,
    dots: true,
    points: even
      .filter((s) => s.role === role)
      .map(({ ms }): [number, number] => [round(ms, 3), round(velocity(ms, 'log'), 2)]),
  })).filter(({ points }) => points.length > 0);
  return {
    title: 'What your strokes would read, by either law',
    x: { label: between, unit: 'ms', ratios: true },
    y: { label: 'velocity', unit: '' },
    lines: [line('even ratios of time', 'log'), line('even steps of speed', 'reciprocal'), ...strokes],
    marks: [],
  };
}
