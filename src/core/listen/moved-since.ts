import type { Sensor } from '../instrument/sensor';
import { counted } from '../units/counted';

/** What of a sensor lies elsewhere at rest than it was measured. */
export interface MovedSince {
  /** In a few words: "rest moved +12". */
  words: string;
  /** In a sentence, with what to do. */
  says: string;
}

/** A level has moved by more than this many σ, and counts; a touch by this share of its touch; a strike by this share of "on". */
const NOISES = 3;
const COUNTS = 2;
const OF_TOUCH = 0.25;
const OF_ON = 0.5;

/** @param rests rest of each lane now, counts, in the sensor's order; null where it is not known @returns null where nothing has moved */
export function movedSince(
  { calibration: c, lanes }: Sensor,
  rests: readonly (number | null)[],
): MovedSince | null {
  if (!c || c.is === 'contacts') return null;
  if (c.is === 'level') {
    const by = rests[0] === null || rests[0] === undefined ? 0 : rests[0] - c.rest;
    if (Math.abs(by) <= Math.max(COUNTS, NOISES * c.noise)) return null;
    const amount = `${by > 0 ? '+' : '−'}${Math.abs(by).toFixed(0)}`;
    return {
      words: `rest moved ${amount}`,
      says: `Rest lies ${amount} counts from where it was measured. Dry it and let it settle, or measure rest again.`,
    };
  }
  const moved = lanes.filter((lane, i) => {
    const rest = rests[i];
    if (rest === null || rest === undefined) return false;
    if (c.is === 'touch') {
      const own = c.lanes.find((l) => l.lane === lane.id);
      return own && Math.abs(rest - own.untouched) > OF_TOUCH * Math.abs(own.touched - own.untouched);
    }
    const own = c.lanes.find((l) => l.lane === lane.id);
    return own && Math.abs(rest - own.rest) > OF_ON * own.on;
  });
  if (moved.length === 0) return null;
  const which = moved.length === 1 ? moved[0].id : counted(moved.length, 'lane');
  return {
    words: `${moved.length} of ${lanes.length} moved`,
    says: `${which} ${moved.length === 1 ? 'lies' : 'lie'} elsewhere at rest than measured. Measure them again, or find out what changed.`,
  };
}
