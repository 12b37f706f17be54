import type { PlayedKey } from './played-key';

/** Two fingers seldom pass both contacts of their keys this near to each other, µs. (Common practice, no source.) */
const TOGETHER_US = 2_000;
/** Keys that did so in this share of their strokes, or more, were struck as one; of so many strokes at least. */
const MOST_OF = 0.8;
const LEAST_STROKES = 2;

/** Keys that are always struck together: one of them closes the other’s contacts. @returns places in `keys`, two each */
export function struckTogether(keys: readonly PlayedKey[]): [number, number][] {
  const all = keys
    .flatMap(({ strokes }, key) => strokes.map(({ take, tUs, us }) => ({ key, take, tUs, endUs: tUs + us })))
    .sort((a, b) => a.tUs - b.tUs);
  const met = new Map<string, number>();
  all.forEach((stroke, i) => {
    for (let k = i + 1; k < all.length && all[k].tUs - stroke.tUs <= TOGETHER_US; k++) {
      const other = all[k];
      if (other.take !== stroke.take || other.key === stroke.key) continue;
      if (Math.abs(other.endUs - stroke.endUs) > TOGETHER_US) continue;
      const pair = [stroke.key, other.key].sort((a, b) => a - b).join(' ');
      met.set(pair, (met.get(pair) ?? 0) + 1);
    }
  });
  return [...met].flatMap(([pair, times]): [number, number][] => {
    const [a, b] = pair.split(' ').map(Number);
    const strokes = Math.min(keys[a].strokes.length, keys[b].strokes.length);
    return strokes >= LEAST_STROKES && times >= MOST_OF * strokes ? [[a, b]] : [];
  });
}
