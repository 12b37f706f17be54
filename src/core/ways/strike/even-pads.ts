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
  const roles = rolesOf(lanes);
  const pads = evened(
    lanes.map(({ strikes }) => strikes.map(({ role, peak }) => ({ role, log: Math.log(Math.max(1, peak)) }))),
    roles,
  );
  const loudest = ['loud', 'full', 'medium', ...roles].find((role) => isPlayed(lanes, role))!;
  const fullOf = (own: readonly StruckLane[], like: (lane: StruckLane) => number) => {
    const peaks = (role: string | null) =>
      own.flatMap((lane) =>
        lane.strikes
          .filter((s) => role === null || s.role === role)
          .map((s) => s.peak / Math.exp(like(lane))),
      );
    const loud = peaks(loudest);
    return HEADROOM * quantile(loud.length > 0 ? loud : peaks(null), 0.95);
  };
  const offsetOf = new Map(lanes.map((lane, i) => [lane, pads[i].offset]));
  const full = fullOf(lanes, (lane) => offsetOf.get(lane)!);
  const made = lanes.map((lane, i) => {
    // One that was never played as the others were stands by itself.
    const alike = lane.strikes.some((s) => roles.includes(s.role));
    const reads = alike ? full * Math.exp(pads[i].offset) : fullOf([lane], () => 0);
    const own = Math.max(lane.record.on + 1, Math.round(reads));
    return { ...lane, record: { ...lane.record, full: own } };
  });
  const apart = apartOf(made);
  return made.map((lane, i) => ({
    ...lane,
    even: { apart: apart[i], sure: round(STEPS * pads[i].sure, 1) },
  }));
}

/** The roles in which pads are struck alike: the dynamics; where there are none, whatever roles there are. */
function rolesOf(lanes: readonly StruckLane[]): string[] {
  const dynamics = DYNAMIC_NAMES.filter((role) => isPlayed(lanes, role));
  if (dynamics.length > 0) return dynamics;
  return [...new Set(lanes.flatMap(({ strikes }) => strikes.map((s) => s.role)))];
}

const isPlayed = (lanes: readonly StruckLane[], role: string): boolean =>
  lanes.some(({ strikes }) => strikes.some((s) => s.role === role));

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
