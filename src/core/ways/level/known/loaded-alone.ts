import type { Take } from '../../../signal/take';

/** A lane that moves by less than this share of the one that moves most is moved by that. (Common practice, no source.) */
const BY_ITSELF = 0.3;

/** Whether a lane is loaded itself, not by its neighbour's crosstalk. @param distances of all lanes from rest, counts */
export function loadedAlone(distances: readonly number[], lane: number): boolean {
  let most = 0;
  for (const distance of distances) if (distance > most) most = distance;
  return distances[lane] >= BY_ITSELF * most;
}

/** A take of known loads in which a lane that is moved by its neighbours alone rests. @param rests of columns, counts; others are left as they are */
export function loadsAlone(take: Take, rests: ReadonlyMap<string, number>): Take {
  const own = take.channels.flatMap((channel, column) =>
    rests.has(channel) ? [{ column, rest: rests.get(channel)! }] : [],
  );
  if (own.length < 2) return take;
  const counts = take.counts.slice();
  const distances = own.map(() => 0);
  for (let at = 0; at < counts.length; at += take.channels.length) {
    own.forEach(({ column, rest }, i) => (distances[i] = Math.abs(counts[at + column] - rest)));
    own.forEach(({ column, rest }, i) => {
      if (!loadedAlone(distances, i)) counts[at + column] = Math.round(rest);
    });
  }
  return { ...take, counts };
}
