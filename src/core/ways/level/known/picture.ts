import type { Picture } from '../../../calibrate/picture';
import { round } from '../../../units/round';
import type { WeighedLoad } from './scale';

/** Points of the curve that is drawn. */
const POINTS = 40;

/** Counts against known loads, up and down apart, with the law through them. @param countOf count of a value by the law */
export function knownPicture(
  lane: string,
  unit: 'N' | 'kPa',
  loads: readonly WeighedLoad[],
  countOf: (value: number) => number,
): Picture {
  const dots = (name: string, from: WeighedLoad['from']) => ({
    name,
    dots: true,
    points: loads
      .filter((l) => l.from === from)
      .map(({ is, count }): [number, number] => [round(is, 3), round(count, 1)]),
  });
  const [least, most] = [Math.min(0, ...loads.map((l) => l.is)), Math.max(0, ...loads.map((l) => l.is))];
  const curve = Array.from({ length: POINTS + 1 }, (_, i): [number, number] => {
    const value = least + ((most - least) * i) / POINTS;
    return [round(value, 3), round(countOf(value), 1)];
  });
  const both = dots('less before it', 'less');
  const back = dots('more before it', 'more');
  return {
    lane,
    title: unit === 'N' ? 'What a force reads' : 'What a pressure reads',
    x: { label: unit === 'N' ? 'force' : 'pressure', unit },
    y: { label: 'settles at', unit: 'counts' },
    lines: [
      both,
      ...(back.points.length > 0 ? [back] : []),
      { name: unit === 'N' ? 'by its law' : 'by its line', predicted: true, points: curve },
    ],
    marks: [],
  };
}
