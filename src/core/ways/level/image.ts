import { NO_TABLE } from '../../engine/codes';
import { ABOVE, BELOW, feeds } from '../../engine/place';
import { beginsOf } from '../../engine/stairs';
import { NO_SCALE, scaleOf } from '../../engine/scale';
import type { LEVEL, SIDE } from '../../engine/layout';
import type { Of } from '../../engine/struct';
import type { LevelCalibration } from './calibration';
import type { SideOf } from '../../instrument/voices';

type Level = Of<typeof LEVEL>;
type Side = Of<typeof SIDE>;

const ABSENT: Side = { scale: NO_SCALE, dead: 65535, on: 65535, off: 65535 };

/** A calibrated level: counts as distances from the whole-count rest, its sides by whether they lie above or below it. */
export function compileLevel(c: LevelCalibration, column: number): Level {
  const rest = Math.round(c.rest);
  const sign = signOf(c);
  const up = side(sign, rest, c.reach.up, c.deadZone.up, c.on, c.off);
  const down =
    c.reach.down === null || c.onDown === null || c.offDown === null
      ? ABSENT
      : side(-sign, rest, c.reach.down, c.deadZone.down ?? c.deadZone.up, c.onDown, c.offDown);
  const still = Math.min(up.on, down.on);
  const own = { gate: 0, gates: 0, control: 0, controls: 0 };
  return { rest, still, side: sign > 0 ? [up, down] : [down, up], table: NO_TABLE, column, ...own, pad: 0 };
}

const signOf = (c: LevelCalibration): 1 | -1 => (c.polarity === 'falling' ? -1 : 1);

/** The sides of rest that feed a voice, as a mask. */
export function sideMask(c: LevelCalibration, side: SideOf): number {
  if (side === 'both') return ABOVE | BELOW;
  return (side === 'up') === signOf(c) > 0 ? ABOVE : BELOW;
}

/** Noise past a step's edge that still sends nothing, in σ: edges as far apart on the way up and down as distinct levels are. */
const SLACK_SIGMA = 3;

/**
 * Counts by which a value is kept past the edges of its step. Half the dead zone and the last step are its most, so that both
 * ends are always reached. @param mask sides that feed it @param stairs none where it has 14 bits @param noise σ, counts
 */
export function slackOf(level: Level, mask: number, stairs: readonly number[], noise: number): number {
  const rooms = level.side.flatMap(({ dead, scale }, at) => {
    if (!feeds(mask, at as 0 | 1) || scale.span === 0) return [];
    const last = beginsOf(stairs.slice(-1), dead, scale.span)[0] ?? 0;
    return [dead >> 1, dead + scale.span - last];
  });
  return Math.max(0, Math.min(255, Math.ceil(SLACK_SIGMA * noise), ...rooms));
}

function side(sign: number, rest: number, reach: number, deadZone: number, on: number, off: number): Side {
  const distance = (count: number) => sign * (count - rest);
  const dead = Math.round(deadZone);
  return { scale: scaleOf(Math.round(distance(reach)) - dead), dead, on: distance(on), off: distance(off) };
}

/** The scales of an attack: from "on" to the distance that reads full strength, one a side. */
export function attackScales(
  level: Level,
  full: number,
): [Of<typeof LEVEL>['side'][0]['scale'], Side['scale']] {
  const scale = (s: Side) =>
    s.scale.span === 0 ? NO_SCALE : scaleOf(Math.min(65535, Math.max(1, full - s.on)));
  return [scale(level.side[0]), scale(level.side[1])];
}
