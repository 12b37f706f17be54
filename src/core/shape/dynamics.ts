/** What a soft, a medium and a loud gesture should read, 0 … 127. */
export type Dynamics = Record<'soft' | 'medium' | 'loud', number>;

/** A curve that was solved from dynamics. */
export interface SolvedResponse {
  family: 'power' | 'points';
  gamma?: number;
  points?: { x: number; y: number }[];
  dynamics: Dynamics;
}

/** Where the maker's soft, medium and loud playing lies, 0 … 1 from dead zone to reach. */
export type Played = Record<keyof Dynamics, number>;

export const DYNAMIC_NAMES = ['soft', 'medium', 'loud'] as const;

/** What soft, medium and loud read unless the maker says otherwise, 0 … 127: evenly apart. */
export const DEFAULT_DYNAMICS: Dynamics = { soft: 32, medium: 70, loud: 110 };

/** A curve solved from dynamics. */
export interface Solved {
  gamma: number;
  /** Furthest that soft, medium or loud lands from what was wanted, steps of 127. */
  worstSteps: number;
}

/** Places looked at first, evenly apart in ln γ: the squared error may have several valleys. */
const COARSE = 200;

/**
 * The power curve that lands nearest to what is wanted: least squares over γ in 0.1 … 10, scanned coarsely and then by
 * golden section on ln γ.
 * @param played each over 0 and under 1; others do not bear on γ
 */
export function solvePower(played: Played, wanted: Dynamics): Solved {
  const error = (logGamma: number) =>
    DYNAMIC_NAMES.reduce((sum, d) => sum + (played[d] ** Math.exp(logGamma) - wanted[d] / 127) ** 2, 0);
  const [least, most] = [Math.log(0.1), Math.log(10)];
  const width = (most - least) / COARSE;
  let best = least;
  for (let k = 1; k <= COARSE; k++) if (error(least + k * width) < error(best)) best = least + k * width;
  const golden = (Math.sqrt(5) - 1) / 2;
  let low = Math.max(least, best - width);
  let high = Math.min(most, best + width);
  for (let i = 0; i < 60; i++) {
    const a = high - golden * (high - low);
    const b = low + golden * (high - low);
    if (error(a) < error(b)) high = b;
    else low = a;
  }
  const gamma = Math.exp((low + high) / 2);
  const worstSteps = Math.max(...DYNAMIC_NAMES.map((d) => Math.abs(127 * played[d] ** gamma - wanted[d])));
  return { gamma: Math.round(gamma * 1000) / 1000, worstSteps };
}

/**
 * A monotone curve through all three, kept apart and in order so that it always is one.
 * @returns a response of the points family; the ends are 0 → 0 and 1 → 1
 */
export function solvePoints(played: Played, wanted: Dynamics): SolvedResponse {
  const points = [{ x: 0, y: 0 }];
  DYNAMIC_NAMES.forEach((d, i) => {
    const last = points[points.length - 1];
    const x = Math.min(0.98 + 0.005 * i, Math.max(last.x + 0.005, played[d]));
    points.push({ x: round(x), y: round(Math.min(1, Math.max(last.y, wanted[d] / 127))) });
  });
  return { family: 'points', points: [...points, { x: 1, y: 1 }], dynamics: wanted };
}

/** A power curve that misses by no more than this is taken for its plainness, steps of 127. */
const NEAR_STEPS = 2;

/** The response to propose: the plain power curve where it lands near enough, else one through all three. */
export function proposeResponse(played: Played, wanted: Dynamics): SolvedResponse {
  const { gamma, worstSteps } = solvePower(played, wanted);
  return worstSteps <= NEAR_STEPS
    ? { family: 'power', gamma, dynamics: wanted }
    : solvePoints(played, wanted);
}

const round = (v: number) => Math.round(v * 10_000) / 10_000;

/** Where what one dynamic should read may lie, 0 … 127: soft never above medium, nor medium above loud. */
export function roomOf(wanted: Dynamics, d: keyof Dynamics): [low: number, high: number] {
  const { soft, medium, loud } = wanted;
  return { soft: [0, medium], medium: [soft, loud], loud: [medium, 127] }[d] as [number, number];
}
