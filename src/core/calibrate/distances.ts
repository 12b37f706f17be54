/**
 * Distances from the whole-count rest as one side of it sees them, counts; negative on the other side.
 * @param sign 1 above rest, −1 below
 * @returns of the length of `counts`. (A plain loop, since a mapped copy of a long take is slow.)
 */
export function distancesOf(counts: ArrayLike<number>, whole: number, sign: 1 | -1): Int32Array {
  const distances = new Int32Array(counts.length);
  for (let i = 0; i < counts.length; i++) distances[i] = sign * (counts[i] - whole);
  return distances;
}
