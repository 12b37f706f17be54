/** What a soft, a medium and a loud gesture should read, 0 … 127. */
export type Dynamics = Record<'soft' | 'medium' | 'loud', number>;

/** Where the maker's soft, medium and loud playing lies, 0 … 1 from dead zone to reach. */
export type Played = Record<keyof Dynamics, number>;

export const DYNAMIC_NAMES = ['soft', 'medium', 'loud'] as const;

/** What soft, medium and loud read unless the maker says otherwise, 0 … 127: evenly apart. */
export const DEFAULT_DYNAMICS: Dynamics = { soft: 32, medium: 70, loud: 110 };

/**
 * A monotone curve through all three, kept apart and in order so that it always is one.
 * @returns knots; the ends are 0 → 0 and 1 → 1
 */
export function solvePoints(played: Played, wanted: Dynamics): { x: number; y: number }[] {
  const points = [{ x: 0, y: 0 }];
  DYNAMIC_NAMES.forEach((d, i) => {
    const last = points[points.length - 1];
    const x = Math.min(0.98 + 0.005 * i, Math.max(last.x + 0.005, played[d]));
    points.push({ x: round(x), y: round(Math.min(1, Math.max(last.y, wanted[d] / 127))) });
  });
  return [...points, { x: 1, y: 1 }];
}

const round = (v: number) => Math.round(v * 10_000) / 10_000;

/** Two neighbouring dynamics of which the softer was played harder; null where they lie in order. */
export function outOfOrder(played: Played): [softer: keyof Dynamics, harder: keyof Dynamics] | null {
  const at = DYNAMIC_NAMES.findIndex((d, i) => i > 0 && played[DYNAMIC_NAMES[i - 1]] > played[d]);
  return at < 0 ? null : [DYNAMIC_NAMES[at - 1], DYNAMIC_NAMES[at]];
}

/** Where what one dynamic should read may lie, 0 … 127: soft never above medium, nor medium above loud. */
export function roomOf(wanted: Dynamics, d: keyof Dynamics): [low: number, high: number] {
  const { soft, medium, loud } = wanted;
  return { soft: [0, medium], medium: [soft, loud], loud: [medium, 127] }[d] as [number, number];
}
