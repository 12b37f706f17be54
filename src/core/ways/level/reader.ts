import { curvesOf } from '../../shape/families';
import { bySide, type LaneLevel } from './lane-level';
import { feeds, locate, type Place } from '../../engine/place';
import { shareOf } from '../../engine/scale';
import { beginsOf, stairsOf, stepAt } from '../../engine/stairs';
import { ONE } from '../../shape/table';
import type { Response } from '../../instrument/response';
import type { SideOf } from '../../instrument/voices';
import { compileLevel, sideMask } from './image';

/** Where a count lies on a level, as the engine has it. */
export interface LevelReading {
  /** Share of the way from dead zone to reach, 0 … 1; 0 within the dead zone. */
  share: number;
  /** What a controller of seven bits reads, 0 … 127. */
  step: number;
}

/** Most steps of seven bits. */
const STEPS = 127;

/**
 * Reads a lane's counts as a controller over the full range would.
 */
export function levelReader(
  lane: LaneLevel,
  response: Response,
  side: SideOf = 'both',
): (count: number) => LevelReading {
  const level = compileLevel(lane, 0);
  const mask = sideMask(lane, side);
  const sides = bySide(lane, curvesOf(response)).map((curve) => stairsOf(curve, STEPS));
  const [{ floor }] = sides;
  const begins = level.side.map(({ dead, scale }, at) => beginsOf(sides[at].stairs, dead, scale.span));
  const place: Place = { side: 0, distance: 0 };
  const reading: LevelReading = { share: 0, step: 0 };
  return (count) => {
    locate(level.rest, count, place);
    const { dead, scale } = level.side[place.side];
    const { distance } = place;
    const there = scale.span > 0 && distance > dead && feeds(mask, place.side);
    reading.share = there ? shareOf(scale, distance - dead) / ONE : 0;
    reading.step = floor + (there ? stepAt(begins[place.side], distance) : 0);
    return reading;
  };
}
