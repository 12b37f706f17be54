import type { Frames } from '../signal/take';
import { BetweenFrames } from './between-frames';
import { blocks } from './blocks/registry';
import { PAUSE_US, slowAt, ticksAt } from './clock';
import { stepTo, type Engine } from './engine';

/** Computes the columns of the frame at hand. */
export function deriveFrame(e: Engine): void {
  for (const { derives } of blocks()) derives?.frame(e);
}

export function deriveEdge(e: Engine, contact: number, closed: boolean): void {
  for (const { derives } of blocks()) derives?.edge?.(e, contact, closed);
}

export function deriveExpire(e: Engine): void {
  for (const { derives } of blocks()) derives?.expire?.(e);
}

/**
 * A take with the columns that an engine derives behind its own, as its blocks compute them frame by frame. Their state goes on from
 * where it is; nothing else of the engine changes.
 * @returns the take itself where nothing is derived
 */
export function derivedFrames(e: Engine, frames: Frames): Frames {
  const { columns, derived } = e.image;
  if (derived === 0) return frames;
  const width = columns + derived;
  const { tUs } = frames;
  const counts = new Uint16Array(tUs.length * width);
  const { t, slow, us, step, frameUs, counts: before, at } = e;
  const between = new BetweenFrames(frames.edges, frames.bytes);
  let lastUs = e.state.engine.last_us;
  const pass = (us: number) => {
    if ((us - lastUs) >>> 0 >= PAUSE_US) deriveExpire(e);
    lastUs = us >>> 0;
    e.t = ticksAt(us);
    e.slow = slowAt(us);
    e.us = (us >>> 0) & 0xffff;
  };
  const inputs = {
    edge: (us: number, contact: number, closed: boolean) => {
      pass(us);
      deriveEdge(e, contact, closed);
    },
    byte: pass,
  };
  e.counts = counts;
  for (let frame = 0; frame < tUs.length; frame++) {
    between.upTo(tUs[frame], inputs);
    counts.set(frames.counts.subarray(frame * columns, (frame + 1) * columns), frame * width);
    pass(tUs[frame]);
    stepTo(e, tUs[frame]);
    e.at = frame * width;
    deriveFrame(e);
  }
  between.upTo(Infinity, inputs);
  Object.assign(e, { t, slow, us, step, frameUs, counts: before, at });
  const names = Array.from({ length: derived }, (_, i) => `derived ${i}`);
  return { ...frames, channels: [...frames.channels, ...names], counts };
}
