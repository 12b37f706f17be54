import { TOP_NOTE } from '../../pitch/scale';
import type { Engine } from '../engine';
import type { Of } from '../struct';
import type { GLIDE } from '../voice-records';
import { SEMITONE } from './bend';
import { BEND_CENTRE } from '../../midi/bend';

type Glide = Of<typeof GLIDE>;

/** How many degrees a glide has; of twelve even semitones the notes themselves. */
const countOf = ({ degrees }: Glide): number => (degrees === 0 ? TOP_NOTE + 1 : degrees);

/** The pitch of a degree, 1/512 semitone. @param k 0 … as many as there are, less one */
export const degreePitch = (e: Engine, glide: Glide, k: number): number =>
  glide.degrees === 0 ? SEMITONE * k : e.image.degrees[glide.degree + k].pitch;

/** A degree as note and bend, before what the glide adds. */
export function degreeNote(e: Engine, glide: Glide, k: number): { note: number; bend: number } {
  return glide.degrees === 0 ? { note: k, bend: BEND_CENTRE } : e.image.degrees[glide.degree + k];
}

/** The boundary above a degree: half-way in cents, which is the geometric mean of both frequencies. */
const boundaryAbove = (e: Engine, glide: Glide, k: number): number =>
  (degreePitch(e, glide, k) + degreePitch(e, glide, k + 1)) >> 1;

/** The degree nearest to a pitch; half-way the upper. */
export function nearestDegree(e: Engine, glide: Glide, pitch: number): number {
  if (glide.degrees === 0) return Math.min(TOP_NOTE, (pitch + (SEMITONE >> 1)) >> 9);
  let low = 0;
  let high = glide.degrees - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pitch < boundaryAbove(e, glide, middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** A degree so many steps from another, the outermost at most. @param steps either way */
export function degreeBeside(glide: Glide, k: number, steps: number): number {
  const last = countOf(glide) - 1;
  const at = k + steps;
  return at < 0 ? 0 : at > last ? last : at;
}

/** How far a pitch may go down and up before it leaves a degree, 1/512 semitone; below 0 where it has. */
export function roomAround(
  e: Engine,
  glide: Glide,
  k: number,
  pitch: number,
): { below: number; above: number } {
  const below = k === 0 ? FAR : pitch - boundaryAbove(e, glide, k - 1) + glide.hysteresis;
  const above = k === countOf(glide) - 1 ? FAR : boundaryAbove(e, glide, k) + glide.hysteresis - 1 - pitch;
  return { below, above };
}
const FAR = 65535;
