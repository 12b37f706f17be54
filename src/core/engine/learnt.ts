import type { Image } from './layout';
import type { LEVEL } from './records';
import type { LEARN_LANE, LEARN_LANE_STATE, TOUCH } from './bank-records';
import { scaleOf } from './scale';
import type { Of } from './struct';

type Level = Of<typeof LEVEL>;
type Side = Level['side'][0];
type Touch = Of<typeof TOUCH>;
type Learnt = Of<typeof LEARN_LANE_STATE>;

/** In place of a touch bank: the lane is a level. */
export const NO_BANK = 255;

/** A pad is touched from 60 % of its touch on, released under 40 % (handbook 4.5): shares of 256. */
const ON_OF_256 = 154;
const OFF_OF_256 = 102;
/** How far a touch was from the untouched level, of the "on" that came of it: within two counts. */
export const touchOf = (on: number): number => Math.round((on * 256) / ON_OF_256);
/** Least "on" of a pad, counts, as in documents. */
const LEAST_ON = 2;

/**
 * The image with the rest of every lane that the button has measured, and the reach of those that were played; thresholds of levels stay, distances from
 * rest as they are. firmware/cheironom_learn.h does the same.
 * @returns null where one of them makes no sense: then nothing is taken
 */
export function learntImage(image: Image, lanes: readonly Learnt[]): Image | null {
  const next = {
    ...image,
    levels: [...image.levels],
    gates: [...image.gates],
    touches: [...image.touches],
  };
  const taken = image.learn_lanes.every((lane, i) =>
    lane.bank === NO_BANK ? learnLevel(next, lane, lanes[i]) : learnTouch(next, lane, lanes[i]),
  );
  return taken ? next : null;
}

/** Refused where rest has moved by half the longer reach: that is a wire, not a rest. */
function learnLevel(next: Image, { at }: Of<typeof LEARN_LANE>, { zero, low, high }: Learnt): boolean {
  const own = next.levels[at];
  const rest = zero.median;
  const moved = Math.abs(rest - own.rest);
  if (moved >= Math.max(...own.side.map(reachOf)) >> 1) return false;
  const above = learntSide(own.side[0], high > rest ? high - rest : 0);
  const below = learntSide(own.side[1], rest > low ? rest - low : 0);
  if (!above || !below) return false;
  next.levels[at] = { ...own, rest, side: [above, below] };
  for (let i = own.gate; i < own.gate + own.gates; i++) {
    const { attack } = next.gates[i];
    const scaled = [above, below].map((side, s) =>
      attackOf(attack[s], reachOf(own.side[s]), reachOf(side)),
    ) as typeof attack;
    next.gates[i] = { ...next.gates[i], attack: scaled };
  }
  return true;
}

/** Counts from rest to reach; 0 of a side that is not there. */
const reachOf = ({ dead, scale }: Side): number => (scale.span === 0 ? 0 : dead + scale.span);

/** @returns a side as it was where it was not played; null where what was played is no reach: under twice "on", or within the dead zone */
function learntSide(own: Side, reach: number): Side | null {
  if (own.scale.span === 0 || reach < own.on) return own;
  if (reach >> 1 < own.on || reach <= own.dead) return null;
  return { ...own, scale: scaleOf(reach - own.dead) };
}

/** The scale of an attack, longer or shorter as the reach became. */
function attackOf(own: Side['scale'], before: number, after: number): Side['scale'] {
  if (own.span === 0 || before === after) return own;
  return scaleOf(Math.min(65535, Math.max(1, Math.floor((own.span * after) / before))));
}

/** Refused where noise of its rest would hold it touched. */
function learnTouch(
  next: Image,
  { at, bank }: Of<typeof LEARN_LANE>,
  { zero, low, high, spread }: Learnt,
): boolean {
  const own: Touch = next.touches[at];
  const untouched = zero.median;
  const falling = next.touch_banks[bank].falling !== 0;
  const distance = Math.max(0, falling ? untouched - low : high - untouched);
  if (distance < own.on) {
    next.touches[at] = { ...own, untouched };
    return true;
  }
  const on = (distance * ON_OF_256) >> 8;
  const off = (distance * OFF_OF_256) >> 8;
  next.touches[at] = { ...own, untouched, on, off };
  return on >= LEAST_ON && off > spread;
}
