import { TURN } from '../../engine/polar';
import { LEVEL_ANGLE } from '../../engine/blocks/tilt';
import type { LaneLevel } from '../level/lane-level';
import type { AxesCalibration, TiltRange } from './calibration';

/** Ports of the kinds of this way, in the order of their columns and of the lanes that they are of: x reads pitch, y roll. */
export const TILT_PORTS = ['pitch', 'roll'] as const;

/** About how it is held nothing is sent, degrees: a hand is no vice; and four σ. (Common practice, no source.) */
const DEAD = 2;
const DEAD_SIGMAS = 4;
/** Noise past a step's edge that still sends nothing, σ: it stays where it is held, so that nothing may flicker (as of what stays where it is left; maker's handbook 4.1). */
const SLACK_SIGMAS = 5;
/** An end lies this much within where it was tilted, and the slack at least, so that it is always reached. (Common practice, no source.) */
const END_SHARE = 0.03;
/** A gate opens past half of a side. */
const GATE_SHARE = 0.5;

/** 65536ths of a turn. @param degrees */
export const unitsOfDegrees = (degrees: number): number => Math.round((degrees * TURN) / 360);

/** σ of an angle, 65536ths of a turn: that of its noisiest axis. */
const noiseOf = ({ lanes }: AxesCalibration): number =>
  Math.max(...lanes.map(({ noise, gain }) => noise / gain)) * (TURN / (2 * Math.PI));

/** Roll or pitch, of a column that is derived: from how it is held to how far it is tilted, to both sides. */
export function axesLevel(c: AxesCalibration, lane: string, port?: string): LaneLevel | undefined {
  const name = TILT_PORTS.find((own) => own === port);
  if (!name || !c.lanes.some((l) => l.lane === lane)) return undefined;
  const range: TiltRange = c[name];
  const noise = noiseOf(c);
  const slack = Math.min(255, Math.ceil(SLACK_SIGMAS * noise));
  const dead = Math.max(unitsOfDegrees(DEAD), Math.ceil(DEAD_SIGMAS * noise));
  const side = (degrees: number): LaneLevel['up'] | null => {
    const furthest = unitsOfDegrees(degrees);
    const reach = Math.floor(furthest - Math.max(END_SHARE * furthest, slack));
    if (reach < 4 * dead) return null;
    const on = Math.round(GATE_SHARE * reach);
    return { reach, dead, on, off: on - dead };
  };
  const [up, down] = [side(range.up), side(range.down)];
  const shared = { lane, rest: LEVEL_ANGLE, noise, slack, fixed: true } as const;
  if (up) return { ...shared, polarity: 'rising', up, down };
  return down ? { ...shared, polarity: 'falling', up: down, down: null } : undefined;
}
