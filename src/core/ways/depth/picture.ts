import { MARK_POINTS } from '../../calibrate/mark';
import type { Picture } from '../../calibrate/picture';
import { round } from '../../units/round';
import type { DepthCalibration } from './calibration';
import { depthIn, type DepthStroke } from './key-strokes';
import type { KeyInTake, PlayedKey } from './played-key';

/** A stroke is drawn until its key is up to this depth, or for so many times its way down. */
const UP = 0.05;
const LONGEST = 30;
const DRAWN = 200;

/** A key’s stroke as it went, with the depths that were chosen; and its mark. @returns null where none was struck */
export function strokePicture(
  keys: readonly PlayedKey[],
  c: DepthCalibration,
): { picture: Picture; mark: number[] } | null {
  const strokes = keys.flatMap(({ lane, takes }) =>
    takes.flatMap((take) =>
      take.role === 'slow' || take.role === 'rest'
        ? []
        : take.strokes.map((stroke) => ({ lane: lane.id, take, stroke })),
    ),
  );
  const drawn = strokes.filter(({ take }) => take.role === 'medium');
  const one = (drawn.length > 0 ? drawn : strokes)[0];
  if (!one) return null;
  const points = pointsOf(one.take, one.stroke);
  const [first, last] = [points[0][0], points[points.length - 1][0]];
  const across = (name: string, depth: number) => ({
    ...{ name, predicted: true },
    points: [
      [first, round(100 * depth, 1)],
      [last, round(100 * depth, 1)],
    ] as [number, number][],
  });
  return {
    mark: markOf(one.take, one.stroke),
    picture: {
      lane: one.lane,
      title: 'A stroke as it went, and the depths chosen',
      x: { label: 'time', unit: 'ms' },
      y: { label: 'depth', unit: '% of the way' },
      lines: [
        { name: one.take.role, points },
        across('strike', c.strike),
        across('re-arm', c.rearm),
        across('damper', c.damper),
      ],
      marks: [],
    },
  };
}

function stretchOf(take: KeyInTake, { from, at, to }: DepthStroke): { from: number; to: number } {
  const way = Math.max(10, at - from);
  let end = to;
  while (end < take.counts.length - 1 && end < at + LONGEST * way && depthIn(take, end) > UP) end++;
  return { from: Math.max(0, from - Math.ceil(way / 4)), to: Math.min(take.counts.length - 1, end + way) };
}

function pointsOf(take: KeyInTake, stroke: DepthStroke): [x: number, y: number][] {
  const { from, to } = stretchOf(take, stroke);
  const every = Math.max(1, Math.ceil((to - from) / DRAWN));
  const points: [number, number][] = [];
  for (let i = from; i <= to; i += every)
    points.push([round((take.tUs[i] - take.tUs[from]) / 1000, 2), round(100 * depthIn(take, i), 1)]);
  return points;
}

/** 24 heights evenly spaced over a stroke. */
function markOf(take: KeyInTake, stroke: DepthStroke): number[] {
  const { from, to } = stretchOf(take, stroke);
  return Array.from({ length: MARK_POINTS }, (_, k) => {
    const i = Math.round(from + ((to - from) * k) / (MARK_POINTS - 1));
    return round(Math.min(1, depthIn(take, i)), 3);
  });
}
