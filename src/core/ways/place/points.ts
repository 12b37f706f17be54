import { ok, refuse, type Result } from '../../result';
import { median } from '../../signal/quantile';
import { round } from '../../units/round';
import type { PlacePoint } from './calibration';
import type { PlacedTouch } from './touches';

/**
 * The touches as points of the map. A touch at a dead end may not be seen: of marks that begin or end at one, that one alone may be missing.
 * @param places shares of the length, in the order in which they were touched
 */
export function pointsOf(
  touches: readonly PlacedTouch[],
  places: readonly number[],
  rest: number,
  path: string,
  on: number,
): Result<PlacePoint[]> {
  const again = 'Touch every mark again, and hold each for half a second';
  const dead = touches.length === places.length - 1 ? deadEnd(touches, places, rest, on) : -1;
  const seen = places.filter((_, i) => i !== dead);
  if (touches.length !== seen.length) {
    const where = touches.map((t) => (t.fromUs / 1e6).toFixed(1)).join(', ');
    return refuse({
      path,
      says: `${places.length} places were to be touched, ${touches.length} touches were found${where ? `, at ${where} s` : ''}. ${again}`,
    });
  }
  const points = seen
    .map((place, i) => ({ place, count: round(touches[i].level, 2), touch: touches[i] }))
    .sort((a, b) => a.place - b.place);
  const merged = mergedPlaces(points);
  const way = Math.sign(merged[merged.length - 1].count - merged[0].count);
  const wrong = merged.findIndex((p, i) => i > 0 && Math.sign(p.count - merged[i - 1].count) !== way);
  if (merged.length < 2 || way === 0 || wrong > 0) {
    const moment = ((merged[Math.max(1, wrong)] ?? merged[0]).touch.fromUs / 1e6).toFixed(1);
    return refuse({
      path,
      says: `the touch at ${moment} s does not lie between its neighbours: a mark was left out, touched in another order, or touched at two points. ${again}`,
    });
  }
  const map = merged.map(({ place, count }) => ({ place, count }));
  return ok(way > 0 ? map : map.reverse());
}

type Marked = PlacePoint & { touch: PlacedTouch };

/** Marks that were touched more than once are one point, at the median. */
function mergedPlaces(points: readonly Marked[]): Marked[] {
  const places = [...new Set(points.map((p) => p.place))];
  return places.map((place) => {
    const own = points.filter((p) => p.place === place);
    return { ...own[0], count: median(own.map((p) => p.count)) };
  });
}

/** Which of the marks lies at an end that reads as if it was not touched; −1 for none. */
function deadEnd(
  touches: readonly PlacedTouch[],
  places: readonly number[],
  rest: number,
  on: number,
): number {
  // The touches rise from rest: the first mark at the end where they would meet it.
  const ends = [0, places.length - 1].filter((i) => places[i] === 0 || places[i] === 1);
  for (const end of ends) {
    const others = places.filter((_, i) => i !== end);
    const near = others.map((p) => Math.abs(p - places[end]));
    const [nearest, furthest] = [near.indexOf(Math.min(...near)), near.indexOf(Math.max(...near))];
    const away = (i: number) => Math.abs(touches[i].level - rest);
    if (away(nearest) < away(furthest) && away(nearest) * (Math.min(...near) > 0 ? 1 : 0) >= on) return end;
  }
  return -1;
}
