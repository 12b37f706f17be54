import { LONGEST_TIMER_US } from '../../engine/clock';
import type { LevelCalibration, Side } from './calibration';
import { countAt, signOf, withLaneLevel, type LaneLevel } from './lane-level';
import type { LaneReport } from './report';
import { missedSoft, type Missed } from '../../calibrate/missed-share';

/** What a maker may choose: on and off of the up side as whole distances from the whole-count rest, and the hold-off. */
export interface Choice {
  on: number;
  off: number;
  /** ms */
  holdOffMs: number;
}

/** The thresholds that a lane has. */
export const choiceOf = ({ up, holdOffMs }: Pick<LaneLevel, 'up' | 'holdOffMs'>): Choice => ({
  on: up.on,
  off: up.off,
  holdOffMs: holdOffMs ?? 0,
});

/** The same by names. */
export function typeableOf(level: LaneLevel): [string, number][] {
  const { on, off, holdOffMs } = choiceOf(level);
  return [
    [`${level.lane}/on`, on],
    [`${level.lane}/off`, off],
    ['hold-off', holdOffMs],
  ];
}

/** A lane's choice with values by those names in place of its own. */
export function wantedOf(level: LaneLevel, values: Readonly<Record<string, number>>): Choice {
  const own = choiceOf(level);
  return {
    on: values[`${level.lane}/on`] ?? own.on,
    off: values[`${level.lane}/off`] ?? own.off,
    holdOffMs: values['hold-off'] ?? own.holdOffMs,
  };
}

/** The gates of a lane as distances from the whole-count rest: the up side's, then the down side's if there is one. */
export function gatesOf(level: LaneLevel): (Choice & { sign: 1 | -1 })[] {
  const up = { ...choiceOf(level), sign: signOf(level) };
  if (!level.down) return [up];
  const { on, off } = level.down;
  return [up, { on, off, holdOffMs: up.holdOffMs, sign: signOf(level, 'down') }];
}

/** Longest hold-off that may be set, ms. */
export const LONGEST_HOLD_OFF_MS = LONGEST_TIMER_US / 1000;

/**
 * A lane with another choice: the down side moves by as much, the dead zone follows "on", and order is kept
 * (rest < off < on < reach). @returns the same object when nothing moves
 */
export function withChoice(level: LaneLevel, wanted: Choice): LaneLevel {
  const { up, down } = level;
  const before = choiceOf(level);
  const downBy = down ? down.on - up.on : 0;
  const room = Math.min(up.reach, down ? down.reach - downBy : Infinity) - 1;
  const on = Math.round(Math.min(room, Math.max(2, 2 - downBy, wanted.on)));
  const off = Math.round(Math.min(on - 1, Math.max(1, wanted.off)));
  const holdOffMs = Math.min(LONGEST_HOLD_OFF_MS, Math.max(0, wanted.holdOffMs));
  if (on === up.on && off === up.off) return holdOffMs === before.holdOffMs ? level : { ...level, holdOffMs };
  const moved = (side: Side, by: number, offBy: number): Side => ({
    ...{ reach: side.reach, dead: on + by, on: on + by },
    off: Math.min(on + by - 1, Math.max(1, off + offBy)),
  });
  return {
    ...level,
    up: moved(up, 0, 0),
    down: down && moved(down, downBy, down.off - up.off),
    holdOffMs,
  };
}

/** A calibration with a lane's choice moved by hand, which its method then says. */
export const withMoved = (c: LevelCalibration, level: LaneLevel): LevelCalibration => ({
  ...withLaneLevel(c, level),
  method: `${c.method.split(' Moved by hand')[0]} Moved by hand to ${countAt(level, level.up.on)} and ${countAt(level, level.up.off)}.`,
});

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

/** The price of a lane's thresholds by its report's trade, both sides together. */
export function priceOf(report: LaneReport, level: LaneLevel): Price {
  const whole = Math.round(level.rest);
  const at = (points: LaneReport['trade']['up'], d: number) =>
    points.reduce((best, p) => (Math.abs(p.distance - d) < Math.abs(best.distance - d) ? p : best));
  const points = [at(report.trade.up, level.up.on)];
  if (report.trade.down && level.down) points.push(at(report.trade.down, level.down.on));
  const sum = (f: (p: (typeof points)[0]) => number) => points.reduce((n, p) => n + f(p), 0);
  const soft = report.played
    .filter((t) => t.role === 'soft')
    .flatMap((t) => t.gestures)
    .map((g) => {
      const side = g.sign !== signOf(level) && level.down ? level.down : level.up;
      return Math.abs(g.peak - whole) - side.on;
    });
  return {
    phantomsPerHour: sum((p) => Math.max(p.predictedPerHour, p.observedPerHour)),
    observedPerHour: sum((p) => p.observedPerHour),
    missed: missedSoft(soft, 0),
  };
}
