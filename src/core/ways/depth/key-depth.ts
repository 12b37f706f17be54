import { pchip } from '../../shape/pchip';
import type { DepthLane } from './calibration';

/** Depth of a count of a key, 0 … 1: through the points of its table, monotone; straight where it has none. */
export function depthOf({ rest, bottom, table = [] }: DepthLane): (count: number) => number {
  const points = [{ count: rest, depth: 0 }, ...table, { count: bottom, depth: 1 }];
  const share = (count: number) => (count - rest) / (bottom - rest);
  const curve = pchip(
    points.map((p) => share(p.count)),
    points.map((p) => p.depth),
  );
  return (count) => {
    const at = share(count);
    return at <= 0 ? 0 : at >= 1 ? 1 : Math.min(1, Math.max(0, curve(at)));
  };
}
