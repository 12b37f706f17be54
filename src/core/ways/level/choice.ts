import { LONGEST_TIMER_US } from '../../engine/clock';
import type { LevelCalibration } from './calibration';
import type { LevelReport } from './report';
import { missedSoft, type Missed } from '../../calibrate/missed-share';

/** What a maker may choose: on and off of the up side as whole distances from the whole-count rest, and the hold-off. */
export interface Choice {
  on: number;
  off: number;
  /** ms */
  holdOffMs: number;
}

const signOf = (c: LevelCalibration): 1 | -1 => (c.polarity === 'falling' ? -1 : 1);

/** The thresholds that a calibration has. */
export const choiceOf = (c: LevelCalibration): Choice => {
  const whole = Math.round(c.rest);
  return { on: signOf(c) * (c.on - whole), off: signOf(c) * (c.off - whole), holdOffMs: c.holdOffMs ?? 0 };
};

/** The gates of a calibration as distances from the whole-count rest: the up side's, then the down side's if there is one. */
export function gatesOf(c: LevelCalibration): (Choice & { sign: 1 | -1 })[] {
  const up = { ...choiceOf(c), sign: signOf(c) };
  if (c.onDown === null || c.offDown === null) return [up];
  const whole = Math.round(c.rest);
  return [up, { on: whole - c.onDown, off: whole - c.offDown, holdOffMs: up.holdOffMs, sign: -1 }];
}

/** Longest hold-off that may be set, ms. */
export const LONGEST_HOLD_OFF_MS = LONGEST_TIMER_US / 1000;

/**
 * A calibration with another choice: the down side moves by as much, the dead zone follows "on", and order is kept
 * (rest < off < on < reach). @returns the same object when nothing moves
 */
export function withChoice(c: LevelCalibration, wanted: Choice): LevelCalibration {
  const whole = Math.round(c.rest);
  const sign = signOf(c);
  const before = choiceOf(c);
  const room = sign * (Math.round(c.reach.up) - whole) - 1;
  const downRoom = c.reach.down === null ? Infinity : whole - Math.round(c.reach.down) - 1;
  const downBy = c.onDown === null ? 0 : whole - c.onDown - before.on;
  const on = Math.round(Math.min(room, downRoom - downBy, Math.max(2, 2 - downBy, wanted.on)));
  const off = Math.round(Math.min(on - 1, Math.max(1, wanted.off)));
  const holdOffMs = Math.min(LONGEST_HOLD_OFF_MS, Math.max(0, wanted.holdOffMs));
  if (on === before.on && off === before.off) return holdOffMs === before.holdOffMs ? c : { ...c, holdOffMs };
  const offDownBy = c.offDown === null ? 0 : whole - c.offDown - before.off;
  const offDown = Math.min(on + downBy - 1, Math.max(1, off + offDownBy));
  return {
    ...c,
    on: whole + sign * on,
    off: whole + sign * off,
    onDown: c.onDown === null ? null : whole - (on + downBy),
    offDown: c.offDown === null ? null : whole - offDown,
    deadZone: { up: on, down: c.onDown === null ? null : on + downBy },
    holdOffMs,
    method: `${c.method.split(' Moved by hand')[0]} Moved by hand to ${whole + sign * on} and ${whole + sign * off}.`,
  };
}

/** What a hold-off costs, in words. @param ms 0 for none */
export const holdOffPrice = (ms: number): string =>
  ms === 0
    ? 'Notes may follow each other at once.'
    : `A note lasts at least ${ms} ms and can be repeated every ${2 * ms} ms.`;

/** What a choice costs. */
export interface Price {
  phantomsPerHour: number;
  /** What the rest take itself did, an hour. */
  observedPerHour: number;
  missed: Missed;
}

/** The price of a calibration's thresholds by the report's trade, both sides together. */
export function priceOf(report: LevelReport, c: LevelCalibration): Price {
  const whole = Math.round(c.rest);
  const { on } = choiceOf(c);
  const at = (points: LevelReport['trade']['up'], d: number) =>
    points.reduce((best, p) => (Math.abs(p.distance - d) < Math.abs(best.distance - d) ? p : best));
  const points = [at(report.trade.up, on)];
  if (report.trade.down && c.onDown !== null) points.push(at(report.trade.down, whole - c.onDown));
  const sum = (f: (p: (typeof points)[0]) => number) => points.reduce((n, p) => n + f(p), 0);
  const soft = report.played
    .filter((t) => t.role === 'soft')
    .flatMap((t) => t.gestures)
    .map((g) => {
      const up = g.sign === signOf(c);
      return Math.abs(g.peak - whole) - (up || c.onDown === null ? on : whole - c.onDown);
    });
  return {
    phantomsPerHour: sum((p) => Math.max(p.predictedPerHour, p.observedPerHour)),
    observedPerHour: sum((p) => p.observedPerHour),
    missed: missedSoft(soft, 0),
  };
}
