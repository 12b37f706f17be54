import type { Gesture } from './gesture-detector';
import type { PlayedTake } from './played-take';
import type { LaneFrames } from './lane-frames';
import { quantile } from '../signal/quantile';

/** Points of a gesture mark. */
export const MARK_POINTS = 24;

/**
 * The gesture mark: the gesture of median strength in a take, drawn as 24 heights (0 … 1) evenly spaced in time.
 * @returns null without gestures
 */
export function gestureMark(take: PlayedTake): number[] | null {
  const byStrength = [...take.gestures].sort(
    (a, b) => strength(a, take.restHere) - strength(b, take.restHere),
  );
  const gesture = byStrength[byStrength.length >> 1];
  if (!gesture) return null;
  const margin = (gesture.toUs - gesture.fromUs) * 0.12;
  const from = gesture.fromUs - margin;
  const width = (gesture.toUs - gesture.fromUs + 2 * margin) / MARK_POINTS;
  const heights = Array.from({ length: MARK_POINTS }, (_, k) => {
    const inside: number[] = [];
    for (let i = 0; i < take.tUs.length; i++) {
      const bin = (take.tUs[i] - from) / width;
      if (bin >= k && bin < k + 1) inside.push(Math.abs(take.counts[i] - take.restHere));
    }
    return inside.length === 0 ? 0 : quantile(inside, 0.5);
  });
  const top = Math.max(1, ...heights);
  return heights.map((h) => Math.round((h / top) * 1000) / 1000);
}

/**
 * The gesture mark of a bank: that of the lane with the most gestures in its medium take, or its last.
 * @param gestures of each lane, with the take that they are in
 */
export function bankMark(
  lanes: readonly { frames: LaneFrames; gestures: readonly (Gesture & { take: string })[] }[],
): number[] | null {
  const [most] = lanes.toSorted((a, b) => b.gestures.length - a.gestures.length);
  if (!most) return null;
  const { rest, played } = most.frames;
  const take = played.find((t) => t.role === 'medium') ?? played.at(-1);
  if (!take) return null;
  const gestures = most.gestures.filter((g) => g.take === take.take);
  return gestureMark({ ...take, id: take.take, gestures, restHere: rest.rest });
}

const strength = (g: Gesture, rest: number) => Math.abs(g.peak - rest);
