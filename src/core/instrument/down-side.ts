import { curveOf } from '../shape/families';
import type { CurveForm, Response } from './response';

/** The form of a curve: its family with its own numbers. */
const formOf = ({ family, gamma, k, steepness, dead, points }: CurveForm): CurveForm => ({
  family,
  ...(gamma === undefined ? {} : { gamma }),
  ...(k === undefined ? {} : { k }),
  ...(steepness === undefined ? {} : { steepness }),
  ...(dead === undefined ? {} : { dead }),
  ...(points ? { points } : {}),
});

/** How the down side answers, as a response by itself: as the up side does where it has no form of its own. */
export function downOf(response: Response): Response {
  const { down, dynamics, filter } = response;
  if (!down) return response;
  const up = curveOf(response);
  const [floor, ceiling] = [up(0), up(1)];
  const shared = { ...(dynamics ? { dynamics } : {}), ...(filter ? { filter } : {}) };
  if (down.family !== 'points') return { ...formOf(down), floor, ceiling, ...shared };
  const [first, last] = [down.points![0].y, down.points!.at(-1)!.y];
  const at = (y: number) => floor + (ceiling - floor) * (last > first ? (y - first) / (last - first) : 0);
  const points = down.points!.map(({ x, y }) => ({ x, y: Math.round(1e6 * at(y)) / 1e6 }));
  return { ...formOf(down), points, ...shared };
}

/** The response with a form of its own on the down side; alike on both where it is null. */
export function withDown(response: Response, down: CurveForm | null): Response {
  const rest = { ...response };
  delete rest.down;
  return down ? { ...rest, down: formOf(down) } : rest;
}
