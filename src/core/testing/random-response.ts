import type { Response } from '../instrument/response';
import type { Filter } from '../shape/filters';
import type { Random } from '../signal/random';

/** For tests: a response of any family, without its port. */
export function randomResponse(r: Random): Response {
  const families: Response[] = [
    { family: 'straight' },
    { family: 'power', gamma: r.between(0.2, 4) },
    { family: 'points', points: randomPoints(r) },
    { family: 'exponential', k: r.between(-8, 8) },
    { family: 's-shape', steepness: r.between(0.2, 8) },
  ];
  const ends =
    r.next() < 0.3 ? { floor: r.between(0, 0.4), ceiling: r.between(0.6, 1), dead: r.between(0, 0.5) } : {};
  return { ...families[r.whole(0, 4)], ...ends };
}

function randomPoints(r: Random): { x: number; y: number }[] {
  const n = r.whole(2, 6);
  const ys = Array.from({ length: n }, () => r.next()).sort((a, b) => a - b);
  return ys.map((y, i) => ({ x: i === n - 1 ? 1 : i / n + (i === 0 ? 0 : 0.05), y }));
}

/** For tests: a filter, of any family unless it is named. */
export function randomFilter(r: Random, is?: Filter['is']): Filter {
  const filters: Filter[] = [
    { is: 'median', of: r.next() < 0.5 ? 3 : 5 },
    { is: 'exponential', cutoffHz: r.between(0.5, 500) },
    { is: 'one-euro', cutoffHz: r.between(0.5, 500), quicker: r.between(0, 100) },
  ];
  return filters.find((own) => own.is === is) ?? filters[r.whole(0, 2)];
}
