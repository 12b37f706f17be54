import type { Engine } from '../engine';
import { polar, type Polar } from '../polar';
import { shareOf } from '../scale';
import type { Block } from './block';

/** Half a turn: what an angle of 0 reads, so that it can go to both sides. */
export const LEVEL_ANGLE = 32768;
/** One g, as axes are scaled; and the least across the roll from which it can be told, a quarter of it. */
const ONE_G = 16384;
const LEAST_ACROSS = 4096;

/** Tilt: pitch and roll from which way is down, as columns that are read as levels. */
export const tilt: Block = {
  name: 'tilt',
  of: 'tilts',
  file: 'tilt',
  start: ({ tilts }) => ({
    tilts: tilts.map(() => ({ held: [65535, 65535, 65535], roll: LEVEL_ANGLE, pitch: LEVEL_ANGLE })),
  }),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.tilts.length; i++) deriveTilt(e, i);
    },
  },
};

const point: Polar = { angle: 0, length: 0 };

/** Counts within the slack of those that were computed last change nothing; nor does what is shaken, or falls. */
function deriveTilt(e: Engine, index: number): void {
  const { columns, slack, steady, rests, into } = e.image.tilts[index];
  const state = e.state.tilts[index];
  let moved = false;
  for (let i = 0; i < 3; i++) {
    const count = e.counts[e.at + columns[i]];
    const by = count - state.held[i];
    if (by > slack || by < -slack) moved = true;
  }
  if (moved) {
    for (let i = 0; i < 3; i++) state.held[i] = followed(state.held[i], e.counts[e.at + columns[i]], slack);
    const [x, y, z] = [axisAt(e, index, 0), axisAt(e, index, 1), axisAt(e, index, 2)];
    polar(y, z, point);
    const { angle: roll, length: across } = point;
    polar(-x, across, point);
    const off = point.length - ONE_G;
    if (off <= steady && off >= -steady) {
      state.pitch = (point.angle - rests[0] + LEVEL_ANGLE) & 0xffff;
      if (across >= LEAST_ACROSS) state.roll = (roll - rests[1] + LEVEL_ANGLE) & 0xffff;
    }
  }
  e.counts[e.at + into] = state.pitch;
  e.counts[e.at + into + 1] = state.roll;
}

/** What moves a little goes half of the way, since noise is what went furthest; what moves far goes all of it at once. */
function followed(held: number, count: number, slack: number): number {
  const by = count > held ? count - held : held - count;
  return by > 8 * slack + 8 ? count : (held + count + 1) >> 1;
}

/** An axis, −32768 … 32768: 16384 is one g. */
function axisAt(e: Engine, index: number, axis: number): number {
  const { scale, offset } = e.image.tilts[index].axes[axis];
  const count = e.state.tilts[index].held[axis];
  return count >= offset ? shareOf(scale, count - offset) : -shareOf(scale, offset - count);
}
