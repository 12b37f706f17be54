import { strengthsBy, type Stroke } from '../calibrate/dynamics';
import { evened } from '../calibrate/evened';
import type { Response } from '../instrument/response';
import { DYNAMIC_NAMES, type Dynamics } from '../shape/dynamics';
import { curveOf } from '../shape/families';
import { solved } from '../shape/propose';
import { median, quantile } from '../signal/quantile';

type Dynamic = keyof Dynamics;

/** Where a lane's soft, medium and loud gestures land, 7-bit steps; of those that were played. */
export interface LaneLanding {
  lane: string;
  medians: Partial<Dynamics>;
  /** Between what half of them lie. */
  halves: Partial<Record<Dynamic, [low: number, high: number]>>;
  /** How many gestures there are of each. */
  played: Record<Dynamic, number>;
  /** How far the lane's medians lie from those of all lanes: that of the dynamics in which it is furthest, with its sign. */
  apart: number;
}

/** Steps from the others at which a lane is told as one that stands out. (Common practice, no source.) */
export const STANDS_OUT = 6;

const STEPS = 127;

/** Lanes beside each other. @param answers the response of a lane, by its id @param lanes ids, in order */
export function lanesLand(
  gestures: readonly Stroke[],
  lanes: readonly string[],
  answers: (lane: string) => Response,
): LaneLanding[] {
  const landings = lanes.map((lane) => {
    const curve = curveOf(answers(lane));
    const strengths = strengthsBy(gestures.filter((g) => g.lane === lane));
    const known = DYNAMIC_NAMES.filter((d) => strengths[d].length > 0);
    const at = (d: Dynamic, share: number) => STEPS * curve(quantile(strengths[d], share));
    const played = Object.fromEntries(DYNAMIC_NAMES.map((d) => [d, strengths[d].length]));
    return {
      lane,
      medians: Object.fromEntries(known.map((d) => [d, at(d, 0.5)])) as Partial<Dynamics>,
      halves: Object.fromEntries(known.map((d) => [d, [at(d, 0.25), at(d, 0.75)]])) as LaneLanding['halves'],
      played: played as Record<Dynamic, number>,
    };
  });
  const middle = (d: Dynamic) => {
    const known = landings.flatMap(({ medians }) => medians[d] ?? []);
    return known.length === 0 ? 0 : median(known);
  };
  return landings.map((own) => {
    const offs = DYNAMIC_NAMES.flatMap((d) => {
      const at = own.medians[d];
      return at === undefined ? [] : [at - middle(d)];
    });
    return {
      ...own,
      apart: offs.reduce((far, off) => (Math.abs(off) > Math.abs(far) ? off : far), 0),
    };
  });
}

/** Furthest that two lanes lie apart in the same dynamics, 7-bit steps. */
export const furthestApart = (lanes: readonly LaneLanding[]): number =>
  Math.max(
    0,
    ...DYNAMIC_NAMES.map((d) => {
      const known = lanes.flatMap(({ medians }) => medians[d] ?? []);
      return known.length === 0 ? 0 : Math.max(...known) - Math.min(...known);
    }),
  );

/** Curves by which lanes that are played alike answer alike. */
export interface Alike {
  /** By lane; those that were not played in all three dynamics have none. */
  responses: Record<string, Response>;
  /** σ of a lane's median, 7-bit steps where the curve is straight: the largest. */
  sure: number;
}

/**
 * Each lane's own curve, through where its soft, medium and loud gestures lie and what those of all lanes read by the shared one; what its few gestures
 * scatter by chance is left out (calibrate/evened.ts).
 * @param shared the response of all lanes @param like the lane that the others are to be like; null for their middle
 */
export function madeAlike(
  gestures: readonly Stroke[],
  lanes: readonly string[],
  shared: Response,
  like: string | null = null,
): Alike {
  const curve = curveOf(shared);
  const of = (lane: string) => gestures.filter((g) => g.lane === lane);
  const each = DYNAMIC_NAMES.map((d) => {
    const logs = lanes.map((lane) =>
      of(lane)
        .filter(({ role }) => role === d)
        .map(({ role, strength }) => ({ role, log: strength })),
    );
    const known = logs.filter((own) => own.length > 0);
    const middle = known.length === 0 ? 0 : median(known.map((own) => median(own.map(({ log }) => log))));
    const offs = evened(logs, [d]);
    const model = like === null ? 0 : offs[lanes.indexOf(like)].offset;
    return { logs, middle, offs, wanted: STEPS * curve(middle + model) };
  });
  const responses: Record<string, Response> = {};
  lanes.forEach((lane, i) => {
    if (lane === like || each.some(({ logs }) => logs[i].length === 0)) return;
    const [soft, medium, loud] = each.map(({ middle, offs }) =>
      Math.min(1, Math.max(0, middle + offs[i].offset)),
    );
    const [low, mid, high] = each.map(({ wanted }) => wanted);
    const own = solved('points', { soft, medium, loud }, { soft: low, medium: mid, loud: high });
    responses[lane] = { ...own, ...(shared.filter ? { filter: shared.filter } : {}) };
  });
  const sures = each.flatMap(({ offs, logs }) =>
    offs.filter((_, i) => logs[i].length > 0).map(({ sure }) => STEPS * sure),
  );
  return { responses, sure: Math.max(0, ...sures) };
}
