import { evened } from '../../calibrate/evened';
import { DYNAMIC_NAMES } from '../../shape/dynamics';
import { median, quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import type { Strike } from './strikes';
import type { StruckLane } from './struck-lane';

/** Headroom over the p95 of loud strikes (maker's handbook 4.2). */
const HEADROOM = 1.05;
/** Of 7 bits. */
const STEPS = 127;

/** How alike pads are made, steps of velocity: how far a pad still lies from the others, and σ of what was evened, at full strength. */
export interface Even {
  apart: number;
  sure: number;
}

/**
 * Gives each pad the "full" by which strikes that are alike read alike: the p95 of all pads' loud strikes, each as it would have read on a
 * pad like the others, and a headroom; times what the pad itself reads more or less.
 */
export function evenPads(lanes: readonly StruckLane[]): (StruckLane & { even: Even })[] {
  const pads = evened(
    lanes.map(({ strikes }) => strikes.map(({ role, peak }) => ({ role, log: Math.log(Math.max(1, peak)) }))),
  );
  const loudest = ['loud', 'full', 'medium'].find((role) =>
    lanes.some(({ strikes }) => strikes.some((s) => s.role === role)),
  );
  const alike = lanes.flatMap(({ strikes }, i) =>
    strikes
      .filter((s) => loudest === undefined || s.role === loudest)
      .map((s) => s.peak / Math.exp(pads[i].offset)),
  );
  const full = HEADROOM * quantile(alike, 0.95);
  const made = lanes.map((lane, i) => {
    const own = Math.max(lane.record.on + 1, Math.round(full * Math.exp(pads[i].offset)));
    return { ...lane, record: { ...lane.record, full: own } };
  });
  const apart = apartOf(made);
  return made.map((lane, i) => ({
    ...lane,
    even: { apart: apart[i], sure: round(STEPS * pads[i].sure, 1) },
  }));
}

/** Strength that a strike reads, 0 … 1. */
export const strengthOf = ({ record: { on, full } }: Pick<StruckLane, 'record'>, { peak }: Strike): number =>
  Math.min(1, Math.max(0, (peak - on) / (full - on)));

/** How far each pad's median strength lies from all pads', steps: that of the dynamics in which it is furthest. */
function apartOf(lanes: readonly StruckLane[]): number[] {
  const medians = DYNAMIC_NAMES.map((role) =>
    lanes.map((lane) => {
      const own = lane.strikes.filter((s) => s.role === role);
      return own.length === 0 ? null : STEPS * median(own.map((s) => strengthOf(lane, s)));
    }),
  );
  return lanes.map((_, i) => {
    const own = medians.flatMap((of) => {
      const known = of.filter((m) => m !== null);
      return of[i] === null ? [] : [of[i] - median(known)];
    });
    return round(
      own.reduce((furthest, m) => (Math.abs(m) > Math.abs(furthest) ? m : furthest), 0),
      1,
    );
  });
}
