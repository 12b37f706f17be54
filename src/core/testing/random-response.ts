import type { Response } from '../instrument/response';
import type { Random } from '../signal/random';

/** For tests: a response of any family, without its port. */
export function randomResponse(r: Random): Response {
  const families: Response[] = [
    { family: 'straight' },
    { family: 'power', gamma: r.between(0.2, 4) },
    { family: 'points', points: randomPoints(r) },
  ];
  return families[r.whole(0, 2)];
}

function randomPoints(r: Random): { x: number; y: number }[] {
  const n = r.whole(2, 6);
  const ys = Array.from({ length: n }, () => r.next()).sort((a, b) => a - b);
  return ys.map((y, i) => ({ x: i === n - 1 ? 1 : i / n + (i === 0 ? 0 : 0.05), y }));
}
