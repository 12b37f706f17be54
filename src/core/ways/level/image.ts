import { NO_BANK } from '../../engine/learnt';
import { ABOVE, BELOW, feeds } from '../../engine/place';
import { keptPast } from '../../engine/jumps';
import { beginsOf } from '../../engine/stairs';
import { NO_SCALE, scaleOf } from '../../engine/scale';
import type { LEVEL, SIDE } from '../../engine/records';
import type { Of } from '../../engine/struct';
import type { Parts } from '../../engine/image/parts';
import type { Image } from '../../engine/layout';
import type { Sensor } from '../../instrument/sensor';
import { measuredLanes } from '../lane-records';
import type { Compiled, Inputs } from '../way';
import type { LevelCalibration, LevelLane as MeasuredLane, Side as MeasuredSide } from './calibration';
import { signOf, type LaneLevel } from './lane-level';
import { followingOf } from './following';
import type { SideOf } from '../../instrument/voices';

type Level = Of<typeof LEVEL>;
type Side = Of<typeof SIDE>;

const ABSENT: Side = { scale: NO_SCALE, dead: 65535, on: 65535, off: 65535 };

/** Levels that stand one after another, a level a lane that was measured. */
export function compileLevels(
  { image }: Parts,
  sensor: Sensor,
  c: LevelCalibration,
  { columns }: Inputs,
): Compiled | null {
  const lanes = measuredLanes(sensor, c.lanes, columns).map(({ record, ...own }) => ({
    ...own,
    level: { ...record, polarity: c.polarity },
  }));
  const put = putLevels(image, lanes);
  if (put && c.creep)
    image.creeps.push({
      level: put.index,
      levels: lanes.length,
      ...followingOf(
        c,
        lanes.map((l) => l.level),
      ),
    });
  if (!put) return null;
  return {
    ...put,
    learn: lanes.map((_, i) => ({ at: put.index + i, bank: NO_BANK })),
    learnt: (next) => learntLevels(c, image, next, put.index, lanes),
  };
}

/** What the button has measured, in the document's terms: rest, reach, and loud attacks as much further as reach is. */
function learntLevels(
  c: LevelCalibration,
  { levels }: Image,
  next: Image,
  index: number,
  lanes: readonly { level: MeasuredLane & { polarity: unknown } }[],
): LevelCalibration {
  const changed = new Map(
    lanes.map(({ level: { polarity: _shared, ...lane } }, i) => {
      const [before, after] = [levels[index + i], next.levels[index + i]];
      const up = signOf(c) > 0 ? 0 : 1;
      const reach = (side: Side) => side.dead + side.scale.span;
      const sideOf = (own: MeasuredSide, s: 0 | 1) => ({ ...own, reach: reach(after.side[s]) });
      const further = reach(after.side[up]) / reach(before.side[up]);
      const moved = after.rest !== before.rest;
      return [
        lane.lane,
        {
          ...lane,
          rest: moved ? after.rest : lane.rest,
          up: sideOf(lane.up, up),
          down: lane.down && sideOf(lane.down, up === 0 ? 1 : 0),
          ...(lane.attack && {
            attack: lane.attack.map((point) => ({
              ...point,
              distance: Math.min(65535, Math.max(1, Math.floor(point.distance * further))),
            })),
          }),
        },
      ];
    }),
  );
  return { ...c, lanes: c.lanes.map((lane) => changed.get(lane.lane) ?? lane) };
}

/** Levels into an image, one after another. @returns null where there are none */
export function putLevels(
  image: Image,
  lanes: readonly { level: Omit<LaneLevel, 'lane'>; column: number; place: number }[],
): Compiled | null {
  if (lanes.length === 0) return null;
  const index = image.levels.length;
  for (const { level, column } of lanes) image.levels.push(compileLevel(level, column));
  return { index, lanes: lanes.map(({ place }) => place), bank: null };
}

/** A lane's level: its sides by whether they lie above or below rest. */
export function compileLevel(l: Omit<LaneLevel, 'lane'>, column: number): Level {
  const [up, down] = [side(l.up), l.down ? side(l.down) : ABSENT];
  const still = l.fixed ? 0 : Math.min(up.on, down.on);
  const own = { gate: 0, gates: 0, control: 0, controls: 0 };
  const sides: [Side, Side] = signOf(l) > 0 ? [up, down] : [down, up];
  return { rest: Math.round(l.rest), still, side: sides, column, ...own, pad: 0 };
}

/** The sides of rest that feed a voice, as a mask. */
export function sideMask(c: Pick<LevelCalibration, 'polarity'>, side: SideOf): number {
  if (side === 'both') return ABOVE | BELOW;
  return (side === 'up') === signOf(c) > 0 ? ABOVE : BELOW;
}

/** Noise past a step's edge that still sends nothing, in σ: edges as far apart on the way up and down as distinct levels are. */
const SLACK_SIGMA = 3;

/**
 * Counts by which a value is kept past the edges of its step, as far as there is room for those that are wanted. Half the dead zone and the last step are its most, so that both
 * ends are always reached. @param mask sides that feed it @param stairs above rest and below it; none where it has 14 bits
 */
export function slackOf(
  level: Level,
  mask: number,
  stairs: readonly [readonly number[], readonly number[]],
  { slack, noise }: LaneLevel,
): number {
  // Of what stays where it is left the ends lie a deadband within where it goes.
  if (level.still === 0) return Math.min(255, slack ?? 0);
  const rooms = level.side.flatMap(({ dead, scale }, at) => {
    if (!feeds(mask, at as 0 | 1) || scale.span === 0) return [];
    const last = beginsOf(stairs[at].slice(-1), dead, scale.span)[0] ?? 0;
    return [dead >> 1, dead + scale.span - last];
  });
  return Math.max(0, Math.min(255, slack ?? Math.ceil(SLACK_SIGMA * noise), ...rooms));
}

/** The same of a value that jumps: enough that no trembling hand moves it to and fro. @param stairs above rest and below it, equal where it jumps */
export const keptOf = (
  level: Level,
  mask: number,
  stairs: readonly [readonly number[], readonly number[]],
): number =>
  level.side.reduce((least, { dead, scale: { span } }, at) => {
    if (!feeds(mask, at as 0 | 1) || span === 0) return least;
    const begins = [...new Set(beginsOf([...new Set(stairs[at])], dead, span))];
    return Math.min(least, keptPast(begins, dead, span));
  }, 255);

const side = ({ reach, dead, on, off }: MeasuredSide): Side => ({
  scale: scaleOf(reach - dead),
  dead,
  on,
  off,
});

/** The scales of an attack: from "on" to the distance that reads full strength, one a side. */
export function attackScales(
  level: Level,
  full: number,
): [Of<typeof LEVEL>['side'][0]['scale'], Side['scale']] {
  const scale = (s: Side) =>
    s.scale.span === 0 ? NO_SCALE : scaleOf(Math.min(65535, Math.max(1, full - s.on)));
  return [scale(level.side[0]), scale(level.side[1])];
}
